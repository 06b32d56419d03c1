package org.pelerin.app.report.document;

import java.time.Instant;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.Locale;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.judge.Side;
import org.pelerin.core.series.Envelope;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.Band;

/** One channel drawn for a document, from the same envelope as on the screen: SVG, {@value #WIDTH} by {@value #HEIGHT}. */
final class ReportChart {

    private static final int WIDTH = 672;
    private static final int HEIGHT = 210;
    private static final int LEFT = 46;
    private static final int RIGHT = 8;
    private static final int TOP = 22;
    private static final int BOTTOM = 24;
    private static final int COLUMNS = WIDTH - LEFT - RIGHT;

    private final Dossier d;
    private final Series series;
    private final Band band;
    private final ZoneId zone;
    private final Formats show;
    private final long from;
    private final long to;
    private double least;
    private double greatest;
    private double low = Double.POSITIVE_INFINITY;
    private double high = Double.NEGATIVE_INFINITY;
    private final StringBuilder svg = new StringBuilder();

    private ReportChart(Dossier d, Series series, Formats show) {
        this.d = d;
        this.series = series;
        this.band = d.limits().band(series.label());
        this.zone = d.zone();
        this.show = show;
        this.from = series.axis().millisAt(0);
        this.to = series.axis().millisAt(series.axis().count());
    }

    static String draw(Dossier d, Series series, Formats show) {
        return new ReportChart(d, series, show).svg();
    }

    private String svg() {
        Envelope e = Envelope.of(series, 0, series.axis().count(), COLUMNS);
        scale(e);
        svg.append(DocumentSvg.open(WIDTH, HEIGHT, said()));
        put(
                "<rect x=\"%d\" y=\"%d\" width=\"%d\" height=\"%d\" fill=\"#f5f6f4\"/>",
                LEFT, TOP, COLUMNS, HEIGHT - TOP - BOTTOM);
        limits();
        values();
        days();
        ribbon();
        line(e);
        svg.append("</svg>");
        return svg.toString();
    }

    private void scale(Envelope e) {
        for (int c = 0; c < e.columns(); c++) {
            if (!Double.isNaN(e.min()[c])) {
                low = Math.min(low, e.min()[c]);
                high = Math.max(high, e.max()[c]);
            }
        }
        least = low;
        greatest = high;
        if (band != null && !Double.isInfinite(band.low())) {
            low = Math.min(low, band.low());
        }
        if (band != null && !Double.isInfinite(band.high())) {
            high = Math.max(high, band.high());
        }
        if (low > high) {
            low = 0;
            high = 1;
        }
        double room = Math.max((high - low) * 0.08, 0.1);
        low -= room;
        high += room;
    }

    private void limits() {
        if (band == null) {
            return;
        }
        double top = Double.isInfinite(band.high()) ? TOP : y(band.high());
        double bottom = Double.isInfinite(band.low()) ? HEIGHT - BOTTOM : y(band.low());
        put(
                "<rect x=\"%d\" y=\"%.1f\" width=\"%d\" height=\"%.1f\" fill=\"#dfeae6\"/>",
                LEFT, top, COLUMNS, bottom - top);
        if (!Double.isInfinite(band.high())) {
            rule(top);
        }
        if (!Double.isInfinite(band.low())) {
            rule(bottom);
        }
    }

    private void rule(double y) {
        put(
                "<path d=\"M%d %.1fH%d\" stroke=\"#1f5a4c\" stroke-width=\"0.8\" fill=\"none\"/>",
                LEFT, y, WIDTH - RIGHT, y);
    }

    /** What is to be seen, for those who cannot see it. */
    private String said() {
        long out = d.judgement().excursions().stream().filter(this::concerns).count();
        return Texts.of(
                "report.document.reportChart.fromTo",
                "label",
                series.label(),
                "from",
                show.second(Instant.ofEpochMilli(from), zone),
                "to",
                show.second(Instant.ofEpochMilli(to), zone),
                "least",
                (least > greatest
                        ? Texts.of("report.document.reportChart.withoutAValue")
                        : ", " + shown() + " " + series.unit()),
                "out",
                (out == 0
                        ? Texts.of("report.document.reportChart.noExcursion")
                        : Texts.of("report.document.reportChart.excursions", "excursions", out)));
    }

    private String shown() {
        return Texts.of(
                "report.document.reportChart.leastToGreatest",
                "least",
                show.number(least, 2),
                "greatest",
                show.number(greatest, 2));
    }

