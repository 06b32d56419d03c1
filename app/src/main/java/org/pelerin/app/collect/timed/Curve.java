package org.pelerin.app.collect.timed;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import org.pelerin.core.stats.ElapsedRatio;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/**
 * The curve of a test.
 *
 * @param every time between its values
 * @param values in order from the start on, NaN where one is missing
 * @param length of the whole test, in values; no less than there are
 */
public record Curve(String unit, Duration every, List<Double> values, long length) {

    public static final int WIDTH = 640;
    public static final int HEIGHT = 160;

    /**
     * One ratio.
     *
     * @param due what is left until it can be told; zero once it can
     * @param value null where it cannot be told yet, or never
     */
    public record Quotient(ElapsedRatio ratio, Duration due, Double early, Double late, Double value) {

        /** The two values in another unit; of what was recorded the ratio is, whatever that is. */
        Quotient shown(Conversion to) {
            return new Quotient(ratio, due, shown(to, early), shown(to, late), value);
        }

        private static Double shown(Conversion to, Double v) {
            return v == null ? null : to.value(v);
        }
    }

    /** The same in the units that somebody wants. */
    Curve shown(ShownUnits inUnits) {
        Conversion to = Unit.of(unit).shown(inUnits);
        return new Curve(to.symbol(), every, values.stream().map(to::value).toList(), length);
    }

    /** So long it has gone on. */
    public Duration elapsed() {
        return every.multipliedBy(Math.max(0, values.size() - 1));
    }

    public Duration all() {
        return every.multipliedBy(Math.max(0, length - 1));
    }

    public Duration left() {
        Duration left = all().minus(elapsed());
        return left.isNegative() ? Duration.ZERO : left;
    }

    /** The value that stands so long after the start; NaN for none. */
    double at(Duration t) {
        long i = t.toMillis() / every.toMillis();
        return i < values.size() ? values.get((int) i) : Double.NaN;
    }

    public List<Quotient> quotients(List<ElapsedRatio> ratios) {
        return ratios.stream().map(this::quotient).toList();
    }

    private Quotient quotient(ElapsedRatio r) {
        Duration due = r.late().minus(elapsed());
        return new Quotient(
                r,
                due.isNegative() || due.isZero() ? Duration.ZERO : due,
                finite(at(r.early())),
                finite(at(r.late())),
                finite(r.of(this::at)));
    }

    private static Double finite(double v) {
        return Double.isNaN(v) || Double.isInfinite(v) ? null : v;
    }

    public Double last() {
        return values.isEmpty() ? null : finite(values.get(values.size() - 1));
    }

    public Double least() {
        return values.stream().filter(v -> !v.isNaN()).min(Double::compare).orElse(null);
    }

    public Double greatest() {
        return values.stream().filter(v -> !v.isNaN()).max(Double::compare).orElse(null);
    }

    /** Where an elapsed time lies on the drawing. */
    public double x(Duration t) {
        return all().isZero() ? 0 : (double) WIDTH * t.toMillis() / all().toMillis();
    }

    public String path() {
        Double low = least();
        Double high = greatest();
        if (low == null) {
            return "";
        }
        double span = high > low ? high - low : 1;
        StringBuilder out = new StringBuilder();
        boolean pen = false;
        for (int i = 0; i < values.size(); i++) {
            double v = values.get(i);
            if (Double.isNaN(v)) {
                pen = false;
                continue;
            }
            out.append(String.format(
                    Locale.ROOT,
                    "%s%.1f %.1f",
                    pen ? "L" : "M",
                    length < 2 ? 0 : (double) WIDTH * i / (length - 1),
                    HEIGHT - 6 - (HEIGHT - 12) * (v - low) / span));
            pen = true;
        }
        return out.toString();
    }
}
