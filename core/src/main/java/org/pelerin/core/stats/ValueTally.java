package org.pelerin.core.stats;

import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/**
 * How often each value came and for how long it stood. What loggers record are few different values, so that all figures of millions of
 * samples follow from some hundreds of counts, exactly.
 *
 * <p>Cost: one probe of a hash table a sample; memory for {@value #MOST} different values at the most.
 */
final class ValueTally {

    static final int MOST = 1 << 16;

    private long[] keys = new long[1 << 10];
    private long[] counts = new long[1 << 10];
    private long[] millis = new long[1 << 10];
    private int size;
    private int last;

    /** @return whether there was room for it */
    boolean add(double value, long stands) {
        // −0 is 0
        long key = Double.doubleToRawLongBits(value + 0.0);
        int at = last;
        if (counts[at] == 0 || keys[at] != key) {
            at = place(key);
            if (counts[at] == 0) {
                if (size == MOST) {
                    return false;
                }
                if (2 * size >= keys.length) {
                    grow();
                    at = place(key);
                }
                keys[at] = key;
                size++;
            }
            last = at;
        }
        counts[at]++;
        millis[at] += stands;
        return true;
    }

    /**
     * Counts values, each of which stands until the next one, up to the first that never came before.
     *
     * @param from where each begins to stand, and at {@code end} where the last one stops
     * @return the index of that one, which is not counted; {@code end} where all were known
     */
    int addKnown(long[] from, double[] values, int begin, int end) {
        int at = last;
        long key = keys[at];
        int run = begin;
        for (int i = begin; i < end; i++) {
            long next = Double.doubleToRawLongBits(values[i] + 0.0);
            if (next != key || counts[at] == 0) {
                counts[at] += i - run;
                millis[at] += from[i] - from[run];
                run = i;
                int place = place(next);
                if (counts[place] == 0) {
                    return i;
                }
                at = place;
                key = next;
                last = at;
            }
        }
        counts[at] += end - run;
        millis[at] += from[end] - from[run];
        return end;
    }

    private int place(long key) {
        int mask = keys.length - 1;
        long h = key * 0x9E3779B97F4A7C15L;
        int at = (int) (h >>> 40) & mask;
        while (counts[at] != 0 && keys[at] != key) {
            at = at + 1 & mask;
        }
        return at;
    }

    private void grow() {
        long[] oldKeys = keys;
        long[] oldCounts = counts;
        long[] oldMillis = millis;
        keys = new long[oldKeys.length * 2];
        counts = new long[keys.length];
        millis = new long[keys.length];
        for (int i = 0; i < oldKeys.length; i++) {
            if (oldCounts[i] != 0) {
                int at = place(oldKeys[i]);
                keys[at] = oldKeys[i];
                counts[at] = oldCounts[i];
                millis[at] = oldMillis[i];
            }
        }
    }

    /**
     * The values in order.
     *
     * @param counts how often each came
     * @param hours how long each stood in all
     */
    record Sorted(double[] values, long[] counts, double[] hours) {}

    Sorted sorted() {
        int[] order = IntStream.range(0, keys.length)
                .filter(i -> counts[i] != 0)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> Double.longBitsToDouble(keys[i])))
                .mapToInt(Integer::intValue)
                .toArray();
        return new Sorted(
                Arrays.stream(order)
                        .mapToDouble(i -> Double.longBitsToDouble(keys[i]))
                        .toArray(),
                Arrays.stream(order).mapToLong(i -> counts[i]).toArray(),
                Arrays.stream(order).mapToDouble(i -> millis[i] / 3_600_000.0).toArray());
    }
}
