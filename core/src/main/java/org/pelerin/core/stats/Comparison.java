package org.pelerin.core.stats;

/**
 * The one comparison of a value with a limit. A value equal to the limit is inside. Values that were recorded, or that a scaling
 * rounded to its digits, are compared exactly; computed ones (means, totals, rates, doses, a limit less its clearance) count as equal
 * within {@value #ROUNDING} of the larger of the limit's size and that of the terms that went in, so that rounding makes no excursions.
 */
public final class Comparison {

    private static final double ROUNDING = 1e-9;

    private Comparison() {}

    public static boolean above(double v, double limit) {
        return v > limit;
    }

    public static boolean below(double v, double limit) {
        return v < limit;
    }

    /** @param terms size of the largest term that went into either, in the limit's unit */
    public static boolean computedAbove(double v, double limit, double terms) {
        return v - limit > ROUNDING * Math.max(Math.abs(limit), Math.abs(terms));
    }

    /** @param terms size of the largest term that went into either, in the limit's unit */
    public static boolean computedBelow(double v, double limit, double terms) {
        return limit - v > ROUNDING * Math.max(Math.abs(limit), Math.abs(terms));
    }
}
