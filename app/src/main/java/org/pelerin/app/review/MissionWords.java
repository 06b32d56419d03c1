package org.pelerin.app.review;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import org.pelerin.app.missions.Confirmation;
import org.pelerin.app.missions.Mission;
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
            return "Written. It starts by itself " + show.when(startsAt, zone()) + ".";
        }
        if (startsAt != null) {
            return "At work since " + show.minute(startsAt, zone()) + ", as far as is known.";
        }
        return switch (plan.start().kind()) {
            case BUTTON ->
                "Written and waiting for its button"
                        + (confirmation.isEmpty() ? "; nobody has confirmed that it runs." : ".");
            case THRESHOLD -> "Written and waiting for the value it watches.";
            default -> "Written and waiting for its start.";
        };
    }

    /** What somebody said of its start, where its logger or its record says otherwise; empty else. */
    String misconfirmed() {
        return confirmation
                .filter(c -> c.deniedAt() != null || nothing())
                .map(c -> c.by() + " confirmed on " + show.minute(c.at(), zone()) + " that it ran; "
                        + (c.deniedAt() == null
                                ? "there is no record of it."
                                : "its logger said on " + show.minute(c.deniedAt(), zone()) + " that it still waited."))
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
            return "The battery ends it about " + show.when(course.batteryEndsAt(), zone()) + ".";
        }
        if (course.endsAt() == null) {
            return "";
        }
        boolean planned = plan.endsByItself(ModelCatalogue.get(mission.device().model()), course.startsAt());
        return (planned ? "It ends " : "Its memory is full ") + show.when(course.endsAt(), zone()) + ".";
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
            return "times as its file has them";
        }
        if (!compared) {
            return "clock not compared: its records came on a memory stick";
        }
        Duration off = correction.offset();
        boolean exact = off.toSeconds() == 0;
        return (beyond ? "◇ " : "") + "clock " + show.offset(off) + (beyond ? ", more than it should be" : "")
                + (exact ? "" : corrected ? ", corrected" : ", not corrected");
    }
}
