package org.pelerin.app.fleet.home;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.web.Formats;

/**
 * One logger with its missions in the window, oldest first, and what troubles it.
 *
 * @param visits when records of its missions came home
 * @param rounds days on which somebody is to come by
 * @param note what the lane says, or empty
 * @param noteAt where it says it
 */
record LoggerHistory(
        LoggerOverview overview,
        List<Mission> missions,
        List<Instant> visits,
        List<LocalDate> rounds,
        String note,
        Instant noteAt) {

    static final String IN_STOCK = "In stock";
    static final String LOST = "Lost";
    static final String NO_SITE = "No spot yet";
    static final String TAKEN = "Taken away";

    static LoggerHistory of(
            LoggerOverview s,
            List<Mission> missions,
            List<Instant> visits,
            List<LocalDate> rounds,
            ZoneId zone,
            Formats show) {
        return new LoggerHistory(s, missions, visits, rounds, note(s, zone, show), noteAt(s, missions));
    }

    /** Under which site it is listed. */
    static String site(LoggerOverview s) {
        if (s.retired() && s.lost()) {
            return LOST;
        }
        if (s.takenAt() != null) {
            return s.retired() ? IN_STOCK : TAKEN;
        }
        return s.missionId() == null && s.placedAt() == null ? IN_STOCK : s.site() == null ? NO_SITE : s.site();
    }

    String site() {
        return site(overview);
    }

    String spot() {
        return site().equals(LOST)
                ? "given up"
                : site().equals(IN_STOCK)
                        ? overview.retired() ? "in stock" : "never written"
                        : overview.spot() != null
                                ? overview.spot()
                                : overview.takenAt() != null ? "at no spot" : "no spot yet";
    }

    Need.Kind need() {
        return overview.gravest();
    }

    boolean needy() {
        return need() != null;
    }

    private static String note(LoggerOverview s, ZoneId zone, Formats show) {
        Need.Kind need = s.gravest();
        return need == null
                ? ""
                : switch (need) {
                    case MEMORY_FULL -> "◇ full since " + show.day(s.endsAt(), zone);
                    case STOPPED ->
                        "◇ stopped" + (s.endsAt() == null ? "" : " " + show.day(s.endsAt(), zone)) + ", not collected";
                    case BATTERY_EMPTY -> "◇ battery empty since " + show.day(s.batteryEndsAt(), zone);
                    case NEVER_STARTED -> "◇ start not confirmed";
                    case LEFT_STOPPED -> "◇ collected " + show.day(s.collectedAt(), zone) + ", not put back";
                    case NOT_EMPTIED -> "◇ taken away " + show.day(s.takenAt(), zone) + ", not collected";
                    case OTHERWISE -> "◇ written otherwise than wanted";
                    case HALF_COLLECTED -> "◇ download broke off";
                    case CALIBRATION_LAPSED -> "◇ calibration lapsed " + show.day(s.calibrationDue(), zone);
                    case CALIBRATION_DUE -> "◇ calibration due " + show.day(s.calibrationDue(), zone);
                    case CLOCK_OFF -> "◇ clock off";
                    case OVERDUE -> "◇ collection overdue";
                    case LOST -> "◇ not heard of";
                    case NO_PLAN -> "◇ no plan";
                    case ALARM -> "◇ alarm raised";
                    case SILENT -> "◇ silent since " + show.minute(s.silence().since(), zone);
                    default -> "";
                };
    }

    /** Until when the current mission has recorded, as far as is known. */
    Instant runsUntil(Instant now) {
        Instant end = overview.endsAt() != null && overview.endsAt().isBefore(now) ? overview.endsAt() : now;
        return overview.batteryEndsAt() != null && overview.batteryEndsAt().isBefore(end)
                ? overview.batteryEndsAt()
                : end;
    }

    private static Instant noteAt(LoggerOverview s, List<Mission> missions) {
        Need.Kind need = s.gravest();
        if (need == null) {
            return null;
        }
        Instant last = missions.isEmpty()
                ? null
                : missions.get(missions.size() - 1).records().lastAt();
        return switch (need) {
            case MEMORY_FULL, STOPPED -> s.endsAt();
            case BATTERY_EMPTY -> s.batteryEndsAt();
            case NEVER_STARTED -> s.writtenAt();
            case LEFT_STOPPED -> last == null ? s.collectedAt() : last;
            default -> null;
        };
    }
}
