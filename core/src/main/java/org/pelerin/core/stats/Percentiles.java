package org.pelerin.core.stats;

/** Percentiles by linear interpolation between closest ranks, Hyndman and Fan's type 7. */
final class Percentiles {

    private Percentiles() {}

    /**
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
}
