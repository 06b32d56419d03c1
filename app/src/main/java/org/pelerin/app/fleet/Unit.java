package org.pelerin.app.fleet;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.pelerin.app.logger.LoggerUnit;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionState;
import org.pelerin.app.platform.web.Show;

/**
 * One logger with its missions in the window, oldest first, and what troubles it.
 *
 * @param note what the lane says, or empty
 * @param noteAt where it says it
 */
record Unit(
        String serial, String site, String spot, List<Mission> missions, Trouble trouble, String note, Instant noteAt) {

    /** Why somebody should go there; the gravest one. */
    enum Trouble {
        NONE,
        MEMORY_FULL,
        NEVER_STARTED,
        LEFT_STOPPED,
        MEMORY_FILLS,
        BATTERY_ENDS
    }

    static final Duration SOON = Duration.ofDays(7);
    private static final Duration PATIENCE = Duration.ofHours(24);
    static final String IN_STOCK = "In stock";
    private static final String NO_SITE = "No spot named";

    static Unit of(LoggerUnit logger, List<Mission> missions, boolean docked, Instant now, ZoneId zone, Show show) {
        Mission current = missions.isEmpty() ? null : missions.get(missions.size() - 1);
        if (current == null) {
            return new Unit(logger.serial(), IN_STOCK, "never written", missions, Trouble.NONE, "", null);
        }
        String site = current.site() == null ? NO_SITE : current.site();
        Trouble trouble = docked ? Trouble.NONE : trouble(current, now);
        Instant at = noteAt(current, trouble);
        String note = switch (trouble) {
            case MEMORY_FULL -> "◇ full since " + show.day(current.endsAt(), zone);
            case NEVER_STARTED -> "◇ start not confirmed";
            case LEFT_STOPPED -> "◇ collected " + show.day(current.collectedAt(), zone) + ", not put back";
            default -> "";
        };
        return new Unit(logger.serial(), site, current.where(), missions, trouble, note, at);
    }

    Mission current() {
        return missions.isEmpty() ? null : missions.get(missions.size() - 1);
    }

    /** Until when the current mission has recorded, as far as is known. */
    Instant runsUntil(Instant now) {
        Mission m = current();
        boolean over = m.endsAt() != null && m.endsAt().isBefore(now);
        Instant end = over ? m.endsAt() : now;
        return m.batteryEndsAt() != null && m.batteryEndsAt().isBefore(end) ? m.batteryEndsAt() : end;
    }

    private static Trouble trouble(Mission m, Instant now) {
        if (m.collected()) {
            return Trouble.LEFT_STOPPED;
        }
        if (m.startsAt() == null) {
            boolean late = Duration.between(m.writtenAt(), now).compareTo(PATIENCE) > 0;
            return late ? Trouble.NEVER_STARTED : Trouble.NONE;
        }
        if (m.state() == MissionState.ENDED || m.endsAt() != null && !m.endsAt().isAfter(now)) {
            return m.endsAt() == null ? Trouble.NONE : Trouble.MEMORY_FULL;
        }
        if (m.endsAt() != null && m.endsAt().isBefore(now.plus(SOON))) {
            return Trouble.MEMORY_FILLS;
        }
        boolean flat = m.batteryEndsAt() != null && m.batteryEndsAt().isBefore(now.plus(SOON));
        return flat ? Trouble.BATTERY_ENDS : Trouble.NONE;
    }

    private static Instant noteAt(Mission m, Trouble trouble) {
        return switch (trouble) {
            case MEMORY_FULL -> m.endsAt();
            case NEVER_STARTED -> m.writtenAt();
            case LEFT_STOPPED -> m.lastAt() == null ? m.collectedAt() : m.lastAt();
            default -> null;
        };
    }
}
