package org.pelerin.link.message;

import java.time.Instant;

/**
 * Something that happened on a logger during a mission.
 *
 * @param at on the logger's clock
 */
public record LoggerEvent(Kind kind, Instant at) {

    public enum Kind {
        STARTED,
        MARKER,
        ALARM_HIGH,
        ALARM_LOW,
        STOPPED_BY_BUTTON,
        STOPPED_BY_LINK,
        STOPPED_MEMORY_FULL,
        STOPPED_COUNT,
        STOPPED_BATTERY
    }
}
