package org.pelerin.app.review;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import org.pelerin.app.missions.Confirmation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.ClockCorrection;

/** What there is to say of a mission's course and clock. */
record MissionWords(Mission mission, Plan plan, Optional<Confirmation> confirmation, Instant now, Formats show) {

    private ZoneId zone() {
        return mission.zoneOr(show.home());
    }

    /** How it stands while nothing of it is home. */
    String running() {
        Instant startsAt = mission.course().startsAt();
        if (startsAt != null && startsAt.isAfter(now)) {
            return Texts.of("review.missionWords.waitingToStartItStarts", "startsAt", show.when(startsAt, zone()));
        }
        if (startsAt != null) {
            return Texts.of("review.missionWords.loggingSinceAsFarAs", "startsAt", show.minute(startsAt, zone()));
        }
        return switch (plan.start().kind()) {
            case BUTTON -> Texts.of("review.missionWords.waitingForItsButton", "more", confirmation.isEmpty());
            case THRESHOLD -> Texts.of("review.missionWords.waitingForItsStartThreshold");
            default -> Texts.of("review.missionWords.waitingToStart");
        };
    }

    /** What somebody stated about its start, where its logger or its record says otherwise; empty else. */
    String misconfirmed() {
        return confirmation
                .filter(c -> c.deniedAt() != null || nothing())
                .map(c -> Texts.of(
                        "review.missionWords.confirmedTheStartOn",
                        "by",
                        c.by(),
                        "at",
                        show.minute(c.at(), zone()),
                        "deniedAt",
                        (c.deniedAt() == null
                                ? Texts.of("review.missionWords.thereIsNoRecordOf")
                                : Texts.of(
                                        "review.missionWords.theLoggerReportedOnThat",
                                        "deniedAt",
                                        show.minute(c.deniedAt(), zone())))))
                .orElse("");
    }

    /** Whether it is home and holds nothing at all. */
    boolean nothing() {
        return mission.collected()
                && mission.course().startsAt() == null
                && mission.records().firstAt() == null;
    }

    /** What ends it, and when, as foreseen: the earliest of plan, memory and battery; empty where that is not known. */
    String ending() {
        Mission.Course course = mission.course();
        if (mission.collected() || course.startsAt() == null) {
            return "";
        }
        boolean battery = course.batteryEndsAt() != null
                && (course.endsAt() == null || course.batteryEndsAt().isBefore(course.endsAt()));
        if (battery) {
            return Texts.of(
                    "review.missionWords.theBatteryEndsItAbout",
                    "batteryEndsAt",
                    show.when(course.batteryEndsAt(), zone()));
        }
        if (course.endsAt() == null) {
            return "";
        }
        boolean planned = plan.endsByItself(ModelCatalogue.get(mission.device().model()), course.startsAt());
        return Texts.of(
                planned ? "review.missionWords.itEndsAt" : "review.missionWords.memoryFullAt",
                "at",
                show.when(course.endsAt(), zone()));
    }

    /**
     * How its clock was when its records came home.
     *
     * @param beyond whether it was off by more than the organisation tolerates
     * @param compared whether it was compared with the reference
     * @param corrected whether its times are corrected by it
     */
    String clock(ClockCorrection correction, boolean beyond, boolean compared, boolean corrected) {
        if (ModelCatalogue.FILE.equals(mission.device().model())) {
            return Texts.of("review.missionWords.timesAsInItsFile");
        }
        if (!compared) {
            return Texts.of("review.missionWords.clockNotComparedTheRecords");
        }
        Duration off = correction.offset();
        boolean exact = off.toSeconds() == 0;
        return Texts.of(
                "review.missionWords.beyondClockOffExact",
                "beyond",
                (beyond ? "◇ " : ""),
                "off",
                show.offset(off),
                "beyond2",
                beyond,
                "exact",
                exact ? "exact" : corrected ? "corrected" : "not");
    }
}
