package org.pelerin.core.derive;

import org.pelerin.core.record.SampleReader;

/** The least or the greatest value. */
final class ExtremeFigure implements Figure {

    private final int sign;
    private double value = Double.NaN;
    private double terms = SampleReader.EXACT;

    /** @param sign −1 for the least, 1 for the greatest */
    ExtremeFigure(int sign) {
        this.sign = sign;
    }

    @Override
    public void clear() {
        value = Double.NaN;
        terms = SampleReader.EXACT;
    }

    @Override
    public void add(double v, double of, long millis) {
        if (!(value * sign >= v * sign)) {
            value = v;
        }
        terms = Math.max(terms, of);
    }

    @Override
    public double value() {
        return value;
    }

    @Override
    public double terms() {
        return terms;
    }
}
