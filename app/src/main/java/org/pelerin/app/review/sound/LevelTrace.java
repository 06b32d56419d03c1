package org.pelerin.app.review.sound;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.review.Chart;
import org.pelerin.core.exchange.JudgementDocument;

/**
 * A level over its record and in each shift, as paths of one drawing of the record: read once, however many shifts there are.
 *
 * @param path of the whole, {@value #WIDTH} by {@value #HEIGHT}
 * @param bands of the shifts on it
 * @param shifts a path each, {@value #SMALL} by {@value #LOW}
 */
public record LevelTrace(String path, List<Band> bands, List<String> shifts, double low, double high, List<Mark> days) {

    static final int WIDTH = 1000;
    static final int HEIGHT = 150;
    static final int SMALL = 160;
    static final int LOW = 30;

    /** @param out whether its dose is above what is allowed */
    public record Band(double x, double width, boolean out) {}

    /** Midnight, every so many days. */
    public record Mark(double x, long at) {}

    /** @param days midnights to be marked, in ms */
    static LevelTrace of(
            Chart.Line line,
            Chart.Columns group,
            long from,
            long to,
            List<JudgementDocument.Shift> shifts,
            List<Long> days) {
        double low = line.min().stream()
                .filter(v -> v != null)
                .mapToDouble(v -> v)
                .min()
                .orElse(0);
        double high = line.max().stream()
                .filter(v -> v != null)
                .mapToDouble(v -> v)
                .max()
                .orElse(1);
        double span = Math.max(1, to - from);
        List<Band> bands = new ArrayList<>();
        List<String> each = new ArrayList<>();
        for (JudgementDocument.Shift s : shifts) {
            long begin = s.start().toEpochMilli();
            long end = s.end().toEpochMilli();
            double x = WIDTH * Math.max(0, (begin - from) / span);
            double right = WIDTH * Math.min(1, (end - from) / span);
            bands.add(new Band(x, Math.max(0.5, right - x), s.dose().dose() > 100));
            each.add(path(line, group, begin, end, low, high, SMALL, LOW));
        }
        List<Mark> marks =
                days.stream().map(d -> new Mark(WIDTH * (d - from) / span, d)).toList();
        return new LevelTrace(path(line, group, from, to, low, high, WIDTH, HEIGHT), bands, each, low, high, marks);
    }

    private static String path(
            Chart.Line line, Chart.Columns group, long from, long to, double low, double high, int width, int height) {
        StringBuilder out = new StringBuilder();
        boolean pen = false;
        double scale = (height - 4.0) / Math.max(1e-9, high - low);
        for (int c = 0; c < line.min().size(); c++) {
            long t = group.t().get(c);
            if (line.min().get(c) == null || t < from || t > to) {
                pen = false;
                continue;
            }
            double x = width * (double) (t - from) / Math.max(1, to - from);
            out.append(String.format(
                    Locale.ROOT,
                    "%s%.1f %.1fV%.1f",
                    pen ? "L" : "M",
                    x,
                    height - 2 - scale * (line.min().get(c) - low),
                    height - 2 - scale * (line.max().get(c) - low)));
            pen = true;
        }
        return out.toString();
    }
}
