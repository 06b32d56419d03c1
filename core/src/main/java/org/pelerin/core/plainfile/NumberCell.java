package org.pelerin.core.plainfile;

import java.nio.charset.StandardCharsets;

/**
 * Reads decimal numbers as the double nearest to them: a sign, digits with or without a point, an exponent. Short ones are a quotient
 * of two exact doubles, which rounds once; all others go to the JDK.
 */
final class NumberCell {

    private static final double[] POWERS = new double[16];

    static {
        for (int i = 0; i < POWERS.length; i++) {
            POWERS[i] = Double.parseDouble("1e" + i);
        }
    }

    private int decimals;
    private int end;

    /** Digits behind the point of the number that was read last. */
    int decimals() {
        return decimals;
    }

    /** Where the number ended that was read last in its common form. */
    int end() {
        return end;
    }

    /** Reads a short number without exponent, which ends where it ends; NaN for another form. */
    double common(byte[] b, int from, int length) {
        int at = from;
        boolean negative = at < length && b[at] == '-';
        if (negative) {
            at++;
        }
        int begin = at;
        long digits = 0;
        // one comparison: what lies below a zero is a large character
        for (; at < length && (char) (b[at] - '0') <= 9; at++) {
            digits = digits * 10 + b[at] - '0';
        }
        int count = at - begin;
        decimals = 0;
        if (at < length && b[at] == '.') {
            int point = at;
            for (at++; at < length && (char) (b[at] - '0') <= 9; at++) {
                digits = digits * 10 + b[at] - '0';
            }
            decimals = at - point - 1;
            count += decimals;
        }
        end = at;
        if (count < 1 || count > 15) {
            return Double.NaN;
        }
        double v = decimals == 0 ? digits : digits / POWERS[decimals];
        return negative ? -v : v;
    }

    /** Reads a cell. NaN where it is no number; infinite where it is too large for a double. */
    double any(byte[] b, int from, int to) {
        int at = from;
        if (at < to && (b[at] == '+' || b[at] == '-')) {
            at++;
        }
        int whole = digits(b, at, to);
        int behind = whole < to && b[whole] == '.' ? digits(b, whole + 1, to) : whole;
        if (behind - at < (behind > whole ? 2 : 1)) {
            return Double.NaN;
        }
        decimals = behind > whole ? behind - whole - 1 : 0;
        at = behind;
        if (at < to && (b[at] == 'e' || b[at] == 'E')) {
            at++;
            if (at < to && (b[at] == '+' || b[at] == '-')) {
                at++;
            }
            int exponent = digits(b, at, to);
            if (exponent == at) {
                return Double.NaN;
            }
            at = exponent;
            decimals = Integer.MAX_VALUE;
        }
        return at == to ? Double.parseDouble(new String(b, from, to - from, StandardCharsets.ISO_8859_1)) : Double.NaN;
    }

    private static int digits(byte[] b, int from, int to) {
        int at = from;
        while (at < to && b[at] >= '0' && b[at] <= '9') {
            at++;
        }
        return at;
    }
}
