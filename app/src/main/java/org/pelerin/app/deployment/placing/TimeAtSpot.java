package org.pelerin.app.deployment.placing;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.threeten.extra.Interval;

/**
 * How long a mission's logger lay at its spot.
 *
 * @param placedAt the first time
 * @param settledAt when it had taken on the temperature there
 * @param takenAt the last time; null while it is still there
 * @param away when it was not there between the two, until it had taken on the temperature again
 */
public record TimeAtSpot(Instant placedAt, Instant settledAt, Instant takenAt, List<Interval> away) {

    public TimeAtSpot {
        away = List.copyOf(away);
    }

    /** From one placing to the taking away, which is null while it lasts. */
    record Once(Instant placedAt, Instant settledAt, Instant takenAt) {}

    /** Of several, the earliest first, one; empty where there is none. */
    static Optional<TimeAtSpot> of(List<Once> all) {
        if (all.isEmpty()) {
            return Optional.empty();
        }
        List<Interval> away = new ArrayList<>();
        Instant until = all.get(0).takenAt;
        for (Once next : all.subList(1, all.size())) {
            if (until != null && next.settledAt.isAfter(until)) {
                away.add(Interval.of(until, next.settledAt));
            }
            until = until == null || next.takenAt == null ? null : later(until, next.takenAt);
        }
        return Optional.of(new TimeAtSpot(all.get(0).placedAt, all.get(0).settledAt, until, away));
    }

    private static Instant later(Instant a, Instant b) {
        return a.isAfter(b) ? a : b;
    }
}
