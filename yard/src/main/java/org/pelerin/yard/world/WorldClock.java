package org.pelerin.yard.world;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;

/** The time of the simulated world: a real clock and a shift that only grows. Whole milliseconds. */
public final class WorldClock extends Clock {

    private final Clock real;
    private Duration shift;

    public WorldClock(Clock real, Duration shift) {
        this.real = real;
        this.shift = shift;
    }

    @Override
    public synchronized Instant instant() {
        return real.instant().plus(shift).truncatedTo(ChronoUnit.MILLIS);
    }

    public synchronized Duration shift() {
        return shift;
    }

    public synchronized void advance(Duration by) {
        if (by.isNegative()) {
            throw new IllegalArgumentException("Time goes forward only");
        }
        shift = shift.plus(by);
    }

    @Override
    public ZoneId getZone() {
        return real.getZone();
    }

    @Override
    public Clock withZone(ZoneId zone) {
        throw new UnsupportedOperationException();
    }
}
