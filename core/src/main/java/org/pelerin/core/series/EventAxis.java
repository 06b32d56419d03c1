package org.pelerin.core.series;

import java.time.Instant;
import java.util.Arrays;

/**
 * The instants of an event record: a value holds until the next event, the last one until the record ends. Held in memory whole,
 * 8 bytes an event; a logger keeps no more than some hundred thousand.
 */
public final class EventAxis implements TimeAxis {

    private final long[] own;
    private final long end;
    private final ClockCorrection correction;

    private EventAxis(long[] own, long end, ClockCorrection correction) {
        this.own = own;
        this.end = end;
        this.correction = correction;
    }

    /**
     * @param own instants of the events on the logger's clock, in ms, not descending; at least one
     * @param end of the record on the logger's clock, not before the last event
     */
    public static EventAxis of(long[] own, Instant end, ClockCorrection correction) {
        if (own.length == 0) {
            throw new IllegalArgumentException("A record of events has at least one");
        }
        for (int i = 1; i < own.length; i++) {
            if (own[i] < own[i - 1]) {
                throw new IllegalArgumentException("Event " + i + " lies before the one that precedes it");
            }
        }
        if (end.toEpochMilli() < own[own.length - 1]) {
            throw new IllegalArgumentException("A record of events ends before its last one");
        }
        return new EventAxis(own.clone(), end.toEpochMilli(), correction);
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
        return true;
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
        return o instanceof EventAxis other
                && end == other.end
                && Arrays.equals(own, other.own)
                && correction.equals(other.correction);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(own) + Long.hashCode(end);
    }
}
