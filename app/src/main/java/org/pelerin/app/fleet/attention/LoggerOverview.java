package org.pelerin.app.fleet.attention;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.missions.MissionState;

/**
 * How a logger stands, as far as is known, and what it needs somebody for.
 *
 * @param missionId its newest mission, or null where it has none; what follows, up to {@code collectedAt}, is of that mission
 * @param plannedEnd whether that end is its plan's own, not full memory
 * @param spotId where it lies, or is meant to as long as nobody noted that it was placed anywhere; null for nowhere, as {@code spot} and {@code site}
 * @param placedAt when it was placed there; null where nobody noted that
 * @param takenAt when it was taken away during or after its mission, where it lies nowhere since; null else
 * @param misfit what its mission has otherwise than its spot wants it, as noted when it was placed; empty for nothing
 * @param collectDays how often the spot must be collected, or null
 * @param readAt when something was last collected from it, or null
 * @param calibrationDue when the first of its calibrations lapses, or null
 * @param retired whether it was put into stock after its last mission
 * @param connected whether a link to it is there
 * @param alarmed whether it has raised an alarm, as far as is seen now
 * @param docked whether that link is the dock's: it does not lie at its spot
 * @param alarmedAt since when an alarm is seen; null where none is, or that is not known
 * @param homeAt when records of its mission last came home; null where none did
 * @param lost whether it was given up
 * @param silence that the network station it is keeps; null where it answers, or is none
 * @param needs the gravest first
 */
public record LoggerOverview(
        long loggerId,
        String serial,
        String model,
        Duration clockOffset,
        Instant seenAt,
        Long missionId,
        MissionState state,
        Instant writtenAt,
        Instant startsAt,
        Instant endsAt,
        boolean plannedEnd,
        Instant batteryEndsAt,
        Instant collectedAt,
        Long spotId,
        String spot,
        String site,
        Instant placedAt,
        Instant takenAt,
        String misfit,
        Integer collectDays,
        Instant readAt,
        Instant calibrationDue,
        boolean retired,
        boolean connected,
        boolean alarmed,
        boolean docked,
        Instant alarmedAt,
        Instant homeAt,
        boolean lost,
        Silence silence,
        List<Need> needs) {

    LoggerOverview needing(List<Need> what) {
        return new LoggerOverview(
                loggerId,
                serial,
                model,
                clockOffset,
                seenAt,
                missionId,
                state,
                writtenAt,
                startsAt,
                endsAt,
                plannedEnd,
                batteryEndsAt,
                collectedAt,
                spotId,
                spot,
                site,
                placedAt,
                takenAt,
                misfit,
                collectDays,
                readAt,
                calibrationDue,
                retired,
                connected,
                alarmed,
                docked,
                alarmedAt,
                homeAt,
                lost,
                silence,
                what);
    }

    /** The gravest thing that somebody should go there for; null if there is none. */
    public Need.Kind pressing() {
        return needs.stream()
                .map(Need::kind)
                .filter(Need.Kind::pressing)
                .findFirst()
                .orElse(null);
    }

    /** The gravest thing that it needs somebody for; null for nothing. */
    public Need.Kind gravest() {
        return needs.isEmpty() ? null : needs.get(0).kind();
    }

    /** Whether its battery ends its mission before anything else does. */
    public boolean batteryFirst() {
        return batteryEndsAt != null && (endsAt == null || batteryEndsAt.isBefore(endsAt));
    }

    /** Whether an alarm is raised that nothing has come home since. */
    public boolean alarmOpen() {
        return alarmed && inField() && (alarmedAt == null || homeAt == null || homeAt.isBefore(alarmedAt));
    }

    /** Whether its mission is in the field, as far as is known. */
    public boolean inField() {
        return state != null && state.inField();
    }

    /** Where it is, or empty. */
    public String where() {
        return site == null ? "" : site + " / " + spot;
    }

    /** Whether it lies at its spot: somebody placed it there, or its mission began for it. */
    public boolean lies() {
        return placedAt != null || inField() && startsAt != null && spotId != null;
    }
}
