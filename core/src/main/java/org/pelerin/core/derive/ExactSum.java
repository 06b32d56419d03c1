package org.pelerin.core.derive;

/** A running sum kept in two doubles (Knuth's two-sum), so that what is taken off again leaves nothing behind. */
final class ExactSum {

    private double sum;
    private double rest;

    void clear() {
        sum = 0;
        rest = 0;
    }

    void add(double v) {
        double s = sum + v;
        double b = s - sum;
        rest += (sum - (s - b)) + (v - b);
        sum = s;
    }

    double value() {
        return sum + rest;
    }
}
