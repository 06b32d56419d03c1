package org.pelerin.core.unit;

import java.math.BigDecimal;
import java.math.MathContext;

/**
 * Rounding to {@value #DIGITS} significant decimal digits: what becomes of every value that a scaling, a correction or a change of
 * unit computed. From then on it is exact, like a value that a file states: 3.1 °C corrected by −0.7 is 2.4, not above it, and a
 * mission is judged like its export.
 */
public final class SignificantDigits {

    public static final int DIGITS = 12;

    private static final MathContext CONTEXT = new MathContext(DIGITS);
    /** The powers of ten that a double holds exactly. */
    private static final double[] POWERS = new double[23];

    static {
        for (int i = 0; i < POWERS.length; i++) {
            POWERS[i] = Double.parseDouble("1e" + i);
        }
    }

    private SignificantDigits() {}

    /**
     * The double nearest to the decimal of {@value #DIGITS} digits that is nearest to {@code v}; halves go either way. NaN and
     * infinities stay what they are. Cost: a logarithm, a multiplication and a division for magnitudes from 1e-10 to 1e33.
     */
    public static double rounded(double v) {
        if (v == 0 || !Double.isFinite(v)) {
            return v;
        }
        int behind = DIGITS - 1 - (int) Math.floor(Math.log10(Math.abs(v)));
        if (behind >= 0 && behind < POWERS.length) {
            // a whole number below 1e13 over an exact power: the division rounds once, to the double nearest to the
            // decimal
            return Math.rint(v * POWERS[behind]) / POWERS[behind];
        }
        if (behind < 0 && -behind < POWERS.length) {
            return Math.rint(v / POWERS[-behind]) * POWERS[-behind];
        }
        return new BigDecimal(v).round(CONTEXT).doubleValue();
    }
}
