package org.pelerin.core.series;

import java.time.Duration;
import java.time.Instant;

/**
 * The instants of a record taken at a fixed interval, even on the logger's own clock.
 *
 * @param start the first sample's instant on the logger's clock
 * @param interval nominal interval, at least 1 ms
 * @param count number of samples, missing ones included
 * @param correction applied to every instant that is shown
 */
public record EvenAxis(Instant start, Duration interval, long count, ClockCorrection correction) implements TimeAxis {

    public EvenAxis {
        if (interval.toMillis() < 1) {
            throw new IllegalArgumentException("An interval is at least a millisecond, not " + interval);
        }
        if (count < 0) {
            throw new IllegalArgumentException("A record cannot have " + count + " samples");
        }
    }

    @Override
    public long ownMillisAt(long index) {
        return start.toEpochMilli() + index * interval.toMillis();
    }

    @Override
    public boolean events() {
        return false;
    }
}
