package org.pelerin.app.review;

import java.util.List;
import java.util.Locale;

/**
 * One line drawn small enough for a row of a list, with the limit that it went beyond.
 *
 * @param path from smallest to largest value a column, {@value #WIDTH} by {@value #HEIGHT}
 * @param limit where the limit lies; null for none
 * @param above whether what lies above it is outside, else what lies below
 * @param from where the excursion begins, and {@code to} where it ends
 */
public record CurveSketch(String path, Double limit, boolean above, double from, double to) {

    public static final int WIDTH = 132;
    public static final int HEIGHT = 30;
    private static final double EDGE = 2;

    /**
     * @param begin in ms, as {@code end}, {@code from} and {@code to}
     * @param limit in the unit of the line; null for none
     */
    static CurveSketch of(
            Chart.Columns columns,
            Chart.Line line,
            long begin,
            long end,
            long from,
            long to,
            Double limit,
            boolean above) {
        double low = least(line.min(), limit, true);
        double high = least(line.max(), limit, false);
        double span = high > low ? high - low : 1;
        StringBuilder path = new StringBuilder();
        boolean drawing = false;
        double held = 0;
        for (int i = 0; i < line.min().size(); i++) {
            if (line.min().get(i) == null) {
                drawing = false;
                continue;
            }
            double x = x(columns.t().get(i), begin, end);
            double first = y(line.min().get(i), high, span);
            if (drawing && columns.steps()) {
                path.append(String.format(Locale.ROOT, "L%.1f %.1f", x, held));
            }
            path.append(String.format(Locale.ROOT, "%s%.1f %.1f", drawing ? "L" : "M", x, first));
            held = y(line.max().get(i), high, span);
            path.append(String.format(Locale.ROOT, "L%.1f %.1f", x, held == first ? held + 0.1 : held));
            drawing = true;
        }
        if (drawing && columns.steps()) {
            path.append(String.format(Locale.ROOT, "L%.1f %.1f", x(Math.min(end, columns.end()), begin, end), held));
        }
        return new CurveSketch(
                path.toString(),
                limit == null ? null : y(limit, high, span),
                above,
                x(Math.max(begin, from), begin, end),
                x(Math.min(end, to), begin, end));
    }

    private static double least(List<Double> values, Double limit, boolean least) {
        double out = limit == null ? (least ? Double.POSITIVE_INFINITY : Double.NEGATIVE_INFINITY) : limit;
        for (Double v : values) {
            if (v != null) {
                out = least ? Math.min(out, v) : Math.max(out, v);
            }
        }
        return out;
    }

    private static double x(long at, long begin, long end) {
        return (double) WIDTH * (at - begin) / Math.max(1, end - begin);
    }

    private static double y(double v, double high, double span) {
        return EDGE + (HEIGHT - 2 * EDGE) * (high - v) / span;
    }
}
