package org.pelerin.app.review.mains;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.record.DisturbanceRow;

/**
 * Disturbances of voltages in a plane: how long each lasted across, on a logarithmic scale, its extreme in per cent of nominal upwards.
 *
 * @param width of the drawing
 * @param dip threshold below which a dip begins, as y; {@code swell} above which a swell does
 * @param nominal where 100 % lies, as y
 */
public record DisturbancePlot(
        int width,
        int height,
        List<Point> points,
        List<Mark> durations,
        List<Mark> depths,
        double dip,
        double swell,
        double nominal) {

    private static final int WIDTH = 760;
    private static final int HEIGHT = 260;
    private static final int LEFT = 44;
    private static final int BOTTOM = 26;
    private static final double SHORTEST = 10;
    private static final double LONGEST = 10_800_000;
    private static final double DEEP = 0;
    private static final double TALL = 150;

    /** @param number of its row, from 1 */
    public record Point(int number, double x, double y, DisturbanceRow row) {}

    public record Mark(double at, String text) {}

    static DisturbancePlot of(List<DisturbanceRow> rows, double dip, double swell) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < rows.size(); i++) {
            DisturbanceRow r = rows.get(i);
            if (r.percent() != null) {
                points.add(new Point(i + 1, x(r.duration().toMillis()), y(r.percent()), r));
            }
        }
        List<Mark> durations = new ArrayList<>();
        durations.add(new Mark(x(10), "10 ms"));
        durations.add(new Mark(x(100), "100 ms"));
        durations.add(new Mark(x(Duration.ofSeconds(1).toMillis()), "1 s"));
        durations.add(new Mark(x(Duration.ofSeconds(10).toMillis()), "10 s"));
        durations.add(new Mark(x(Duration.ofMinutes(1).toMillis()), "1 min"));
        durations.add(new Mark(x(Duration.ofMinutes(10).toMillis()), "10 min"));
        durations.add(new Mark(x(Duration.ofHours(1).toMillis()), "1 h"));
        List<Mark> depths = new ArrayList<>();
        for (int p = 0; p <= TALL; p += 50) {
            depths.add(new Mark(y(p), p + " %"));
        }
        return new DisturbancePlot(WIDTH, HEIGHT, points, durations, depths, y(dip), y(swell), y(100));
    }

    private static double x(double millis) {
        double share =
                Math.log(Math.max(SHORTEST, Math.min(LONGEST, millis)) / SHORTEST) / Math.log(LONGEST / SHORTEST);
        return LEFT + share * (WIDTH - LEFT - 12);
    }

    private static double y(double percent) {
        double share = (Math.max(DEEP, Math.min(TALL, percent)) - DEEP) / (TALL - DEEP);
        return HEIGHT - BOTTOM - share * (HEIGHT - BOTTOM - 8);
    }
}
