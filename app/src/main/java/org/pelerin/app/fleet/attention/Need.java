package org.pelerin.app.fleet.attention;

import java.time.Instant;

/**
 * Why a logger needs somebody.
 *
 * @param kind what it is
 * @param serial of the logger
 * @param missionId that it is about, or null
 * @param where it lies, as far as is known; may be empty
 * @param spotId of the spot, or null
 * @param since when it began, or will; null where that is not known
 * @param detail what there is to say beside, or empty
 * @param connected whether something can be done from here at once
 */
public record Need(
        Kind kind,
        String serial,
        Long missionId,
        String where,
        Long spotId,
        Instant since,
        String detail,
        boolean connected) {

    public Need(Kind kind, String serial, Long missionId, String where, Long spotId, Instant since, boolean connected) {
        this(kind, serial, missionId, where, spotId, since, "", connected);
    }

    /** Where something can be done about it. */
    public String path() {
        return kind == Kind.FINDING ? "/findings?logger=" + serial : "/dock/" + serial;
    }

    /** The gravest first. */
    public enum Kind {
        CLAIMED_TWICE("serial answers at two addresses", "serials answer at two addresses", true),
        MEMORY_FULL("memory is full", "memories are full", true),
        BATTERY_EMPTY("battery must be empty", "batteries must be empty", true),
        NEVER_STARTED("start is not confirmed", "starts are not confirmed", true),
        STOPPED("has stopped with its records in it", "have stopped with their records in them", true),
        NOT_EMPTIED("was taken away with its records in it", "were taken away with their records in them", true),
        LEFT_STOPPED("was left stopped after its download", "were left stopped after their download", true),
        NO_PLAN("lies at its spot without a plan", "lie at their spots without a plan", true),
        OTHERWISE(
                "was written otherwise than its spot wants it",
                "were written otherwise than their spots want them",
                true),
        LOST("has not been heard of for half a year", "have not been heard of for half a year", true),
        HALF_COLLECTED(
                "download broke off and waits for its logger", "downloads broke off and wait for their loggers", true),
        SILENT("network station is silent", "network stations are silent", true),
        OVERDUE("collection is overdue", "collections are overdue", true),
        ALARM("alarm is raised", "alarms are raised", true),
        MEMORY_FILLS("memory fills before the next visit", "memories fill before the next visit", true),
        BATTERY_ENDS("battery ends before the next visit", "batteries end before the next visit", true),
        CLOCK_OFF("clock is off", "clocks are off", false),
        CALIBRATION_LAPSED("calibration has lapsed", "calibrations have lapsed", false),
        CALIBRATION_DUE("calibration is due", "calibrations are due", false),
        FINDING("logger has findings that wait", "loggers have findings that wait", false);

        private final String one;
        private final String several;
        private final boolean pressing;

        Kind(String one, String several, boolean pressing) {
            this.one = one;
            this.several = several;
            this.pressing = pressing;
        }

        /** Whether putting it back to work settles it. */
        public boolean restarting() {
            return this == LEFT_STOPPED;
        }

        /** Whether collecting its records settles it. */
        public boolean collecting() {
            return switch (this) {
                case ALARM, OVERDUE, MEMORY_FULL, STOPPED, NOT_EMPTIED, MEMORY_FILLS, BATTERY_EMPTY, BATTERY_ENDS ->
                    true;
                default -> false;
            };
        }

        /** “memory is full”, for so many of them. */
        public String words(int n) {
            return n == 1 ? one : several;
        }

        /** Whether somebody should go there for it. */
        public boolean pressing() {
            return pressing;
        }
    }
}
