package org.pelerin.app.report.document;

import java.time.Instant;
import java.util.Locale;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.review.Carpet;

/** A month of a spot for a document: days down, the hours of its clock across, departures marked by shape and colour. */
final class CarpetPicture {

    private static final int LEFT = 64;
    private static final int HOUR = 22;
    private static final int DAY = 11;
    private static final int TOP = 16;
    private static final int WIDTH = 672;

    private CarpetPicture() {}

    /** @param from of the days that are drawn, {@code to}: their end */
    static String draw(Carpet c, String spot, Instant from, Instant to, Formats show) {
        var days = c.days().stream()
                .filter(d -> d.hours().stream()
                        .anyMatch(h -> h.to().isAfter(from) && h.from().isBefore(to)))
                .toList();
        StringBuilder out = new StringBuilder(DocumentSvg.open(
                WIDTH,
                TOP + days.size() * DAY + 4,
                Texts.of(
                        "report.document.carpetPicture.inDaysDownHoursAcross",
                        "spot",
                        spot,
                        "month",
                        show.monthOf(c.month()),
                        "out",
                        show.rough(c.out()),
                        "judged",
                        show.rough(c.judged()),
                        "missing",
                        show.rough(c.missing()))));
        for (int h = 0; h < 24; h += 3) {
            text(out, LEFT + h * HOUR, 10, "start", String.format(Locale.ROOT, "%02d:00", h));
        }
        for (int i = 0; i < days.size(); i++) {
            Carpet.Day day = days.get(i);
            int y = TOP + i * DAY;
            text(out, LEFT - 6, y + 8.5, "end", show.shortDay(day.date()));
            for (Carpet.Hour h : day.hours()) {
                hour(out, h, y);
            }
            Carpet.Total t = day.total();
            String told = switch (t.state()) {
                case ABOVE, BELOW -> Texts.of("report.document.carpetPicture.outsideOut", "out", show.rough(t.out()));
                case MISSING ->
                    Texts.of("report.document.carpetPicture.missingMissing", "missing", show.rough(t.missing()));
                case KEPT -> Texts.of("report.document.carpetPicture.within");
                default -> day.recorded() ? Texts.of("report.document.carpetPicture.notAssessed") : "";
            };
            text(out, LEFT + 24 * HOUR + 6, y + 8.5, "start", told);
        }
        return out.append("</svg>").toString();
    }

    private static void hour(StringBuilder out, Carpet.Hour h, int y) {
        double x = LEFT + h.x() * HOUR;
        double width = h.width() * HOUR - 1;
        String fill = switch (h.state()) {
            case ABOVE -> "#b8431f";
            case BELOW -> "#1f6fa8";
            case MISSING -> "#f1e4bb";
            case KEPT -> "#dfeae6";
            case PARTLY -> "#eff4f2";
            case UNJUDGED -> "#ffffff";
            default -> "none";
        };
        out.append(String.format(
                Locale.ROOT,
                "<rect x=\"%.1f\" y=\"%d\" width=\"%.1f\" height=\"%d\" fill=\"%s\"%s></rect>",
                x,
                y,
                width,
                DAY - 1,
                fill,
                switch (h.state()) {
                    case NOTHING -> " stroke=\"#dfe4df\" stroke-width=\"0.5\"";
                    case UNJUDGED -> " stroke=\"#9aa7a0\" stroke-width=\"0.6\"";
                    case PARTLY -> " stroke=\"#9aa7a0\" stroke-width=\"0.6\" stroke-dasharray=\"2 1.5\"";
                    default -> "";
                }));
        double mid = x + width / 2;
        // told by its shape too
        switch (h.state()) {
            case ABOVE -> path(out, "M%.1f %.1fh6l-3 -5z", mid - 3, y + 7.5, "#ffffff");
            case BELOW -> path(out, "M%.1f %.1fh6l-3 5z", mid - 3, y + 2.5, "#ffffff");
            case MISSING -> path(out, "M%.1f %.1fl3 3l-3 3l-3 -3z", mid, y + 2, "#a67f12");
            default -> {}
        }
    }

    private static void path(StringBuilder out, String form, double x, double y, String fill) {
        out.append("<path d=\"")
                .append(String.format(Locale.ROOT, form, x, y))
                .append("\" fill=\"")
                .append(fill)
                .append("\"></path>");
    }

    private static void text(StringBuilder out, double x, double y, String anchor, String text) {
        out.append(String.format(
                Locale.ROOT,
                "<text x=\"%.1f\" y=\"%.1f\" text-anchor=\"%s\" font-family=\"Next\" font-size=\"8.5\" fill=\"#4a5a60\">%s</text>",
                x,
                y,
                anchor,
                DocumentSvg.escaped(text)));
    }
}
