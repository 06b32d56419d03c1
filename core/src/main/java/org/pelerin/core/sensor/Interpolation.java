package org.pelerin.core.sensor;

import java.util.Arrays;

/** Straight lines between points. */
final class Interpolation {

    private Interpolation() {}

    /**
     * @param x rising
     * @param clamp whether the end values go on beyond the ends; NaN there otherwise
     */
    static double linear(double[] x, double[] y, double at, boolean clamp) {
        int last = x.length - 1;
        if (Double.isNaN(at)) {
            return Double.NaN;
        }
        if (at < x[0] || at > x[last]) {
            return !clamp ? Double.NaN : at < x[0] ? y[0] : y[last];
        }
        int i = Arrays.binarySearch(x, at);
        if (i >= 0) {
            return y[i];
        }
        int above = -i - 1;
        double share = (at - x[above - 1]) / (x[above] - x[above - 1]);
        return y[above - 1] + share * (y[above] - y[above - 1]);
    }
}
