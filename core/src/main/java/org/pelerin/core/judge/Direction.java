package org.pelerin.core.judge;

import java.util.List;

/** The side of its bound on which a run of values lies. */
public enum Direction {
    ABOVE,
    BELOW,
    /** Both sides together, as an allowance adds them. */
    OUTSIDE;

    /** The sides that make runs of their own. */
    static final List<Direction> SIDES = List.of(ABOVE, BELOW);

    /** Positive where {@code v} is farther out than {@code limit}; for a side. */
    double beyond(double v, double limit) {
        return this == ABOVE ? v - limit : limit - v;
    }
}
