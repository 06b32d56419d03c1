package org.pelerin.core.series;

/**
 * The step between two neighbouring values of a logger's converter, as the exact fraction {@code numerator / denominator}
 * in the channel's unit: 1/20 for steps of 0.05 °C.
 *
 * <p>A count {@code k} means {@code k * numerator / denominator}, computed with one rounding, so that equal counts give
 * equal doubles everywhere.
 *
 * @param numerator positive
 * @param denominator positive
 */
public record Resolution(int numerator, int denominator) {

    public Resolution {
        if (numerator <= 0 || denominator <= 0) {
            throw new IllegalArgumentException(
                    "A resolution is a positive fraction, not " + numerator + "/" + denominator);
        }
    }

    public static Resolution of(int numerator, int denominator) {
        return new Resolution(numerator, denominator);
    }

    /** The value of a count; exact to one rounding while {@code |count * numerator| < 2^53}. */
    public double value(long count) {
        return (double) (count * numerator) / denominator;
    }

    /** The count nearest to a value. */
    public long count(double value) {
        return Math.round(numerator == 1 ? value * denominator : value * denominator / numerator);
    }

    /** Decimals needed to show neighbouring values apart, at most 6. */
    public int decimals() {
        int decimals = 0;
        double step = (double) numerator / denominator;
        while (decimals < 6 && Math.abs(step - Math.rint(step)) > 1e-9) {
            step *= 10;
            decimals++;
        }
        return decimals;
    }
}
