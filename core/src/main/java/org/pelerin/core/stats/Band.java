package org.pelerin.core.stats;

/** A closed range of allowed values; an absent side is infinite. */
public record Band(double low, double high) {

    public boolean unbounded() {
        return Double.isInfinite(low) && Double.isInfinite(high);
    }
}
