package org.pelerin.app.review;

import java.util.Locale;
import org.pelerin.core.series.Envelope;
import org.pelerin.core.series.Series;

/**
 * A derived series in small, before it is kept.
 *
 * @param path of an SVG
 * @param low least value, and {@code high} the greatest
 */
public record DerivedSketch(String path, double low, double high) {

    public static final int WIDTH = 600;
    public static final int HEIGHT = 110;
    private static final int EDGE = 6;

    static DerivedSketch of(Series s) {
        Envelope e = Envelope.of(s, 0, s.count(), WIDTH / 2);
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        for (int c = 0; c < e.columns(); c++) {
            if (!Double.isNaN(e.min()[c])) {
                low = Math.min(low, e.min()[c]);
                high = Math.max(high, e.max()[c]);
            }
        }
        long from = s.axis().millisAt(0);
        double span = Math.max(1, s.axis().millisAt(s.count()) - from);
        double scale = (HEIGHT - 2.0 * EDGE) / Math.max(1e-9, high - low);
        StringBuilder path = new StringBuilder();
        double pen = Double.NaN;
        for (int c = 0; c < e.columns(); c++) {
            if (Double.isNaN(e.min()[c])) {
                pen = Double.NaN;
                continue;
            }
            double x = WIDTH * (s.axis().millisAt(e.firstIndex()[c]) - from) / span;
            double bottom = HEIGHT - EDGE - scale * (e.min()[c] - low);
            double top = HEIGHT - EDGE - scale * (e.max()[c] - low);
            if (!Double.isNaN(pen) && s.axis().events()) {
                path.append(String.format(Locale.ROOT, "L%.1f %.1f", x, pen));
            }
            path.append(String.format(Locale.ROOT, "%s%.1f %.1fV%.1f", Double.isNaN(pen) ? "M" : "L", x, bottom, top));
            pen = top;
        }
        if (!Double.isNaN(pen) && s.axis().events()) {
            path.append("H").append(WIDTH);
        }
        return new DerivedSketch(path.toString(), low, high);
    }
}
