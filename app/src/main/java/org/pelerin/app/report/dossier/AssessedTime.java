package org.pelerin.app.report.dossier;

import java.time.Instant;
import java.util.List;
import org.pelerin.app.record.Excluded;
import org.pelerin.app.record.JudgedPeriod;
import org.threeten.extra.Interval;

/**
 * Which samples of a mission count: those that begin inside its judged period and are not excluded.
 *
 * @param period null where all of it counts
 */
public record AssessedTime(JudgedPeriod period, List<Excluded> excluded) {

    /** All of it counts. */
    public static final AssessedTime WHOLE = new AssessedTime(null, List.of());

    public static final String COUNTS = "counts";
    public static final String EXCLUDED = "excluded";
    public static final String OUTSIDE = "outside period";

    /** What becomes of a sample, by its instant in ms. Cost: a comparison for each exclusion. */
    public String of(long millis) {
        if (period == null) {
            return COUNTS;
        }
        Instant t = Instant.ofEpochMilli(millis);
        boolean before = period.from() != null && t.isBefore(period.from());
        boolean after = period.to() != null && !t.isBefore(period.to());
        if (before || after || in(period.away(), t)) {
            return OUTSIDE;
        }
        for (Excluded x : excluded) {
            if (!t.isBefore(x.fromAt()) && t.isBefore(x.toAt())) {
                return EXCLUDED;
            }
        }
        return COUNTS;
    }

    private static boolean in(List<Interval> stretches, Instant t) {
        for (Interval stretch : stretches) {
            if (stretch.contains(t)) {
                return true;
            }
        }
        return false;
    }
}
