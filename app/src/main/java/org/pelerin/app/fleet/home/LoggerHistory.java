package org.pelerin.app.fleet.home;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
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

    static String inStock() {
        return Texts.of("fleet.home.loggerHistory.inStock");
    }

    static String lost() {
        return Texts.of("fleet.home.loggerHistory.lost");
    }

    static String noSite() {
        return Texts.of("fleet.home.loggerHistory.noSpotYet");
    }

    static String takenAway() {
        return Texts.of("fleet.home.loggerHistory.takenAway");
    }

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
        if (s.device().retired() && s.device().lost()) {
            return lost();
        }
        if (liesInStock(s)) {
            return inStock();
        }
        if (s.stay().takenAt() != null) {
            return takenAway();
        }
        return s.stay().site() == null ? noSite() : s.stay().site();
    }

    /** Whether it is listed last, at no site: in stock, and not lost. */
    static boolean liesInStock(LoggerOverview s) {
        if (s.device().retired() && s.device().lost()) {
            return false;
        }
        return s.stay().takenAt() != null
                ? s.device().retired()
                : s.run().missionId() == null && s.stay().placedAt() == null;
    }

    String site() {
        return site(overview);
    }

    String spot() {
        return site().equals(lost())
                ? Texts.of("fleet.home.loggerHistory.markedAsLost")
                : site().equals(inStock())
                        ? overview.device().retired()
                                ? Texts.of("fleet.home.loggerHistory.inStock2")
                                : Texts.of("fleet.home.loggerHistory.neverWritten")
                        : overview.stay().spot() != null
                                ? overview.stay().spot()
                                : overview.stay().takenAt() != null
                                        ? Texts.of("fleet.home.loggerHistory.atNoSpot")
                                        : Texts.of("fleet.home.loggerHistory.noSpotYet2");
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
                    case MEMORY_FULL ->
                        Texts.of(
                                "fleet.home.loggerHistory.fullSince",
                                "endsAt",
                                show.day(s.run().endsAt(), zone));
                    case STOPPED ->
                        Texts.of(
                                "fleet.home.loggerHistory.stoppedNotCollected",
                                "endsAt",
                                (s.run().endsAt() == null
                                        ? ""
                                        : " " + show.day(s.run().endsAt(), zone)));
                    case BATTERY_EMPTY ->
                        Texts.of(
                                "fleet.home.loggerHistory.batteryEmptySince",
                                "batteryEndsAt",
                                show.day(s.run().batteryEndsAt(), zone));
                    case NEVER_STARTED -> Texts.of("fleet.home.loggerHistory.startNotConfirmed");
                    case LEFT_STOPPED ->
                        Texts.of(
                                "fleet.home.loggerHistory.collectedNotRestarted",
                                "collectedAt",
                                show.day(s.run().collectedAt(), zone));
                    case NOT_EMPTIED ->
                        Texts.of(
                                "fleet.home.loggerHistory.takenAwayNotCollected",
                                "takenAt",
                                show.day(s.stay().takenAt(), zone));
                    case OTHERWISE -> Texts.of("fleet.home.loggerHistory.planDiffersFromSpot");
                    case HALF_COLLECTED -> Texts.of("fleet.home.loggerHistory.downloadInterrupted");
                    case CALIBRATION_LAPSED ->
                        Texts.of(
                                "fleet.home.loggerHistory.calibrationLapsed",
                                "calibrationDue",
                                show.day(s.calibrationDue(), zone));
                    case CALIBRATION_DUE ->
                        Texts.of(
                                "fleet.home.loggerHistory.calibrationDue",
                                "calibrationDue",
                                show.day(s.calibrationDue(), zone));
                    case CLOCK_OFF -> Texts.of("fleet.home.loggerHistory.clockOffset");
                    case OVERDUE -> Texts.of("fleet.home.loggerHistory.collectionOverdue");
                    case LOST -> Texts.of("fleet.home.loggerHistory.possiblyLost");
                    case NO_PLAN -> Texts.of("fleet.home.loggerHistory.noPlan");
                    case ALARM -> Texts.of("fleet.home.loggerHistory.alarmRaised");
                    case SILENT ->
                        Texts.of(
                                "fleet.home.loggerHistory.noAnswerSince",
                                "since",
                                show.minute(s.link().silence().since(), zone));
                    default -> "";
                };
    }

    /** Until when the current mission has recorded, as far as is known. */
    Instant runsUntil(Instant now) {
        Instant end = overview.run().endsAt() != null && overview.run().endsAt().isBefore(now)
                ? overview.run().endsAt()
                : now;
        return overview.run().batteryEndsAt() != null
                        && overview.run().batteryEndsAt().isBefore(end)
                ? overview.run().batteryEndsAt()
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
            case MEMORY_FULL, STOPPED -> s.run().endsAt();
            case BATTERY_EMPTY -> s.run().batteryEndsAt();
            case NEVER_STARTED -> s.run().writtenAt();
            case LEFT_STOPPED -> last == null ? s.run().collectedAt() : last;
            default -> null;
        };
    }
}
