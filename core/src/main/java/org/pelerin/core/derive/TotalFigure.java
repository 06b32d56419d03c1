package org.pelerin.core.derive;

/** See {@link Figure#total}. */
final class TotalFigure implements Figure {

    private final double base;
    private double sum;
    private double rest;
    private double size;

    TotalFigure(long base) {
        if (base <= 0) {
            throw new IllegalArgumentException("A total is per some time");
        }
        this.base = base;
    }

    @Override
    public void clear() {
        sum = 0;
        rest = 0;
        size = 0;
    }

    @Override
    public void add(double value, double terms, long millis) {
        double times = millis / base;
        double v = value * times;
        double s = sum + v;
        double b = s - sum;
        rest += (sum - (s - b)) + (v - b);
        sum = s;
        size += Math.max(Math.abs(value), terms) * times;
    }

    @Override
    public double value() {
        return sum + rest;
    }

    @Override
    public double terms() {
        return size;
    }
}
