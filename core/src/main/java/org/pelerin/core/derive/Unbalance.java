package org.pelerin.core.derive;

/** Unbalance of phases: the greatest distance of a phase from the mean of all, in per cent of the mean. */
public final class Unbalance {

    private Unbalance() {}

    /** @return NaN where the mean is 0 */
    public static double of(double... phases) {
        double mean = 0;
        for (double p : phases) {
            mean += p / phases.length;
        }
        double farthest = 0;
        for (double p : phases) {
            farthest = Math.max(farthest, Math.abs(p - mean));
        }
        return mean == 0 ? Double.NaN : farthest / Math.abs(mean) * 100;
    }
}
