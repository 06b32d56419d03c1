package org.pelerin.core.stats;

import org.pelerin.core.record.SampleReader;

/**
 * The one comparison of a value with a limit. A value equal to the limit is inside. Values that were recorded, or that a scaling
 * rounded to its digits, are compared exactly; computed ones (means, totals, rates, doses, a limit less its clearance) count as equal
 * within {@value #ROUNDING} of the larger of the limit's size and that of the terms that went in, so that rounding makes no excursions.
 */
public final class Comparison {

    private static final double ROUNDING = 1e-9;

    private Comparison() {}

    /** In the place of the terms' size: the value is compared exactly. */
    public static final double EXACT = SampleReader.EXACT;

    /** @param terms size of the largest term that went into a computed value, in the limit's unit; {@link #EXACT} for others */
    public static boolean above(double v, double limit, double terms) {
        return terms < 0 ? v > limit : v - limit > slack(limit, terms);
    }

    /** @param terms as {@link #above} */
    public static boolean below(double v, double limit, double terms) {
        return terms < 0 ? v < limit : limit - v > slack(limit, terms);
    }

    private static double slack(double limit, double terms) {
        return ROUNDING * Math.max(Math.abs(limit), terms);
    }
}
