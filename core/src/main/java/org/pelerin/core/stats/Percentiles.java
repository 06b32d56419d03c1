package org.pelerin.core.stats;

import java.util.Arrays;
import java.util.Comparator;
import java.util.function.LongToDoubleFunction;
import java.util.stream.IntStream;

/** Percentiles of valid values. */
public final class Percentiles {

    private Percentiles() {}

    /**
     * By linear interpolation between closest ranks, Hyndman and Fan's type 7, each value counting once.
     *
     * @param sorted the first {@code count} ascending, without NaN
     * @param shares 0…1
     * @return one figure a share; NaN for no values
     */
    public static double[] ranked(double[] sorted, int count, double... shares) {
        return Arrays.stream(shares)
                .map(p -> between((count - 1) * p, count, rank -> sorted[(int) rank]))
                .toArray();
    }

    /** The same where the value of each rank is found otherwise. */
    static double[] at(long count, LongToDoubleFunction value, double... shares) {
        return Arrays.stream(shares)
                .map(p -> between((count - 1) * p, count, value))
                .toArray();
    }

    /** The same of ascending values that came so often each. */
    static double[] counted(double[] values, long[] counts, double... shares) {
        long[] until = counts.clone();
        Arrays.parallelPrefix(until, Long::sum);
        long count = until.length == 0 ? 0 : until[until.length - 1];
        return Arrays.stream(shares)
                .map(p -> between((count - 1) * p, count, rank -> values[after(until, rank)]))
                .toArray();
    }

    /** The first place whose sum exceeds a rank. */
    private static int after(long[] until, long rank) {
        int at = Arrays.binarySearch(until, rank);
        return at >= 0 ? at + 1 : -at - 1;
    }

    private static double between(double rank, long count, LongToDoubleFunction at) {
        if (count == 0) {
            return Double.NaN;
        }
        long below = (long) rank;
        if (below == count - 1) {
            return at.applyAsDouble(below);
        }
        double share = rank - below;
        return at.applyAsDouble(below) * (1 - share) + at.applyAsDouble(below + 1) * share;
    }

    /**
     * Of values that held for different times: the least value such that it or a lower one held for at least the share {@code p} of the
     * time, the inverse of the distribution over time.
     *
     * @param held as many as values, 0 or more; where all are 0 each value counts once
     * @param shares 0…1, ascending
     * @return one figure a share; NaN for no values
     */
    static double[] held(double[] values, double[] held, double... shares) {
        double[] out = new double[shares.length];
        Arrays.fill(out, Double.NaN);
        int[] order = IntStream.range(0, values.length)
                .boxed()
                .sorted(Comparator.comparingDouble(i -> values[i]))
                .mapToInt(Integer::intValue)
                .toArray();
        double whole = Arrays.stream(held).sum();
        double each = whole == 0 ? 1 : 0;
        double sum = 0;
        int next = 0;
        for (int i : order) {
            sum += whole == 0 ? each : held[i];
            double of = whole == 0 ? values.length : whole;
            while (next < shares.length && sum >= shares[next] * of * (1 - 1e-12)) {
                out[next++] = values[i];
            }
        }
        return out;
    }
}
