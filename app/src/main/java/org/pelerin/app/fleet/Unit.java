package org.pelerin.app.fleet;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.pelerin.app.attention.Need;
import org.pelerin.app.logger.LoggerUnit;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.platform.web.Show;

/**
 * One logger with its missions in the window, oldest first, and what troubles it.
 *
 * @param need the gravest reason to go there, or null
 * @param note what the lane says, or empty
 * @param noteAt where it says it
 */
record Unit(
        String serial, String site, String spot, List<Mission> missions, Need.Kind need, String note, Instant noteAt) {

    static final String IN_STOCK = "In stock";
    private static final String NO_SITE = "No spot named";

    /** @param needs of this logger */
    static Unit of(LoggerUnit logger, List<Mission> missions, List<Need> needs, ZoneId zone, Show show) {
        Mission current = missions.isEmpty() ? null : missions.get(missions.size() - 1);
        if (current == null) {
            return new Unit(logger.serial(), IN_STOCK, "never written", missions, null, "", null);
        }
        String site = current.site() == null ? NO_SITE : current.site();
        Need.Kind need = needs.stream()
                .map(Need::kind)
                .filter(Need.Kind::pressing)
                .findFirst()
                .orElse(null);
        return new Unit(
                logger.serial(),
                site,
                current.where(),
                missions,
                need,
                note(need, current, zone, show),
                noteAt(current, need));
    }

    private static String note(Need.Kind need, Mission m, ZoneId zone, Show show) {
        return need == null
                ? ""
                : switch (need) {
                    case MEMORY_FULL -> "◇ full since " + show.day(m.endsAt(), zone);
                    case BATTERY_EMPTY -> "◇ battery empty since " + show.day(m.batteryEndsAt(), zone);
                    case NEVER_STARTED -> "◇ start not confirmed";
                    case LEFT_STOPPED -> "◇ collected " + show.day(m.collectedAt(), zone) + ", not put back";
                    case OVERDUE -> "◇ collection overdue";
                    case LOST -> "◇ not heard of";
                    default -> "";
                };
    }

    boolean needy() {
        return need != null;
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

    private static Instant noteAt(Mission m, Need.Kind need) {
        return need == null
                ? null
                : switch (need) {
                    case MEMORY_FULL -> m.endsAt();
                    case BATTERY_EMPTY -> m.batteryEndsAt();
                    case NEVER_STARTED -> m.writtenAt();
                    case LEFT_STOPPED -> m.lastAt() == null ? m.collectedAt() : m.lastAt();
                    default -> null;
                };
    }
}