    private void values() {
        double step = niceStep((high - low) / 5);
        for (double v = Math.ceil(low / step) * step; v <= high; v += step) {
            text(LEFT - 6, y(v) + 3.5, "end", show.number(v, step < 1 ? 1 : 0));
        }
        text(0, TOP - 8, "start", series.label() + ", " + series.unit());
    }

    private void days() {
        long days = Math.max(1, (to - from) / 86_400_000);
        long step = Math.max(1, (days + 7) / 8);
        Instant t = Instant.ofEpochMilli(from)
                .atZone(zone)
                .truncatedTo(ChronoUnit.DAYS)
                .plusDays(1)
                .toInstant();
        while (t.toEpochMilli() < to) {
            double x = x(t.toEpochMilli());
            put(
                    "<path d=\"M%.1f %dV%d\" stroke=\"#c5ccc6\" stroke-width=\"0.6\" fill=\"none\"/>",
                    x, TOP, HEIGHT - BOTTOM);
            if (x < WIDTH - 40) {
                text(x + 2, HEIGHT - 8, "start", show.day(t, zone));
            }
            t = t.atZone(zone).plusDays(step).toInstant();
        }
    }

    private void ribbon() {
        for (ExcursionDocument e : d.judgement().excursions()) {
            if (!concerns(e)) {
                continue;
            }
            double a = x(e.start().toEpochMilli());
            double width = Math.max(2, x(e.end().toEpochMilli()) - a);
            String colour = colour(e.side());
            put("<rect x=\"%.1f\" y=\"%d\" width=\"%.1f\" height=\"4\" fill=\"%s\"/>", a, TOP - 5, width, colour);
            double mid = a + width / 2;
            switch (e.side()) {
                case ABOVE -> put("<path d=\"M%.1f %dh8l-4 -6z\" fill=\"%s\"/>", mid - 4, TOP - 7, colour);
                case BELOW -> put("<path d=\"M%.1f %dh8l-4 6z\" fill=\"%s\"/>", mid - 4, TOP - 13, colour);
                case MISSING ->
                    put(
                            "<path d=\"M%.1f %dl4 -3.5l4 3.5l-4 3.5z\" fill=\"none\" stroke=\"%s\"/>",
                            mid - 4, TOP - 10, colour);
            }
        }
    }

    /** What is missing of the whole record is missing here. */
    private boolean concerns(ExcursionDocument e) {
        return e.of().isEmpty() || e.about(series.label());
    }

    private static String colour(Side side) {
        return switch (side) {
            case ABOVE -> "#b8431f";
            case BELOW -> "#1f6fa8";
            case MISSING -> "#a67f12";
        };
    }

    private void line(Envelope e) {
        StringBuilder path = new StringBuilder();
        boolean pen = false;
        for (int c = 0; c < e.columns(); c++) {
            if (Double.isNaN(e.min()[c])) {
                pen = false;
                continue;
            }
            double x = x(series.axis().millisAt(e.firstIndex()[c]));
            if (pen && series.axis().events()) {
                // the value before held until now
                path.append(String.format(Locale.ROOT, "H%.1f", x));
            }
            path.append(String.format(
                    Locale.ROOT, "%s%.1f %.1fL%.1f %.1f", pen ? "L" : "M", x, y(e.min()[c]), x, y(e.max()[c])));
            pen = true;
        }
        if (pen && series.axis().events()) {
            path.append(String.format(Locale.ROOT, "H%.1f", x(to)));
        }
        put("<path d=\"%s\" fill=\"none\" stroke=\"#1b2a33\" stroke-width=\"0.9\" stroke-linejoin=\"round\"/>", path);
    }

    private double x(long millis) {
        return LEFT + (double) COLUMNS * (millis - from) / Math.max(1, to - from);
    }

    private double y(double v) {
        return HEIGHT - BOTTOM - (HEIGHT - TOP - BOTTOM) * (v - low) / (high - low);
    }

    private void text(double x, double y, String anchor, String text) {
        put(
                "<text x=\"%.1f\" y=\"%.1f\" text-anchor=\"%s\" font-family=\"Next\" font-size=\"9.5\" fill=\"#4a5a60\">%s</text>",
                x, y, anchor, DocumentSvg.escaped(text));
    }

    private void put(String format, Object... arguments) {
        svg.append(String.format(Locale.ROOT, format, arguments));
    }

    /** 1, 2 or 5 times a power of ten, at least {@code least}. */
    static double niceStep(double least) {
        double power = Math.pow(10, Math.floor(Math.log10(least)));
        for (double factor : new double[] {1, 2, 5, 10}) {
            if (power * factor >= least) {
                return power * factor;
            }
        }
        return power * 10;
    }
}
