package org.pelerin.core.record;

import java.util.List;
import org.pelerin.core.series.Block;

/**
 * Is told the samples of one channel in the order of time, once. All instants are ms since the epoch on the reference clock.
 *
 * <p>For each stretch of time that is judged: {@link #begin}, then samples and what is missing between them, without overlap, then
 * {@link #end}; {@link #done} after the last. Where a stretch begins with time that only an earlier sample stands for, nothing is told of that time.
 */
public interface SampleReader {

    /** In the place of a term's size: the value was recorded, or rounded to its digits, and is compared exactly. */
    double EXACT = -1;

    default void begin(long at) {}

    /**
     * A valid value and the time it stands for.
     *
     * @param to where it stops standing, not before {@code from}
     * @param value never NaN
     * @param terms size of the largest term that went into a computed value; {@link #EXACT} for others
     */
    void sample(long from, long to, double value, double terms);

    /**
     * The same for values that were recorded, each of which stands until the next one. Neither array is to be kept.
     *
     * @param at where each begins to stand, and at {@code end} where the last one stops
     * @param values from {@code begin} inclusive to {@code end} exclusive; none is NaN
     */
    default void samples(long[] at, double[] values, int begin, int end) {
        for (int i = begin; i < end; i++) {
            sample(at[i], at[i + 1], values[i], EXACT);
        }
    }

    /** The same where they are all values of a block, of which none is missing. */
    default void block(Block block, long[] at, double[] values, int begin, int end) {
        samples(at, values, begin, end);
    }

    /**
     * No valid sample stands for this time.
     *
     * @param own how long it was by the logger's clock, in ms
     */
    default void missing(long from, long to, long own) {}

    default void end(long at) {}

    /** Nothing more comes. */
    default void done() {}

    /** Whether the values of a block need not be told one by one, because its summary says enough. None is missing in it. */
    default boolean skips(Block block) {
        return false;
    }

    /** Told in the place of its samples. */
    default void skipped(long from, long to, Block block) {
        throw new UnsupportedOperationException();
    }

    /** Tells several readers the same. A block is skipped where all of them skip it. */
    static SampleReader all(List<? extends SampleReader> readers) {
        return readers.size() == 1 ? readers.get(0) : new SeveralReaders(readers);
    }
}
