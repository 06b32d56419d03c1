package org.pelerin.app.review;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.plan.LimitText;

/**
 * What the chart shows as a drawing in SVG: a panel a unit, or one a line, below each other on one axis of time, with limits, and above them
 * what is out, what is missing and what happened.
 */
final class ChartDrawing {

    private static final int LEFT = 60;
    private static final int RIGHT = 12;
    private static final int PANEL = 220;
    private static final int BETWEEN = 22;
    private static final int LINE = 20;
    private static final int TEXT = 12;
    private static final int RIBBON = 8;
    private static final int LEAST = 2;
    private static final String ABOVE = "#b8431f";
    private static final String BELOW = "#1f6fa8";
    private static final String MISSING = "#a67f12";
    private static final String LIMIT = "#1f5a4c";
    private static final int LETTER = 7;
    private static final String[] DASHES = {"", "7 3", "2 3", "9 3 2 3"};

    private final List<Chart.Columns> groups;
    private final List<Chart.Line> lines;
    private final long from;
    private final long to;
    private final int width;
    private final boolean aLine;
    private final DrawnOver over;
    private final StringBuilder svg = new StringBuilder();

    private ChartDrawing(
            List<Chart.Columns> groups,
            List<Chart.Line> lines,
            long from,
            long to,
            int width,
            boolean aLine,
            DrawnOver over) {
        this.aLine = aLine;
        this.over = over;
        this.groups = groups;
        this.lines = lines;
        this.from = from;
        this.to = Math.max(to, from + 1);
        this.width = width;
    }

    /**
     * @param from in ms, as {@code to}
     * @param aLine whether each line has a panel of its own
     */
    static String of(
            String title,
            List<Chart.Columns> groups,
            List<Chart.Line> lines,
            long from,
            long to,
            int width,
            boolean aLine,
            DrawnOver over,
            ZoneId zone,
            Formats show) {
        return new ChartDrawing(groups, lines, from, to, width, aLine, over).drawn(title, zone, show);
    }

    private String drawn(String title, ZoneId zone, Formats show) {
        Map<String, List<Chart.Line>> panels = new LinkedHashMap<>();
        lines.forEach(l -> panels.computeIfAbsent(aLine ? l.unit() + l.channel() : l.unit(), u -> new ArrayList<>())
                .add(l));
        String when = Texts.of(
                "review.chartDrawing.fromToTo",
                "from",
                show.second(Instant.ofEpochMilli(from), zone),
                "to",
                show.second(Instant.ofEpochMilli(to), zone));
        text(LEFT, LINE, "start", title + " · " + when);
        int first = ribbon(legend(2 * LINE) + LINE);
        int top = first;
        for (List<Chart.Line> panel : panels.values()) {
            panel(panel.get(0).unit(), panel, top);
            top += PANEL + BETWEEN;
        }
        events(first, top - BETWEEN, zone, show);
        times(top - BETWEEN, zone, show);
        int height = top - BETWEEN + 2 * LINE + TEXT;
        return String.format(
                Locale.ROOT,
                "<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"%d\" height=\"%d\" viewBox=\"0 0 %d %d\""
                        + " font-family=\"sans-serif\" font-size=\"%d\"><title>%s</title><rect width=\"100%%\" height=\"100%%\""
                        + " fill=\"#ffffff\"/>%s</svg>",
                width,
                height,
                width,
                height,
                TEXT,
                escaped(title),
                svg);
    }

    /** Names with their looks; returns where the next row would be. */
    private int legend(int y) {
        int x = LEFT;
        int row = y;
        for (int i = 0; i < lines.size(); i++) {
            int wide = 40 + LETTER * lines.get(i).label().length();
            if (x + wide > width && x > LEFT) {
                x = LEFT;
                row += LINE;
            }
            put("<path d=\"M%d %dh22\" %s stroke-width=\"2.4\"/>", x, row - 4, stroke(i));
            text(x + 28, row, "start", lines.get(i).label());
            x += wide;
        }
        return row;
    }

    /** What is out and what is missing, in a ribbon of their own; returns where the first panel begins. */
    private int ribbon(int y) {
        List<DrawnOver.Stretch> all = new ArrayList<>(over.gaps());
        over.excursions().stream().filter(e -> !e.side().equals("missing")).forEach(all::add);
        List<DrawnOver.Stretch> seen =
                all.stream().filter(e -> e.to() > from && e.from() < to).toList();
        if (seen.isEmpty()) {
            return y;
        }
        put(
                "<rect x=\"%d\" y=\"%d\" width=\"%d\" height=\"%d\" fill=\"#e1e5e0\"/>",
                LEFT, y, width - LEFT - RIGHT, RIBBON);
        text(LEFT - 6, y + RIBBON, "end", "out");
        for (DrawnOver.Stretch e : seen) {
            double a = inside(e.from());
            double wide = Math.max(LEAST, inside(e.to()) - a);
            boolean above = e.side().equals("above");
            boolean missing = e.side().equals("missing");
            put(
                    "<rect x=\"%.1f\" y=\"%d\" width=\"%.1f\" height=\"%d\" fill=\"%s\"/>",
                    a,
                    missing || above ? y : y + RIBBON / 2,
                    wide,
                    missing ? RIBBON : RIBBON / 2,
                    missing ? MISSING : above ? ABOVE : BELOW);
            text(a + wide / 2, missing || above ? y - 2 : y + RIBBON + 11, "middle", missing ? "◇" : above ? "▲" : "▼");
        }
        return y + RIBBON + LINE;
    }

