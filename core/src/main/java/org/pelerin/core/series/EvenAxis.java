package org.pelerin.core.series;

import java.time.Duration;
import java.time.Instant;
import java.util.Objects;

/** The instants of a record taken at a fixed interval, even on the logger's own clock. Immutable. */
public final class EvenAxis implements TimeAxis {

    private final Duration interval;
    private final long count;
    private final ClockCorrection correction;
    private final long start;
    private final long step;
    private final boolean corrects;

    /**
     * @param start the first sample's instant on the logger's clock, to the millisecond
     * @param interval nominal interval, at least 1 ms
     * @param count number of samples, missing ones included
     * @param correction applied to every instant that is shown
     */
    public EvenAxis(Instant start, Duration interval, long count, ClockCorrection correction) {
        if (interval.toMillis() < 1) {
            throw new IllegalArgumentException("An interval is at least a millisecond, not " + interval);
        }
        if (count < 0) {
            throw new IllegalArgumentException("A record cannot have " + count + " samples");
        }
        this.interval = interval;
        this.count = count;
        this.correction = correction;
        this.start = start.toEpochMilli();
        this.step = interval.toMillis();
        this.corrects = !(correction.none() && correction.settings().isEmpty());
    }

    /** Nominal interval. */
    public Duration interval() {
        return interval;
    }

    @Override
    public long count() {
        return count;
    }

    @Override
    public ClockCorrection correction() {
        return correction;
    }

    @Override
    public long ownMillisAt(long index) {
        return start + index * step;
    }

    @Override
    public long millisAt(long index) {
        long own = start + index * step;
        return corrects ? correction.correctMillis(own) : own;
    }

    @Override
    public void millis(long index, int count, long[] out, int at) {
        for (int i = 0; i < count; i++) {
            out[at + i] = start + (index + i) * step;
        }
        if (corrects) {
            correction.correct(out, at, at + count);
        }
    }

    @Override
    public boolean events() {
        return false;
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof EvenAxis other
                && start == other.start
                && count == other.count
                && interval.equals(other.interval)
                && correction.equals(other.correction);
    }

    @Override
    public int hashCode() {
        return Objects.hash(start, interval, count, correction);
    }

    @Override
    public String toString() {
        return count + " every " + interval + " from " + Instant.ofEpochMilli(start);
    }
}
