package org.pelerin.core.derive;

import org.pelerin.core.stats.Mean;

/** See {@link Figure#mean}. */
final class MeanFigure implements Figure {

    private final Mean mean;
    private double largest;

    MeanFigure(boolean energy) {
        mean = Mean.of(energy);
    }

    @Override
    public void clear() {
        mean.clear();
        largest = 0;
    }

    @Override
    public void add(double value, double terms, long millis) {
        mean.add(value, millis / 3_600_000.0);
        largest = Math.max(largest, Math.max(Math.abs(value), terms));
    }

    @Override
    public double value() {
        return mean.value();
    }

    @Override
    public double terms() {
        return largest;
    }
}