    private double inside(long t) {
        return x(Math.max(from, Math.min(to, t)));
    }

    /** A line at each event through all panels, its sign at the foot of the first, its words where a pointer rests on it. */
    private void events(int top, int bottom, ZoneId zone, Formats show) {
        double free = Double.NEGATIVE_INFINITY;
        for (DrawnOver.Event e : over.events()) {
            if (e.at() < from || e.at() > to) {
                continue;
            }
            double x = x(e.at());
            put(
                    "<g><title>%s</title><path d=\"M%.1f %dV%d\" stroke=\"#46555b\" stroke-width=\"0.7\""
                            + " stroke-dasharray=\"3 3\" fill=\"none\"/>",
                    escaped(e.what() + ", " + show.second(Instant.ofEpochMilli(e.at()), zone)), x, top, bottom);
            // signs that would lie on each other are left out; their lines stay
            if (x > free) {
                text(x, top + PANEL - 4, "middle", e.sign());
                free = x + TEXT;
            }
            put("</g>");
        }
    }

    /** Each limit of a panel once: a line, and what it is. */
    private void limits(String unit, List<Chart.Line> of, int top, double low, double high) {
        TreeMap<Double, List<String>> whose = new TreeMap<>();
        for (Chart.Line l : of) {
            DrawnOver.Sides sides = over.bands().get(l.channel());
            if (sides != null) {
                for (double v : new double[] {sides.low(), sides.high()}) {
                    if (!Double.isInfinite(v)) {
                        whose.computeIfAbsent(v, k -> new ArrayList<>()).add(l.label());
                    }
                }
            }
        }
        whose.forEach((v, labels) -> {
            double y = top + PANEL - PANEL * (v - low) / (high - low);
            put("<path d=\"M%d %.1fH%d\" stroke=\"%s\" fill=\"none\"/>", LEFT, y, width - RIGHT, LIMIT);
            text(
                    width - RIGHT - 4,
                    y - 4,
                    "end",
                    Texts.of(
                            "review.chartDrawing.limitQuantityLabels",
                            "quantity",
                            LimitText.quantity(v, unit),
                            "labels",
                            (labels.size() == of.size() || labels.size() > 3
                                    ? ""
                                    : " (" + String.join(", ", labels) + ")")));
        });
    }

    private static String stroke(int i) {
        String dash = DASHES[i / SeriesColour.count() % DASHES.length];
        return "fill=\"none\" stroke=\"" + SeriesColour.of(i) + "\""
                + (dash.isEmpty() ? "" : " stroke-dasharray=\"" + dash + "\"");
    }

    private void panel(String unit, List<Chart.Line> of, int top) {
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (Chart.Line l : of) {
            for (int c = 0; c < l.min().size(); c++) {
                if (l.min().get(c) != null) {
                    low = Math.min(low, l.min().get(c));
                    high = Math.max(high, l.max().get(c));
                }
            }
        }
        for (Chart.Line l : of) {
            DrawnOver.Sides sides = over.bands().get(l.channel());
            if (sides != null) {
                low = Double.isInfinite(sides.low()) ? low : Math.min(low, sides.low());
                high = Double.isInfinite(sides.high()) ? high : Math.max(high, sides.high());
                low = Double.isInfinite(sides.high()) ? low : Math.min(low, sides.high());
                high = Double.isInfinite(sides.low()) ? high : Math.max(high, sides.low());
            }
        }
        if (low > high) {
            low = 0;
            high = 1;
        }
        double room = Math.max((high - low) * 0.07, 0.1);
        low -= room;
        high += room;
        put(
                "<rect x=\"%d\" y=\"%d\" width=\"%d\" height=\"%d\" fill=\"none\" stroke=\"#c5ccc6\"/>",
                LEFT, top, width - LEFT - RIGHT, PANEL);
        double step = step((high - low) / 5);
        for (double v = Math.ceil(low / step) * step; v <= high; v += step) {
            double y = top + PANEL - PANEL * (v - low) / (high - low);
            put("<path d=\"M%d %.1fH%d\" stroke=\"#e1e5e0\" fill=\"none\"/>", LEFT, y, width - RIGHT);
            text(LEFT - 6, y + 4, "end", plain(v, step));
        }
        text(LEFT - 6, top - 5, "end", unit);
        limits(unit, of, top, low, high);
        for (Chart.Line l : of) {
            put(
                    "<path d=\"%s\" %s stroke-width=\"1.3\" stroke-linejoin=\"round\"/>",
                    path(l, groups.get(l.group()), top, low, high), stroke(lines.indexOf(l)));
            beyond(l, top, low, high);
        }
    }

