package org.pelerin.core.series;

import java.time.Duration;
import java.time.Instant;

/**
 * The instants of a record. Times in milliseconds since the epoch, UTC; the logger's own times are what it stored, the corrected
 * ones are what is shown and judged.
 */
public sealed interface TimeAxis permits EvenAxis, ListedAxis {

    static EvenAxis of(Instant start, Duration interval, long count) {
        return of(start, interval, count, ClockCorrection.NONE);
    }

    static EvenAxis of(Instant start, Duration interval, long count, ClockCorrection correction) {
        return new EvenAxis(start, interval, count, correction);
    }

    /** Number of samples, missing ones included. */
    long count();

    /** Applied to every instant that leaves {@link #millisAt}. */
    ClockCorrection correction();

    /** The logger's own instant of sample {@code index}; an index of {@link #count} gives where the last one stops standing. */
    long ownMillisAt(long index);

    /** Whether a value holds until the next one, however long that takes. */
    boolean events();

    /** The corrected instant of sample {@code index}; an index of {@link #count} gives where the last one stops standing. */
    default long millisAt(long index) {
        return correction().correctMillis(ownMillisAt(index));
    }

    /**
     * The corrected instants of several samples at once.
     *
     * @param out filled from {@code at} on
     */
    default void millis(long index, int count, long[] out, int at) {
        for (int i = 0; i < count; i++) {
            out[at + i] = millisAt(index + i);
        }
    }

    default Instant instantAt(long index) {
        return Instant.ofEpochMilli(millisAt(index));
    }

    default Instant first() {
        return instantAt(0);
    }

    /** Where the last sample stops standing. */
    default Instant end() {
        return instantAt(count());
    }

    /** The smallest index whose corrected instant is at or after {@code millis}; 0…count. */
    default long indexAtOrAfter(long millis) {
        long low = 0;
        long high = count();
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

    /** The time that the sample at {@code index} stands for, on the corrected time scale, in hours. */
    default double hoursHeld(long index) {
        return (millisAt(index + 1) - millisAt(index)) / 3_600_000.0;
    }
}
