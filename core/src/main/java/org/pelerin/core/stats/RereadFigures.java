package org.pelerin.core.stats;

import java.util.Arrays;
import java.util.TreeSet;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;

/**
 * Spread and percentiles of a channel with too many different values to keep: exact, by reading it again instead of holding it. Each sample counts once.
 *
 * <p>Values are ordered by their bits. One reading counts them by the first {@value #FIRST_BITS} bits, which tells where each rank lies; the next takes out
 * the few values there. Where those are too many still (values that crowd together), further readings count by further bits.
 *
 * <p>Cost: two to five readings. Memory: 16 MiB, and at most 32 MiB more while the values at the ranks are sorted, whatever is recorded.
 */
final class RereadFigures {

    private static final int FIRST_BITS = 22;
    private static final int MORE_BITS = 14;
    private static final int MOST_TAKEN = 1 << 22;

    private final SampleSource source;
    private final long count;
    private final double first;
    private final double scale;
    private double mean;
    private double squares;
    private double rest;
    private double[] percentiles;

    /**
     * @param count of its valid samples, at least two different ones
     * @param first the first of them
     */
    RereadFigures(SampleSource source, long count, double first, double min, double max) {
        this.source = source;
        this.count = count;
        this.first = first;
        double most = Math.max(Math.abs(max - first), Math.abs(min - first));
        this.scale = Math.scalb(1.0, Math.max(Double.MIN_EXPONENT, Math.getExponent(most)));
    }

    /** What is done with each value. */
    private interface Value {
        void is(double v);
    }

    private void each(Value told) {
        source.read(new SampleReader() {
            @Override
            public void sample(long from, long to, double v, double terms) {
                told.is(v);
            }

            @Override
            public void samples(long[] at, double[] values, int begin, int end) {
                for (int i = begin; i < end; i++) {
                    told.is(values[i]);
                }
            }
        });
    }

    /** Unsigned and in the order of the values. */
    private static long key(double v) {
        // −0 is 0
        long bits = Double.doubleToRawLongBits(v + 0.0);
        return bits ^ (bits >> 63 | Long.MIN_VALUE);
    }

    private static double value(long key) {
        return Double.longBitsToDouble(key < 0 ? key ^ Long.MIN_VALUE : ~key);
    }

    RereadFigures reckon(double... shares) {
        TreeSet<Long> ranks = new TreeSet<>();
        for (double p : shares) {
            long below = (long) ((count - 1) * p);
            ranks.add(below);
            ranks.add(Math.min(count - 1, below + 1));
        }
        long[] wanted = ranks.stream().mapToLong(Long::longValue).toArray();
        double[] found = at(wanted);
        percentiles = Percentiles.at(count, rank -> found[Arrays.binarySearch(wanted, rank)], shares);
        return this;
    }

    /** The values at ranks of the whole, ascending. */
    private double[] at(long[] ranks) {
        int[] counts = new int[1 << FIRST_BITS];
        each(v -> {
            counts[(int) (key(v) >>> 64 - FIRST_BITS)]++;
            mean += (v - first) / scale;
        });
        mean /= count;
        long[] prefixes = new long[ranks.length];
        long[] inside = ranks.clone();
        long taken = 0;
        int bucket = 0;
        long until = counts[0];
        for (int r = 0; r < ranks.length; r++) {
            while (until <= ranks[r]) {
                until += counts[++bucket];
            }
            prefixes[r] = bucket;
            inside[r] = ranks[r] - (until - counts[bucket]);
            taken += r == 0 || prefixes[r - 1] != bucket ? counts[bucket] : 0;
        }
        return taken <= MOST_TAKEN ? sorted(prefixes, inside, (int) taken) : refined(prefixes, inside);
    }

    private void deviate(double v) {
        double away = (v - first) / scale - mean;
        squares += away * away;
        rest += away;
    }

    private double[] sorted(long[] prefixes, long[] inside, int size) {
        long[] distinct = Arrays.stream(prefixes).distinct().toArray();
        double[] taken = new double[size];
        int[] held = new int[1];
        each(v -> {
            deviate(v);
            if (Arrays.binarySearch(distinct, key(v) >>> 64 - FIRST_BITS) >= 0) {
                taken[held[0]++] = v + 0.0;
            }
        });
        Arrays.sort(taken);
        double[] out = new double[prefixes.length];
        int begins = 0;
        for (int r = 0; r < out.length; r++) {
            while (key(taken[begins]) >>> 64 - FIRST_BITS != prefixes[r]) {
                begins++;
            }
            out[r] = taken[begins + (int) inside[r]];
        }
        return out;
    }

    /** By further bits, until all are known. */
    private double[] refined(long[] prefixes, long[] inside) {
        boolean[] deviated = new boolean[1];
        for (int known = FIRST_BITS; known < 64; known += MORE_BITS) {
            int shift = 64 - known;
            int next = shift - MORE_BITS;
            long[] distinct = Arrays.stream(prefixes).distinct().toArray();
            long[][] counts = new long[distinct.length][1 << MORE_BITS];
            each(v -> {
                if (!deviated[0]) {
                    deviate(v);
                }
                long key = key(v);
                int at = Arrays.binarySearch(distinct, key >>> shift);
                if (at >= 0) {
                    counts[at][(int) (key >>> next) & (1 << MORE_BITS) - 1]++;
                }
            });
            deviated[0] = true;
            for (int r = 0; r < prefixes.length; r++) {
                long[] of = counts[Arrays.binarySearch(distinct, prefixes[r])];
                int bucket = 0;
                while (of[bucket] <= inside[r]) {
                    inside[r] -= of[bucket++];
                }
                prefixes[r] = prefixes[r] << MORE_BITS | bucket;
            }
        }
        return Arrays.stream(prefixes).mapToDouble(RereadFigures::value).toArray();
    }

    /** As {@link Spread#sample} has it. */
    double sd() {
        return scale * Math.sqrt((squares - rest * rest / count) / (count - 1));
    }

    double[] percentiles() {
        return percentiles;
    }
}
