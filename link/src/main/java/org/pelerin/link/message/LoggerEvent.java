package org.pelerin.link.message;

import java.time.Instant;

/**
 * Something that happened on a logger during a mission.
 *
 * @param at on the logger's clock, as it counts on from the first sample; for settings of the clock, what it read
 * @param channel index of the channel it is about, {@link #NO_CHANNEL} for none
 * @param level of an alarm, from 1; 0 for other events
 */
public record LoggerEvent(Kind kind, Instant at, int channel, int level) {

    public static final int NO_CHANNEL = 255;

    public enum Kind {
        STARTED,
        MARKER,
        ALARM_HIGH,
        ALARM_LOW,
        STOPPED_BY_BUTTON,
        STOPPED_BY_LINK,
        STOPPED_MEMORY_FULL,
        STOPPED_COUNT,
        STOPPED_BATTERY,
        STOPPED_TIME,
        /** What the clock read when it was set; {@link #CLOCK_AFTER} follows. */
        CLOCK_BEFORE,
        /** What it was set to. */
        CLOCK_AFTER,
        /** Less than 15 % of the battery is left; once a mission. */
        BATTERY_LOW;

        public boolean stop() {
            return name().startsWith("STOPPED");
        }

        public boolean clock() {
            return this == CLOCK_BEFORE || this == CLOCK_AFTER;
        }

        public boolean alarm() {
            return this == ALARM_HIGH || this == ALARM_LOW;
        }
    }

    /** An event of the whole logger. */
    public LoggerEvent(Kind kind, Instant at) {
        this(kind, at, NO_CHANNEL, 0);
    }
}
