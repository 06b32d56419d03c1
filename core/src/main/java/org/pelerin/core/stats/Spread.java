package org.pelerin.core.stats;

/**
 * Standard deviations, exact over the whole range of doubles: deviations are taken in units of the largest one, so that their squares
 * neither overflow nor vanish.
 */
final class Spread {

    private Spread() {}

    /**
     * The sample standard deviation (n − 1) about the plain mean, each value counting once.
     *
     * @param values the first {@code count} of them
     * @return NaN for fewer than two values
     */
    static double sample(double[] values, int count) {
        if (count < 2) {
            return Double.NaN;
        }
        double scale = scale(values, count);
        if (scale == 0) {
            return 0;
        }
        double mean = 0;
        for (int i = 0; i < count; i++) {
            mean += (values[i] - values[0]) / scale;
        }
        mean /= count;
        double squares = 0;
        double rest = 0;
        for (int i = 0; i < count; i++) {
            double away = (values[i] - values[0]) / scale - mean;
            squares += away * away;
            rest += away;
        }
        // what rounding left in the mean is taken off again
        return scale * Math.sqrt((squares - rest * rest / count) / (count - 1));
    }

    /** The same of values that came so often each. */
    static double counted(double[] values, long[] counts) {
        double n = 0;
        for (long c : counts) {
            n += c;
        }
        if (n < 2) {
            return Double.NaN;
        }
        double scale = scale(values, values.length);
        if (scale == 0) {
            return 0;
        }
        double mean = 0;
        for (int i = 0; i < values.length; i++) {
            mean += (values[i] - values[0]) / scale * counts[i];
        }
        mean /= n;
        double squares = 0;
        double rest = 0;
        for (int i = 0; i < values.length; i++) {
            double away = (values[i] - values[0]) / scale - mean;
            squares += away * away * counts[i];
            rest += away * counts[i];
        }
        return scale * Math.sqrt((squares - rest * rest / n) / (n - 1));
    }

    /**
     * The standard deviation of values that held for different times, about their mean over time: {@code √(Σ w·(x − μ)² / Σ w)}.
     *
     * @return NaN where none held any time
     */
    static double held(double[] values, double[] held) {
        double whole = 0;
        for (double w : held) {
            whole += w;
        }
        if (whole == 0) {
            return Double.NaN;
        }
        double scale = scale(values, values.length);
        if (scale == 0) {
            return 0;
        }
        double mean = 0;
        for (int i = 0; i < values.length; i++) {
            mean += (values[i] - values[0]) / scale * (held[i] / whole);
        }
        double squares = 0;
        for (int i = 0; i < values.length; i++) {
            double away = (values[i] - values[0]) / scale - mean;
            squares += away * away * (held[i] / whole);
        }
        return scale * Math.sqrt(squares);
    }

    /** A power of two about as large as the largest distance from the first value; 0 where all are the same. */
    private static double scale(double[] values, int count) {
        double most = 0;
        for (int i = 1; i < count; i++) {
            most = Math.max(most, Math.abs(values[i] - values[0]));
        }
        return most == 0 ? 0 : Math.scalb(1.0, Math.max(Double.MIN_EXPONENT, Math.getExponent(most)));
    }
}
