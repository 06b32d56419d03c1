package org.pelerin.app.fleet.home;

import java.time.Instant;
import java.util.List;
import org.pelerin.core.judge.Side;

/**
 * One logger on the timeline of the fleet. Positions in the drawing's units.
 *
 * @param runs stretches of its missions
 * @param endX where memory fills, or −1; {@code endSoon} if that needs somebody this week
 * @param batteryX where the battery ends, or −1
 * @param calibrationX where a calibration lapses, or −1
 * @param visits where records came home
 * @param rounds where somebody is to come by
 * @param note what is to be said beside it, or empty
 */
record Lane(
        String serial,
        String spot,
        int y,
        List<Run> runs,
        List<Mark> marks,
        int endX,
        boolean endSoon,
        String endLabel,
        int batteryX,
        boolean batterySoon,
        int calibrationX,
        List<Integer> visits,
        List<Integer> rounds,
        String note,
        int noteX,
        boolean needsSomebody) {

    /** What is known of a stretch. */
    enum Kind {
        /** At home, in the database. */
        COLLECTED,
        /** Recorded, as far as is known, and still on the logger. */
        ON_LOGGER,
        /** Yet to come. */
        FORESEEN,
        /** Written, waiting for its start. */
        WAITING
    }

    record Run(Kind kind, int x, int width, long missionId) {}

    /** An excursion. */
    record Mark(int x, Side side, long missionId, Instant start) {

        /** Its outline beside a lane at {@code y}: above it or below it, and on it where data are missing. */
        public String path(int y) {
            return switch (side) {
                case ABOVE -> "M" + (x - 5) + " " + (y - 6) + "h10l-5 -9z";
                case BELOW -> "M" + (x - 5) + " " + (y + 6) + "h10l-5 9z";
                case MISSING -> "M" + x + " " + (y - 15) + "l5 5l-5 5l-5 -5z";
            };
        }
    }
}
