package org.pelerin.core.series;

/** What an {@link Envelope} is drawn from: summaries at several grains, and values where it is drawn finer than those. */
public interface Outlined {

    /** Samples, missing ones included. */
    long count();

    /** Values {@code from} inclusive to {@code to} exclusive, NaN where missing. */
    double[] values(long from, long to);

    /**
     * Summaries of a level.
     *
     * @param from number of the first
     * @param to one past the number of the last; what is there of the series' last one counts as a whole one
     */
    Outline outline(int level, long from, long to);
}
