package org.pelerin.app.platform;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;

/**
 * The time of missions, due dates and the audit trail, in whole milliseconds: the machine's, shifted to the simulated
 * world's where there is one. Sessions, claims and lock-outs use the machine's clock instead.
 */
public final class DomainClock extends Clock {

    private final Clock machine;
    private volatile Duration shift = Duration.ZERO;

    public DomainClock(Clock machine) {
        this.machine = machine;
    }

    @Override
    public Instant instant() {
        return machine.instant().plus(shift).truncatedTo(ChronoUnit.MILLIS);
    }

    public void shift(Duration fromMachine) {
        shift = fromMachine;
    }

    @Override
    public ZoneId getZone() {
        return machine.getZone();
    }

    @Override
    public Clock withZone(ZoneId zone) {
        DomainClock other = new DomainClock(machine.withZone(zone));
        other.shift(shift);
        return other;
    }
}
