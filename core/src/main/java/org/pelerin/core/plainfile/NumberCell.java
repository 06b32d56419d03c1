package org.pelerin.core.plainfile;

import java.nio.charset.StandardCharsets;

/**
 * Reads decimal numbers as the double nearest to them: a sign, digits with or without a point, an exponent. Short ones are a quotient
 * of two exact doubles, which rounds once; all others go to the JDK.
 */
final class NumberCell {

    private static final long EXACT = 1L << 53;
    private static final double[] POWERS = new double[23];

    static {
        for (int i = 0; i < POWERS.length; i++) {
            POWERS[i] = Double.parseDouble("1e" + i);
        }
    }

    private int decimals;

    /** Digits behind the point of the number that was read last. */
    int decimals() {
        return decimals;
    }

    /** @return NaN where it is no number; infinite where it is too large for a double */
    double value(byte[] b, int from, int to) {
        int at = from;
        boolean negative = b[at] == '-';
        if (negative || b[at] == '+') {
            at++;
        }
        long digits = 0;
        int count = 0;
        int behind = -1;
        for (; at < to; at++) {
            int d = b[at] - '0';
            if (d >= 0 && d <= 9) {
                if (count < 18) {
                    digits = digits * 10 + d;
                }
                count++;
                behind += behind >= 0 ? 1 : 0;
            } else if (b[at] == '.' && behind < 0) {
                behind = 0;
            } else {
                break;
            }
        }
        if (count == 0) {
            return Double.NaN;
        }
        decimals = Math.max(0, behind);
        if (at == to && count < 18 && digits < EXACT && decimals < POWERS.length) {
            double v = decimals == 0 ? digits : digits / POWERS[decimals];
            return negative ? -v : v;
        }
        return slow(b, from, at, to);
    }

    private double slow(byte[] b, int from, int mantissa, int to) {
        int at = mantissa;
        if (at < to && (b[at] == 'e' || b[at] == 'E')) {
            at++;
            if (at < to && (b[at] == '+' || b[at] == '-')) {
                at++;
            }
            int digits = at;
            while (at < to && b[at] >= '0' && b[at] <= '9') {
                at++;
            }
            if (at == digits) {
                return Double.NaN;
            }
        }
        if (at != to) {
            return Double.NaN;
        }
        decimals = Integer.MAX_VALUE;
        return Double.parseDouble(new String(b, from, to - from, StandardCharsets.ISO_8859_1));
    }
}