    /** What of a line lies beyond its limits, in the colour of the side. */
    private void beyond(Chart.Line l, int top, double low, double high) {
        DrawnOver.Sides sides = over.bands().get(l.channel());
        if (sides == null) {
            return;
        }
        if (!Double.isInfinite(sides.high())) {
            clipped(l, top, top + PANEL - PANEL * (sides.high() - low) / (high - low), ABOVE, top, low, high);
        }
        if (!Double.isInfinite(sides.low())) {
            clipped(l, top + PANEL - PANEL * (sides.low() - low) / (high - low), top + PANEL, BELOW, top, low, high);
        }
    }

    private void clipped(Chart.Line l, double from, double to, String colour, int top, double low, double high) {
        put(
                "<svg x=\"%d\" y=\"%.1f\" width=\"%d\" height=\"%.1f\" viewBox=\"%d %.1f %d %.1f\"><path d=\"%s\" fill=\"none\""
                        + " stroke=\"%s\" stroke-width=\"2.4\" stroke-linejoin=\"round\"/></svg>",
                LEFT,
                from,
                width - LEFT - RIGHT,
                Math.max(0, to - from),
                LEFT,
                from,
                width - LEFT - RIGHT,
                Math.max(0, to - from),
                path(l, groups.get(l.group()), top, low, high),
                colour);
    }

    private String path(Chart.Line l, Chart.Columns group, int top, double low, double high) {
        StringBuilder out = new StringBuilder();
        boolean pen = false;
        for (int c = 0; c < l.min().size(); c++) {
            if (l.min().get(c) == null) {
                pen = false;
                continue;
            }
            double x = Math.max(LEFT, Math.min(width - RIGHT, x(group.t().get(c))));
            double bottom = top + PANEL - PANEL * (l.min().get(c) - low) / (high - low);
            double peak = top + PANEL - PANEL * (l.max().get(c) - low) / (high - low);
            if (pen && group.steps()) {
                out.append(String.format(Locale.ROOT, "H%.1f", x));
            }
            out.append(String.format(Locale.ROOT, "%s%.1f %.1fV%.1f", pen ? "L" : "M", x, bottom, peak));
            pen = true;
        }
        if (pen && group.steps()) {
            out.append(String.format(Locale.ROOT, "H%.1f", Math.min(width - RIGHT, x(group.end()))));
        }
        return out.toString();
    }

    /** Marks at round times of the place: whole days, hours, minutes or seconds; the day stands where it changes. */
    private void times(int y, ZoneId zone, Formats show) {
        int most = Math.max(2, (width - LEFT - RIGHT) / 90);
        String before = "";
        for (TimeMarks.Mark m : TimeMarks.of(from, to, most, zone)) {
            put("<path d=\"M%.1f %dv5\" stroke=\"#46555b\" fill=\"none\"/>", x(m.at()), y);
            text(x(m.at()), y + LINE, "middle", m.label());
            String day = show.day(Instant.ofEpochMilli(m.at()), zone);
            if (!m.day() && !day.equals(before)) {
                text(x(m.at()), y + LINE + 14, "middle", day);
            }
            before = day;
        }
    }

    private double x(long t) {
        return LEFT + (double) (width - LEFT - RIGHT) * (t - from) / (to - from);
    }

    /** 1, 2 or 5 times a power of ten, at least {@code least}. */
    private static double step(double least) {
        double power = Math.pow(10, Math.floor(Math.log10(least)));
        return power * (least <= power ? 1 : least <= 2 * power ? 2 : least <= 5 * power ? 5 : 10);
    }

    private static String plain(double v, double step) {
        int decimals = (int) Math.max(0, -Math.floor(Math.log10(step)));
        return String.format(Locale.ROOT, "%." + decimals + "f", Math.abs(v) < step / 2 ? 0.0 : v);
    }

    private void text(double x, double y, String anchor, String words) {
        put("<text x=\"%.1f\" y=\"%.1f\" text-anchor=\"%s\" fill=\"#1b2a33\">%s</text>", x, y, anchor, escaped(words));
    }

    private static String escaped(String words) {
        return words.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }

    private void put(String format, Object... arguments) {
        svg.append(String.format(Locale.ROOT, format, arguments));
    }
}
