package org.pelerin.app.review.years;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.review.Carpet;

/**
 * A year of a spot in one picture: days across, the hours of its clock down. Hours of a day in the same state are one stretch.
 *
 * @param months where each begins
 * @param outDays days with time outside limits
 */
public record YearOfHours(List<Stretch> stretches, List<Month> months, int outDays) {

    public static final double DAY = 2.9;
    public static final double HOUR = 5;
    public static final int LEFT = 44;
    public static final int TOP = 18;

    /** @param x of its day, {@code y} and {@code height} of its hours */
    public record Stretch(LocalDate day, double x, double y, double height, Carpet.State state, long mission) {}

    public record Month(java.time.YearMonth month, double x) {}

    /** @param year its months, in order */
    static YearOfHours of(List<Carpet> year) {
        List<Stretch> stretches = new ArrayList<>();
        List<Month> months = new ArrayList<>();
        int day = 0;
        int out = 0;
        for (Carpet month : year) {
            months.add(new Month(month.month(), LEFT + day * DAY));
            for (Carpet.Day d : month.days()) {
                add(d, LEFT + day * DAY, stretches);
                out += d.total().out().isZero() ? 0 : 1;
                day++;
            }
        }
        return new YearOfHours(stretches, months, out);
    }

    private static void add(Carpet.Day d, double x, List<Stretch> out) {
        Stretch open = null;
        for (Carpet.Hour h : d.hours()) {
            if (h.mission() == null) {
                open = flushed(open, out);
                continue;
            }
            double y = TOP + h.x() * HOUR;
            double height = h.width() * HOUR;
            boolean same = open != null
                    && open.state == h.state()
                    && open.mission == h.mission()
                    && Math.abs(open.y + open.height - y) < 1e-9;
            if (same) {
                open = new Stretch(d.date(), x, open.y, open.height + height, open.state, open.mission);
            } else {
                flushed(open, out);
                open = new Stretch(d.date(), x, y, height, h.state(), h.mission());
            }
        }
        flushed(open, out);
    }

    private static Stretch flushed(Stretch open, List<Stretch> out) {
        if (open != null) {
            out.add(open);
        }
        return null;
    }
}
