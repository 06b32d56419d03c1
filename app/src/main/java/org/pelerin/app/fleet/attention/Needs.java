package org.pelerin.app.fleet.attention;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.missions.MissionState;

/** The rules by which a logger needs somebody. */
public final class Needs {

    /** Without a required collection, somebody is taken to come by within this time. */
    public static final Duration SOON = Duration.ofDays(7);

    static final Duration PATIENCE = Duration.ofHours(24);
    static final Duration CLOCK_TOLERANCE = Duration.ofMinutes(1);
    static final Duration CALIBRATION_SOON = Duration.ofDays(30);
    static final Duration UNHEARD_OF = Duration.ofDays(180);

    private Needs() {}

    /** The gravest first; empty if nobody needs to do anything. */
    public static List<Need> of(LoggerOverview s, Instant now) {
        return of(s, now, Duration.ZERO);
    }

    /** @param ahead how much earlier than required a collection is taken to be due */
    public static List<Need> of(LoggerOverview s, Instant now, Duration ahead) {
        List<Need> out = new ArrayList<>();
        if (s.state() == MissionState.COLLECTED) {
            collected(s, out);
        } else if (s.missionId() != null) {
            inField(s, now, ahead, out);
        } else if (s.placedAt() != null) {
            out.add(need(s, Need.Kind.NO_PLAN, s.placedAt()));
        }
        if (s.inField() && !s.misfit().isEmpty()) {
            out.add(new Need(
                    Need.Kind.OTHERWISE,
                    s.serial(),
                    s.missionId(),
                    s.where(),
                    s.spotId(),
                    s.placedAt(),
                    s.misfit(),
                    s.connected()));
        }
        if (s.alarmOpen()) {
            out.add(need(s, Need.Kind.ALARM, s.alarmedAt()));
        }
        if (s.silence() != null && s.silence().matters(now)) {
            out.add(silent(s, now));
        }
        if (s.inField() && s.clockOffset().abs().compareTo(CLOCK_TOLERANCE) > 0) {
            out.add(need(s, Need.Kind.CLOCK_OFF, s.seenAt()));
        }
        if (s.calibrationDue() != null && !s.retired() && s.calibrationDue().isBefore(now.plus(CALIBRATION_SOON))) {
            boolean lapsed = !s.calibrationDue().isAfter(now);
            out.add(need(s, lapsed ? Need.Kind.CALIBRATION_LAPSED : Need.Kind.CALIBRATION_DUE, s.calibrationDue()));
        }
        out.sort(java.util.Comparator.comparing(Need::kind));
        return out;
    }

    private static void collected(LoggerOverview s, List<Need> out) {
        if (s.docked() || s.takenAt() != null) {
            // it is on the table, or on a shelf
            return;
        }
        if (!s.retired()) {
            out.add(need(s, Need.Kind.LEFT_STOPPED, s.collectedAt()));
        } else if (s.placedAt() != null && s.placedAt().isAfter(s.collectedAt())) {
            // out of stock again, and nobody wrote it
            out.add(need(s, Need.Kind.NO_PLAN, s.placedAt()));
        }
    }

    private static void inField(LoggerOverview s, Instant now, Duration ahead, List<Need> out) {
        if (s.startsAt() == null) {
            if (!onTable(s) && Duration.between(s.writtenAt(), now).compareTo(PATIENCE) > 0) {
                out.add(need(s, Need.Kind.NEVER_STARTED, s.writtenAt()));
            }
            return;
        }
        if (s.takenAt() != null) {
            // nothing that it records from now on is wanted
            out.add(need(s, Need.Kind.NOT_EMPTIED, s.takenAt()));
            return;
        }
        Instant visit = visit(s, now);
        if (s.state() == MissionState.ENDED) {
            out.add(need(s, Need.Kind.STOPPED, s.endsAt()));
        } else if (!s.batteryFirst()) {
            // what ends it is the earliest; the other then is no news
            records(s, now, visit, out);
        }
        if (foreseen(s, s.batteryEndsAt(), now)) {
            out.add(need(s, Need.Kind.BATTERY_EMPTY, s.batteryEndsAt()));
        } else if (s.batteryEndsAt() != null
                && s.batteryEndsAt().isAfter(now)
                && s.batteryEndsAt().isBefore(visit)) {
            out.add(need(s, Need.Kind.BATTERY_ENDS, s.batteryEndsAt()));
        }
        Instant due = due(s);
        if (due != null && !due.isAfter(now.plus(ahead))) {
            out.add(need(s, Need.Kind.OVERDUE, due));
        }
        if (Duration.between(s.seenAt(), now).compareTo(UNHEARD_OF) > 0) {
            out.add(need(s, Need.Kind.LOST, s.seenAt()));
        }
    }

    private static void records(LoggerOverview s, Instant now, Instant visit, List<Need> out) {
        if (foreseen(s, s.endsAt(), now)) {
            out.add(need(s, s.plannedEnd() ? Need.Kind.STOPPED : Need.Kind.MEMORY_FULL, s.endsAt()));
        } else if (s.endsAt() != null && s.endsAt().isAfter(now) && s.endsAt().isBefore(visit) && !s.plannedEnd()) {
            out.add(need(s, Need.Kind.MEMORY_FILLS, s.endsAt()));
        }
    }

    /** Whether an end that was foreseen must have come; of one that answers its own word counts. */
    private static boolean foreseen(LoggerOverview s, Instant end, Instant now) {
        return !s.connected() && end != null && !end.isAfter(now);
    }

    /** Whether it waits to be carried out: in the dock, or written for no spot and placed nowhere. */
    private static boolean onTable(LoggerOverview s) {
        return s.docked() || s.placedAt() == null && s.spotId() == null;
    }

    /** When somebody next comes by: for the required collection, or within {@link #SOON}. */
    private static Instant visit(LoggerOverview s, Instant now) {
        Instant due = due(s);
        Instant soon = now.plus(SOON);
        return due == null || due.isBefore(soon) ? soon : due;
    }

    /** When its spot next requires that it be collected; null where it does not. What others did there does not count. */
    static Instant due(LoggerOverview s) {
        if (s.collectDays() == null || s.startsAt() == null) {
            return null;
        }
        Instant begun = s.placedAt() == null ? s.startsAt() : s.placedAt();
        Instant last = s.readAt() == null || s.readAt().isBefore(begun) ? begun : s.readAt();
        return last.plus(Duration.ofDays(s.collectDays()));
    }

    private static Need silent(LoggerOverview s, Instant now) {
        long missed = s.silence().missed(now);
        String detail = s.silence().reason()
                + (missed == 0 ? "" : "; " + missed + (missed == 1 ? " collection" : " collections") + " missed");
        return new Need(
                Need.Kind.SILENT,
                s.serial(),
                s.missionId(),
                s.where(),
                s.spotId(),
                s.silence().since(),
                detail,
                false);
    }

    private static Need need(LoggerOverview s, Need.Kind kind, Instant since) {
        return new Need(kind, s.serial(), s.missionId(), s.where(), s.spotId(), since, s.connected());
    }
}
