package org.pelerin.app.fleet.attention;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.missions.MissionState;

/**
 * How a logger stands, as far as is known, and what it needs somebody for.
 *
 * @param readAt when something was last collected from it, or null
 * @param calibrationDue when the first of its calibrations lapses, or null
 * @param needs the gravest first
 */
public record LoggerOverview(
        Device device, Run run, Stay stay, Link link, Instant readAt, Instant calibrationDue, List<Need> needs) {

    /**
     * The logger itself.
     *
     * @param retired whether it was put into stock after its last mission
     * @param lost whether it was given up
     */
    public record Device(
            long loggerId,
            String serial,
            String model,
            Duration clockOffset,
            Instant seenAt,
            boolean retired,
            boolean lost) {}

    /**
     * Its newest mission; all null where it has none.
     *
     * @param plannedEnd whether its end is its plan's own, not full memory
     * @param homeAt when records of it were last collected; null where none were
     */
    public record Run(
            Long missionId,
            MissionState state,
            Instant writtenAt,
            Instant startsAt,
            Instant endsAt,
            boolean plannedEnd,
            Instant batteryEndsAt,
            Instant collectedAt,
            Instant homeAt) {}

    /**
     * Where it lies, or is meant to as long as nobody noted that it was placed anywhere.
     *
     * @param spotId null for nowhere, as {@code siteId}, {@code spot} and {@code site}
     * @param placedAt when it was placed there; null where nobody noted that
     * @param takenAt when it was taken away during or after its mission, where it lies nowhere since; null else
     * @param misfit what its mission has otherwise than its spot wants it, as noted when it was placed; empty for nothing
     * @param collectDays how often the spot must be collected, or null
     */
    public record Stay(
            Long spotId,
            Long siteId,
            String spot,
            String site,
            Instant placedAt,
            Instant takenAt,
            String misfit,
            Integer collectDays) {}

    /**
     * What is seen of it now.
     *
     * @param connected whether a link to it is there
     * @param docked whether that link is the dock's: it does not lie at its spot
     * @param alarmed whether it has raised an alarm, as far as is seen now
     * @param alarmedAt since when an alarm is seen; null where none is, or that is not known
     * @param silence that the network station it is keeps; null where it answers, or is none
     */
    public record Link(boolean connected, boolean docked, boolean alarmed, Instant alarmedAt, Silence silence) {}

    LoggerOverview needing(List<Need> what) {
        return new LoggerOverview(device, run, stay, link, readAt, calibrationDue, what);
    }

    public String serial() {
        return device.serial;
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
        return run.batteryEndsAt != null && (run.endsAt == null || run.batteryEndsAt.isBefore(run.endsAt));
    }

    /** Whether an alarm is raised that nothing has come home since. */
    public boolean alarmOpen() {
        return link.alarmed
                && inField()
                && (link.alarmedAt == null || run.homeAt == null || run.homeAt.isBefore(link.alarmedAt));
    }

    /** Whether its mission is in the field, as far as is known. */
    public boolean inField() {
        return run.state != null && run.state.inField();
    }

    /** Where it is, or empty. */
    public String where() {
        return stay.site == null ? "" : stay.site + " / " + stay.spot;
    }

    /** Whether it lies at its spot: somebody placed it there, or its mission began for it. */
    public boolean lies() {
        return stay.placedAt != null || inField() && run.startsAt != null && stay.spotId != null;
    }
}
