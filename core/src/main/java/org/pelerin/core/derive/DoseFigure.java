package org.pelerin.core.derive;

import org.pelerin.core.language.CoreTexts;

/** See {@link Figure#dose}. */
final class DoseFigure implements Figure {

    private static final double CRITERION_HOURS = 8;

    private final double criterion;
    private final double exchange;
    private final double threshold;
    private double sum;

    DoseFigure(double criterion, double exchange, double threshold) {
        if (!(criterion > 0) || !(exchange > 0)) {
            throw new IllegalArgumentException(CoreTexts.say("core.derive.doseFigure.aDoseNeedsACriterion"));
        }
        this.criterion = criterion;
        this.exchange = exchange;
        this.threshold = threshold;
    }

    @Override
    public void clear() {
        sum = 0;
    }

    @Override
    public void add(double level, double terms, long millis) {
        if (level >= threshold) {
            sum += millis / 3_600_000.0 * Math.pow(2, (level - criterion) / exchange);
        }
    }

    @Override
    public double value() {
        return 100 / CRITERION_HOURS * sum;
    }

    @Override
    public double terms() {
        return value();
    }
}
