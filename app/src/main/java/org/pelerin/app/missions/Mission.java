package org.pelerin.app.missions;

import java.time.Instant;
import java.time.ZoneId;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.Plan;

/**
 * One logger's one run, with its own copy of the plan.
 *
 * @param copy of the plan, as it was written
 * @param remark why it was given up; empty otherwise
 */
public record Mission(
        long id,
        Device device,
        MissionState state,
        Copy copy,
        Place place,
        Course course,
        Records records,
        String remark) {

    /**
     * Its logger.
     *
     * @param missionNumber the logger's own number for the mission, null until it is written
     */
    public record Device(long loggerId, String serial, String model, Integer missionNumber) {}

    /** @param settings as JSON; empty where missions are listed by the many */
    public record Copy(String planName, int planVersion, String settings) {}

    /** The spot it is for, with site and zone; all null where none was named. */
    public record Place(Long spotId, String spot, String site, String zone) {}

    /**
     * Its way from writing to its end.
     *
     * @param startsAt first sample: foreseen, then known; null while it waits for a button
     * @param endsAt when memory is full or the count reached, as foreseen; when it ended, once that was seen; null with wrap or
     *     without a start
     */
    public record Course(
            Instant writtenAt, String writtenBy, Instant startsAt, Instant endsAt, Instant batteryEndsAt) {}

    /**
     * What of it is home.
     *
     * @param firstAt first sample collected, corrected, as {@code lastAt}
     * @param clockCorrected whether its times are corrected for the drift of the logger's clock
     * @param signedAs null while nobody has signed it, so that it may be changed
     */
    public record Records(
            Instant collectedAt,
            String collectedBy,
            Instant erasedAt,
            Instant firstAt,
            Instant lastAt,
            Long expected,
            Long received,
            boolean clockCorrected,
            String verdict,
            boolean withoutLimits,
            SignedAs signedAs) {

        private Records withClock(boolean corrected) {
            return new Records(
                    collectedAt,
                    collectedBy,
                    erasedAt,
                    firstAt,
                    lastAt,
                    expected,
                    received,
                    corrected,
                    verdict,
                    withoutLimits,
                    signedAs);
        }
    }

    public String serial() {
        return device.serial;
    }

    /** As if its clock were not corrected: a view of it. */
    public Mission byItsOwnClock() {
        return withClock(false);
    }

    /** As if its clock were corrected, or not. */
    public Mission withClock(boolean corrected) {
        return new Mission(id, device, state, copy, place, course, records.withClock(corrected), remark);
    }

    /** The plan that it was written with. Precondition: it was not listed without its settings. */
    public Plan plan() {
        return PlanDocument.plan(copy.settings);
    }

    /** As the audit trail names it. */
    public String subject() {
        return Texts.stored("stored.mission.missionOf", "id", id, "serial", serial());
    }

    public boolean collected() {
        return state == MissionState.COLLECTED;
    }

    /** Whether it was collected, whatever became of its record since. */
    public boolean home() {
        return state.home();
    }

    /** Whether its record was removed after its time. */
    public boolean removed() {
        return state == MissionState.REMOVED;
    }

    /** The spot it is for, in words. */
    public String where() {
        return place.spot == null ? Texts.of("missions.mission.noSpotYet") : place.spot;
    }

    public ZoneId zoneOr(ZoneId other) {
        return place.zone == null ? other : ZoneId.of(place.zone);
    }
}
