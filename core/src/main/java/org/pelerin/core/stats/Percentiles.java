package org.pelerin.core.stats;

import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/** Percentiles of valid values. */
final class Percentiles {

    private Percentiles() {}

    /**
     * By linear interpolation between closest ranks, Hyndman and Fan's type 7, each value counting once.
     *
     * @param sorted ascending, without NaN
     * @param p 0…1
     * @return NaN for an empty array
     */
    static double of(double[] sorted, double p) {
        if (sorted.length == 0) {
            return Double.NaN;
        }
        double rank = (sorted.length - 1) * p;
        int below = (int) rank;
        if (below == sorted.length - 1) {
            return sorted[below];
        }
        double share = rank - below;
        return sorted[below] * (1 - share) + sorted[below + 1] * share;
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
