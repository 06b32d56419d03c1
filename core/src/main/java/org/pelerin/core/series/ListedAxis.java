package org.pelerin.core.series;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;

/**
 * Instants that follow no rule and are listed one by one: those of events, where a value holds until the next one however long that
 * takes, or those of rows that were taken about every so often. Held in memory whole, 8 bytes an instant.
 */
public final class ListedAxis implements TimeAxis {

    private final long[] own;
    private final Duration interval;
    private final long end;
    private final ClockCorrection correction;

    private ListedAxis(long[] own, Duration interval, long end, ClockCorrection correction) {
        if (own.length == 0) {
            throw new IllegalArgumentException("A record with listed instants has at least one");
        }
        for (int i = 1; i < own.length; i++) {
            if (own[i] < own[i - 1]) {
                throw new IllegalArgumentException("Instant " + i + " lies before the one that precedes it");
            }
        }
        if (end < own[own.length - 1]) {
            throw new IllegalArgumentException("A record ends before its last instant");
        }
        this.own = own;
        this.interval = interval;
        this.end = end;
        this.correction = correction;
    }

    /**
     * The instants of events.
     *
     * @param own on the logger's clock, in ms, not descending; at least one
     * @param end of the record on the logger's clock, not before the last event
     */
    public static ListedAxis events(long[] own, Instant end, ClockCorrection correction) {
        return new ListedAxis(own.clone(), Duration.ZERO, end.toEpochMilli(), correction);
    }

    /**
     * The instants of rows; where nothing was taken for longer than half as much again as the interval, a missing value begins one
     * interval after the last that was there.
     *
     * @param own in ms, ascending; at least one. Not copied: the caller leaves it alone from now on
     * @param interval nominal, at least 1 ms; the last value stands for one
     */
    public static ListedAxis rows(long[] own, Duration interval) {
        if (interval.toMillis() < 1) {
            throw new IllegalArgumentException("An interval is at least a millisecond, not " + interval);
        }
        long last = own.length == 0 ? 0 : own[own.length - 1];
        return new ListedAxis(own, interval, last + interval.toMillis(), ClockCorrection.NONE);
    }

    @Override
    public long count() {
        return own.length;
    }

    @Override
    public ClockCorrection correction() {
        return correction;
    }

    @Override
    public long ownMillisAt(long index) {
        return index >= own.length ? end : own[(int) index];
    }

    @Override
    public boolean events() {
        return interval.isZero();
    }

    /** Nominal spacing of rows; zero for events. */
    public Duration interval() {
        return interval;
    }

    /** The instants on the logger's clock; a copy. */
    public long[] ownMillis() {
        return own.clone();
    }

    /** Where the record ends, on the logger's clock. */
    public Instant ownEnd() {
        return Instant.ofEpochMilli(end);
    }

    @Override
    public boolean equals(Object o) {
        return this == o
                || o instanceof ListedAxis other
                        && end == other.end
                        && interval.equals(other.interval)
                        && Arrays.equals(own, other.own)
                        && correction.equals(other.correction);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(own) + Long.hashCode(end);
    }
}
