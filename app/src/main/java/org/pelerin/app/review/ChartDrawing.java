package org.pelerin.app.review;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.pelerin.app.platform.web.Formats;

/** What the chart shows as a drawing in SVG: a panel a unit, one below the other, on one axis of time. */
final class ChartDrawing {

    private static final int LEFT = 60;
    private static final int RIGHT = 12;
    private static final int PANEL = 220;
    private static final int BETWEEN = 22;
    private static final int LINE = 20;
    private static final int TEXT = 12;
    private static final int LETTER = 7;
    private static final String[] COLOURS = {
        "#1b2a33", "#5b6fa8", "#8a5a83", "#4f7f3a", "#a8842c", "#2f8a8a", "#7a6a5a", "#9c4f8f"
    };
    private static final String[] DASHES = {"", "7 3", "2 3", "9 3 2 3"};

    private final List<Chart.Columns> groups;
    private final List<Chart.Line> lines;
    private final long from;
    private final long to;
    private final int width;
    private final StringBuilder svg = new StringBuilder();

    private ChartDrawing(List<Chart.Columns> groups, List<Chart.Line> lines, long from, long to, int width) {
        this.groups = groups;
        this.lines = lines;
        this.from = from;
        this.to = Math.max(to, from + 1);
        this.width = width;
    }

    /** @param from in ms, as {@code to} */
    static String of(
            String title,
            List<Chart.Columns> groups,
            List<Chart.Line> lines,
            long from,
            long to,
            int width,
            ZoneId zone,
            Formats show) {
        return new ChartDrawing(groups, lines, from, to, width).drawn(title, zone, show);
    }

    private String drawn(String title, ZoneId zone, Formats show) {
        Map<String, List<Chart.Line>> panels = new LinkedHashMap<>();
        lines.forEach(
                l -> panels.computeIfAbsent(l.unit(), u -> new ArrayList<>()).add(l));
        String when =
                show.second(Instant.ofEpochMilli(from), zone) + " to " + show.second(Instant.ofEpochMilli(to), zone);
        text(LEFT, LINE, "start", title + " · " + when);
        int top = legend(2 * LINE) + LINE;
        for (Map.Entry<String, List<Chart.Line>> panel : panels.entrySet()) {
            panel(panel.getKey(), panel.getValue(), top);
            top += PANEL + BETWEEN;
        }
        times(top - BETWEEN, zone, show);
        int height = top + 2 * LINE;
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

    private static String stroke(int i) {
        String dash = DASHES[i / COLOURS.length % DASHES.length];
        return "fill=\"none\" stroke=\"" + COLOURS[i % COLOURS.length] + "\""
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
        for (Chart.Line l : of) {
            put(
                    "<path d=\"%s\" %s stroke-width=\"1.3\" stroke-linejoin=\"round\"/>",
                    path(l, groups.get(l.group()), top, low, high), stroke(lines.indexOf(l)));
        }
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

    private void times(int y, ZoneId zone, Formats show) {
        int marks = Math.max(2, (width - LEFT - RIGHT) / 170);
        for (int i = 0; i <= marks; i++) {
            long t = from + (to - from) * i / marks;
            put("<path d=\"M%.1f %dv5\" stroke=\"#46555b\" fill=\"none\"/>", x(t), y);
            text(
                    x(t),
                    y + LINE,
                    i == 0 ? "start" : i == marks ? "end" : "middle",
                    show.minute(Instant.ofEpochMilli(t), zone));
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
