package org.pelerin.core.series;

import java.time.Duration;
import java.time.Instant;

/**
 * The instants of a record taken at a fixed interval. Times in milliseconds since the epoch, UTC; the logger's own times
 * run evenly, the corrected ones are what is shown and judged.
 *
 * @param start the first sample's instant on the logger's clock
 * @param interval nominal interval, at least 1 ms
 * @param count number of samples, missing ones included
 * @param correction applied to every instant that leaves this class
 */
public record TimeAxis(Instant start, Duration interval, long count, ClockCorrection correction) {

    public TimeAxis {
        if (interval.toMillis() < 1) {
            throw new IllegalArgumentException("An interval is at least a millisecond, not " + interval);
        }
        if (count < 0) {
            throw new IllegalArgumentException("A record cannot have " + count + " samples");
        }
    }

    public static TimeAxis of(Instant start, Duration interval, long count) {
        return new TimeAxis(start, interval, count, ClockCorrection.NONE);
    }

    /** The corrected instant of sample {@code index}; an index of {@code count} gives where the last one stops standing. */
    public long millisAt(long index) {
        return correction.correctMillis(start.toEpochMilli() + index * interval.toMillis());
    }

    public Instant instantAt(long index) {
        return Instant.ofEpochMilli(millisAt(index));
    }

    public Instant first() {
        return instantAt(0);
    }

    /** Where the last sample stops standing. */
    public Instant end() {
        return instantAt(count);
    }

    /** The smallest index whose corrected instant is at or after {@code millis}; 0…count. */
    public long indexAtOrAfter(long millis) {
        long low = 0;
        long high = count;
        while (low < high) {
            long mid = (low + high) >>> 1;
            if (millisAt(mid) >= millis) {
                high = mid;
            } else {
                low = mid + 1;
            }
        }
        return low;
    }

    /** The interval on the corrected time scale, in hours, of the sample at {@code index}. */
    public double hoursStanding(long index) {
        return (millisAt(index + 1) - millisAt(index)) / 3_600_000.0;
    }
}
