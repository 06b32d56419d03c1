package org.pelerin.app.report.document;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.review.Carpet;
import org.pelerin.app.review.SeriesColour;
import org.pelerin.core.plan.LimitText;

/**
 * A spot over a time in one picture for a document, on one axis of days: its limited channels as curves, one quantity below the other, and the hours of each
 * day, departures marked by colour and shape.
 */
final class SpotStrip {

    /** Quantities of one spot that are drawn. */
    static final int MOST_CURVES = 3;
    /** Columns of a curve. */
    static final int COLUMNS = 520;

    private static final int WIDTH = 672;
    private static final int LEFT = 58;
    private static final int RIGHT = 94;
    private static final int TOP = 4;
    private static final int CURVE = 62;
    private static final int BETWEEN = 8;
    private static final double HOUR = 2.4;
    private static final int DAYS = 16;
    private static final double LETTER = 8.5;
    private static final int LONGEST_NAME = 18;

    /** A value, or the least and greatest of a column; the line is broken where {@code breaks}. */
    record Point(long at, double min, double max, boolean breaks) {}

    /**
     * What a channel recorded at the spot, over all its missions.
     *
     * @param low limits in the unit of the values; null for none
     */
    record Curve(String name, String unit, Double low, Double high, List<Point> points) {}

    private final Instant from;
    private final Instant to;
    private final StringBuilder svg = new StringBuilder();

    private SpotStrip(Instant from, Instant to) {
        this.from = from;
        this.to = to;
    }

    /** @param months of which days between {@code from} and {@code to} are drawn */
    static String draw(
            String spot, List<Curve> curves, List<Carpet> months, Instant from, Instant to, ZoneId zone, Formats show) {
        return new SpotStrip(from, to).drawn(spot, curves, months, zone, show);
    }

    private String drawn(String spot, List<Curve> curves, List<Carpet> months, ZoneId zone, Formats show) {
        Map<String, List<Curve>> panels = new LinkedHashMap<>();
        curves.forEach(
                c -> panels.computeIfAbsent(c.unit, u -> new ArrayList<>()).add(c));
        double y = TOP;
        for (List<Curve> panel : panels.values().stream().limit(MOST_CURVES).toList()) {
            panel(panel, y);
            y += CURVE + BETWEEN;
        }
        double hours = y;
        for (int h = 0; h <= 24; h += 12) {
            text(LEFT - 5, hours + h * HOUR + 3, "end", String.format(Locale.ROOT, "%02d:00", h));
        }
        for (Carpet month : months) {
            for (Carpet.Day day : month.days()) {
                day(day, hours, zone);
            }
        }
        days(hours + 24 * HOUR, zone, show);
        int height = (int) Math.ceil(hours + 24 * HOUR + DAYS);
        Duration out = months.stream().map(Carpet::out).reduce(Duration.ZERO, Duration::plus);
        return DocumentSvg.open(
                        WIDTH, height, Texts.of("report.document.spotStrip.said", "spot", spot, "out", show.rough(out)))
                + svg
                + "</svg>";
    }

