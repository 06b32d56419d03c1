package org.pelerin.core.judge;

/** The side of its bound on which a run of values lies. */
public enum Direction {
    ABOVE,
    BELOW;

    /** Positive where {@code v} is farther out than {@code limit}. */
    double beyond(double v, double limit) {
        return this == ABOVE ? v - limit : limit - v;
    }
}
