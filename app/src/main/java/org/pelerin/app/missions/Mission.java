package org.pelerin.app.missions;

import java.time.Instant;
import java.time.ZoneId;

/**
 * One logger's one run, with its own copy of the plan.
 *
 * @param deviceNumber the logger's number for it, null until it is written
 * @param settings its plan as JSON; empty where missions are listed by the many
 * @param startsAt first sample: foreseen, then known; null while it waits for a button
 * @param endsAt when memory is full or the count reached, as foreseen; when it ended, once that was seen; null with wrap or without
 *     a start
 * @param firstAt first sample collected, corrected, as {@code lastAt}
 */
public record Mission(
        long id,
        long loggerId,
        String serial,
        String model,
        Integer deviceNumber,
        MissionState state,
        String planName,
        int planVersion,
        String settings,
        Long spotId,
        String spot,
        String site,
        String zone,
        Instant writtenAt,
        String writtenBy,
        Instant startsAt,
        Instant endsAt,
        Instant batteryEndsAt,
        Instant collectedAt,
        String collectedBy,
        Instant erasedAt,
        Instant firstAt,
        Instant lastAt,
        Long expected,
        Long received,
        boolean clockCorrected,
        String verdict,
        String remark) {

    /** As if its clock were not corrected: a view of it. */
    public Mission byItsOwnClock() {
        return withClock(false);
    }

    /** As if its clock were corrected, or not. */
    public Mission withClock(boolean corrected) {
        return new Mission(
                id,
                loggerId,
                serial,
                model,
                deviceNumber,
                state,
                planName,
                planVersion,
                settings,
                spotId,
                spot,
                site,
                zone,
                writtenAt,
                writtenBy,
                startsAt,
                endsAt,
                batteryEndsAt,
                collectedAt,
                collectedBy,
                erasedAt,
                firstAt,
                lastAt,
                expected,
                received,
                corrected,
                verdict,
                remark);
    }

    /** As the audit trail names it. */
    public String subject() {
        return "mission " + id + " of " + serial;
    }

    public boolean collected() {
        return state == MissionState.COLLECTED;
    }

    /** Where it is, or the serial where no spot was named. */
    public String where() {
        return spot == null ? "no spot yet" : spot;
    }

    public ZoneId zoneOr(ZoneId other) {
        return zone == null ? other : ZoneId.of(zone);
    }
}
