package org.pelerin.app.attention;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.field.Placement;
import org.pelerin.app.logger.LoggerUnit;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionState;

/** The rules by which a logger needs somebody. */
public final class Needs {

    /** Without a required collection, somebody is taken to come by within this time. */
    public static final Duration SOON = Duration.ofDays(7);

    static final Duration PATIENCE = Duration.ofHours(24);
    static final Duration CLOCK_TOLERANCE = Duration.ofMinutes(1);
    static final Duration CALIBRATION_SOON = Duration.ofDays(30);
    static final Duration UNHEARD_OF = Duration.ofDays(180);

    private Needs() {}

    /**
     * What is known of a logger.
     *
     * @param mission its newest, or null
     * @param connected whether a link to it is there
     * @param alarmed whether it has raised an alarm, as far as is seen now
     * @param placed where it lies, or null
     * @param collectDays how often its spot must be collected, or null
     * @param collectedAt when something was last collected from that spot, or null
     * @param calibrationDue when the first of its calibrations lapses, or null
     * @param retired whether it was put into stock after its last mission
     */
    public record Facts(
            LoggerUnit logger,
            Mission mission,
            boolean connected,
            boolean alarmed,
            Placement placed,
            Integer collectDays,
            Instant collectedAt,
            Instant calibrationDue,
            boolean retired) {}

    /** The gravest first; empty if nobody needs to do anything. */
    public static List<Need> of(Facts f, Instant now) {
        return of(f, now, Duration.ZERO);
    }

    /** @param ahead how much earlier than required a collection is taken to be due */
    public static List<Need> of(Facts f, Instant now, Duration ahead) {
        List<Need> out = new ArrayList<>();
        Mission m = f.mission;
        if (m != null && m.collected()) {
            collected(f, out);
        } else if (m != null) {
            inField(f, now, ahead, out);
        } else if (f.placed != null) {
            out.add(need(f, Need.Kind.NO_PLAN, f.placed.placedAt()));
        }
        if (f.alarmed) {
            out.add(need(f, Need.Kind.ALARM, null));
        }
        boolean atWork = m != null && m.state().inField();
        if (atWork && f.logger.clockOffsetMs().abs().compareTo(CLOCK_TOLERANCE) > 0) {
            out.add(need(f, Need.Kind.CLOCK_OFF, f.logger.seenAt()));
        }
        if (f.calibrationDue != null && !f.retired && f.calibrationDue.isBefore(now.plus(CALIBRATION_SOON))) {
            out.add(need(f, Need.Kind.CALIBRATION_DUE, f.calibrationDue));
        }
        out.sort(java.util.Comparator.comparing(Need::kind));
        return out;
    }

    private static void collected(Facts f, List<Need> out) {
        if (!f.retired && !f.connected) {
            out.add(need(f, Need.Kind.LEFT_STOPPED, f.mission.collectedAt()));
        }
    }

    private static void inField(Facts f, Instant now, Duration ahead, List<Need> out) {
        Mission m = f.mission;
        if (f.connected) {
            // it is at hand: only what its own page shows counts
            return;
        }
        if (m.startsAt() == null) {
            if (Duration.between(m.writtenAt(), now).compareTo(PATIENCE) > 0) {
                out.add(need(f, Need.Kind.NEVER_STARTED, m.writtenAt()));
            }
            return;
        }
        Instant visit = visit(f, now);
        if (over(m.endsAt(), now) || m.state() == MissionState.ENDED && m.endsAt() != null) {
            out.add(need(f, Need.Kind.MEMORY_FULL, m.endsAt()));
        } else if (m.endsAt() != null && m.endsAt().isBefore(visit)) {
            out.add(need(f, Need.Kind.MEMORY_FILLS, m.endsAt()));
        }
        if (over(m.batteryEndsAt(), now)) {
            out.add(need(f, Need.Kind.BATTERY_EMPTY, m.batteryEndsAt()));
        } else if (m.batteryEndsAt() != null && m.batteryEndsAt().isBefore(visit)) {
            out.add(need(f, Need.Kind.BATTERY_ENDS, m.batteryEndsAt()));
        }
        Instant due = due(f);
        if (due != null && !due.isAfter(now.plus(ahead))) {
            out.add(need(f, Need.Kind.OVERDUE, due));
        }
        if (Duration.between(f.logger.seenAt(), now).compareTo(UNHEARD_OF) > 0) {
            out.add(need(f, Need.Kind.LOST, f.logger.seenAt()));
        }
    }

    private static boolean over(Instant end, Instant now) {
        return end != null && !end.isAfter(now);
    }

    /** When somebody next comes by: for the required collection, or within {@link #SOON}. */
    private static Instant visit(Facts f, Instant now) {
        Instant due = due(f);
        Instant soon = now.plus(SOON);
        return due == null || due.isBefore(soon) ? soon : due;
    }

    /** When the spot's next collection is required; null where none is. */
    static Instant due(Facts f) {
        if (f.collectDays == null || f.mission == null || f.mission.startsAt() == null) {
            return null;
        }
        Instant begun = f.placed == null ? f.mission.startsAt() : f.placed.placedAt();
        Instant last = f.collectedAt == null || f.collectedAt.isBefore(begun) ? begun : f.collectedAt;
        return last.plus(Duration.ofDays(f.collectDays));
    }

    private static Need need(Facts f, Need.Kind kind, Instant since) {
        Mission m = f.mission;
        String where =
                f.placed != null ? f.placed.where() : m == null || m.site() == null ? "" : m.site() + " / " + m.where();
        Long spot = f.placed != null ? Long.valueOf(f.placed.spotId()) : m == null ? null : m.spotId();
        return new Need(kind, f.logger.serial(), m == null ? null : m.id(), where, spot, since, f.connected);
    }
}
