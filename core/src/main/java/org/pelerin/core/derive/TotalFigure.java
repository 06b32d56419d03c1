package org.pelerin.core.derive;

import org.pelerin.core.language.CoreTexts;

/** See {@link Figure#total}. */
final class TotalFigure implements Figure {

    private final double base;
    private final ExactSum sum = new ExactSum();
    private double size;

    TotalFigure(long base) {
        if (base <= 0) {
            throw new IllegalArgumentException(CoreTexts.say("core.derive.totalFigure.aTotalNeedsATime"));
        }
        this.base = base;
    }

    @Override
    public void clear() {
        sum.clear();
        size = 0;
    }

    @Override
    public void add(double value, double terms, long millis) {
        double times = millis / base;
        sum.add(value * times);
        size += Math.max(Math.abs(value), terms) * times;
    }

    @Override
    public double value() {
        return sum.value();
    }

    @Override
    public double terms() {
        return size;
    }
}
