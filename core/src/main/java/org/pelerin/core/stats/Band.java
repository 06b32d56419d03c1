package org.pelerin.core.stats;

/** A closed range of allowed values; an absent side is infinite. */
public record Band(double low, double high) {

    public boolean unbounded() {
        return Double.isInfinite(low) && Double.isInfinite(high);
    }

    /** 1 above the range, −1 below it, 0 inside or not a number. */
    public int side(double v) {
        return Comparison.above(v, high, Comparison.EXACT) ? 1 : Comparison.below(v, low, Comparison.EXACT) ? -1 : 0;
    }
}
