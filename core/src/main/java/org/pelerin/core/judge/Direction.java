package org.pelerin.core.judge;

import java.util.List;
import org.pelerin.core.stats.Comparison;
import org.pelerin.core.unit.SignificantDigits;

/** The side of its bound on which a run of values lies. */
public enum Direction {
    ABOVE,
    BELOW,
    /** Both sides together, as an allowance adds them. */
    OUTSIDE;

    /** The sides that make runs of their own. */
    static final List<Direction> SIDES = List.of(ABOVE, BELOW);

    /**
     * Whether {@code v} lies strictly beyond {@code limit}; for a side.
     *
     * @param terms as {@link Comparison#above}
     */
    boolean out(double v, double limit, double terms) {
        return this == ABOVE ? Comparison.above(v, limit, terms) : Comparison.below(v, limit, terms);
    }

    /** Whether {@code v} is farther out than {@code peak}, by more than what is equal to {@value SignificantDigits#DIGITS} digits; for a side. */
    boolean farther(double v, double peak) {
        return beyond(v, peak) > 0 && beyond(SignificantDigits.rounded(v), SignificantDigits.rounded(peak)) > 0;
    }

    /** Positive where {@code v} is farther out than {@code limit}; for a side. */
    double beyond(double v, double limit) {
        return this == ABOVE ? v - limit : limit - v;
    }
}