    private void panel(List<Curve> curves, double top) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (Curve c : curves) {
            for (Point p : c.points) {
                low = Math.min(low, p.min);
                high = Math.max(high, p.max);
            }
            low = c.low == null ? low : Math.min(low, c.low);
            high = c.high == null ? high : Math.max(high, c.high);
        }
        double least = low;
        double greatest = high;
        double room = Math.max((high - low) * 0.06, 1e-6 * Math.max(1, Math.abs(high)));
        low -= room;
        high += room;
        put(
                "<rect x=\"%d\" y=\"%.1f\" width=\"%d\" height=\"%d\" fill=\"#f5f6f4\"/>",
                LEFT, top, WIDTH - LEFT - RIGHT, CURVE);
        text(LEFT - 5, y(greatest, low, high, top) + 3, "end", LimitText.plain(rounded(greatest)));
        if (y(least, low, high, top) - y(greatest, low, high, top) > LETTER) {
            text(LEFT - 5, y(least, low, high, top) + 3, "end", LimitText.plain(rounded(least)));
        }
        double free = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < curves.size(); i++) {
            Curve c = curves.get(i);
            String colour = SeriesColour.of(i);
            String path = path(c.points, low, high, top);
            put("<path d=\"%s\" fill=\"none\" stroke=\"%s\" stroke-width=\"0.9\"/>", path, colour);
            if (c.high != null) {
                limit(c.high, top, y(c.high, low, high, top), path, true, top);
            }
            if (c.low != null) {
                limit(c.low, y(c.low, low, high, top), top + CURVE, path, false, top);
            }
            double last =
                    c.points.isEmpty() ? top + CURVE / 2.0 : y(c.points.get(c.points.size() - 1).max, low, high, top);
            double at = Math.min(top + CURVE - (curves.size() - 1.0 - i) * LETTER, Math.max(last, free));
            String name = c.name.length() > LONGEST_NAME ? c.name.substring(0, LONGEST_NAME - 1) + "…" : c.name;
            put(
                    "<text x=\"%d\" y=\"%.1f\" font-family=\"Next\" font-size=\"8.5\" fill=\"%s\">%s</text>",
                    WIDTH - RIGHT + 5, at + 3, colour, DocumentSvg.escaped((name + " " + c.unit).strip()));
            free = at + LETTER;
        }
    }

    private static double rounded(double v) {
        double step = Math.pow(10, Math.floor(Math.log10(Math.max(1e-9, Math.abs(v)))) - 2);
        return Math.abs(v) < 1e-9 ? 0 : Math.round(v / step) * step;
    }

    /** A limit as a line, and what of the curve lies beyond it. */
    private void limit(double value, double from, double to, String path, boolean above, double top) {
        double line = above ? to : from;
        put(
                "<path d=\"M%d %.1fH%d\" stroke=\"#1f5a4c\" stroke-width=\"0.6\" fill=\"none\"/>",
                LEFT, line, WIDTH - RIGHT);
        if (to - from > 0.5) {
            put(
                    "<svg x=\"%d\" y=\"%.1f\" width=\"%d\" height=\"%.1f\" viewBox=\"%d %.1f %d %.1f\"><path d=\"%s\" fill=\"none\""
                            + " stroke=\"%s\" stroke-width=\"1.6\"/></svg>",
                    LEFT,
                    from,
                    WIDTH - LEFT - RIGHT,
                    to - from,
                    LEFT,
                    from,
                    WIDTH - LEFT - RIGHT,
                    to - from,
                    path,
                    above ? "#b8431f" : "#1f6fa8");
        }
    }

    private String path(List<Point> points, double low, double high, double top) {
        StringBuilder out = new StringBuilder();
        boolean pen = false;
        for (Point p : points) {
            double x = x(p.at);
            double a = y(p.min, low, high, top);
            double b = y(p.max, low, high, top);
            out.append(String.format(Locale.ROOT, "%s%.1f %.1f", pen && !p.breaks ? "L" : "M", x, a));
            if (Math.abs(a - b) > 0.05) {
                out.append(String.format(Locale.ROOT, "V%.1f", b));
            }
            pen = true;
        }
        return out.toString();
    }

    /** Hours of one state are one stretch. */
    private void day(Carpet.Day day, double top, ZoneId zone) {
        Instant begins = day.date().atStartOfDay(zone).toInstant();
        Instant ends = day.date().plusDays(1).atStartOfDay(zone).toInstant();
        if (!ends.isAfter(from) || !begins.isBefore(to)) {
            return;
        }
        double x = x(begins.toEpochMilli());
        double width = Math.max(0.4, x(ends.toEpochMilli()) - x - 0.8);
        Carpet.State state = null;
        double y = 0;
        double end = 0;
        for (Carpet.Hour h : day.hours()) {
            double at = top + h.x() * HOUR;
            if (h.state() != state || Math.abs(at - end) > 0.01) {
                stretch(state, x, y, width, end);
                state = h.state();
                y = at;
            }
            end = at + h.width() * HOUR;
        }
        stretch(state, x, y, width, end);
    }

    private void stretch(Carpet.State state, double x, double y, double width, double end) {
        if (state == null || state == Carpet.State.NOTHING) {
            return;
        }
        String fill = switch (state) {
            case ABOVE -> "#b8431f";
            case BELOW -> "#1f6fa8";
            case MISSING -> "#f1e4bb";
            case KEPT -> "#dfeae6";
            case PARTLY -> "#eff4f2";
            default -> "#ffffff";
        };
        put(
                "<rect x=\"%.1f\" y=\"%.1f\" width=\"%.1f\" height=\"%.1f\" fill=\"%s\"%s/>",
                x,
                y,
                width,
                end - y,
                fill,
                state == Carpet.State.MISSING ? " stroke=\"#a67f12\" stroke-width=\"0.5\"" : "");
        if (width > 5 && end - y > 3) {
            double mid = x + width / 2;
            double at = (y + end) / 2;
            // told by its shape too
            switch (state) {
                case ABOVE -> put("<path d=\"M%.1f %.1fh4l-2 -3z\" fill=\"#ffffff\"/>", mid - 2, at + 1.5);
                case BELOW -> put("<path d=\"M%.1f %.1fh4l-2 3z\" fill=\"#ffffff\"/>", mid - 2, at - 1.5);
                default -> {}
            }
        }
    }

    private void days(double y, ZoneId zone, Formats show) {
        LocalDate first = from.atZone(zone).toLocalDate();
        LocalDate last = to.minusMillis(1).atZone(zone).toLocalDate();
        long all = ChronoUnit.DAYS.between(first, last) + 1;
        boolean months = all > 70;
        double free = Double.NEGATIVE_INFINITY;
        for (LocalDate d = first; !d.isAfter(last); d = d.plusDays(1)) {
            double x = x(d.atStartOfDay(zone).toInstant().toEpochMilli());
            boolean marked =
                    months ? d.getDayOfMonth() == 1 : d.equals(first) || ChronoUnit.DAYS.between(first, d) % 7 == 0;
            if (marked && x >= free) {
                put("<path d=\"M%.1f %.1fv3\" stroke=\"#4a5a60\" stroke-width=\"0.6\"/>", x, y);
                text(x, y + 12, "start", months ? show.shortMonth(d) : show.dayOfMonth(d));
                free = x + 40;
            }
        }
    }

    private double x(long at) {
        double share = (double) (at - from.toEpochMilli()) / Math.max(1, to.toEpochMilli() - from.toEpochMilli());
        return LEFT + (WIDTH - LEFT - RIGHT) * Math.max(0, Math.min(1, share));
    }

    private static double y(double v, double low, double high, double top) {
        return top + CURVE - CURVE * (v - low) / (high - low);
    }

    private void text(double x, double y, String anchor, String words) {
        put(
                "<text x=\"%.1f\" y=\"%.1f\" text-anchor=\"%s\" font-family=\"Next\" font-size=\"8.5\" fill=\"#4a5a60\">%s</text>",
                x, y, anchor, DocumentSvg.escaped(words));
    }

    private void put(String form, Object... values) {
        svg.append(String.format(Locale.ROOT, form, values));
    }
}
