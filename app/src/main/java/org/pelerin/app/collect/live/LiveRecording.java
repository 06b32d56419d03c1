package org.pelerin.app.collect.live;

import java.time.Duration;
import java.time.Instant;

/**
 * Live readings that are being kept.
 *
 * @param settings the plan by which they are measured, as a document; its interval is the time between readings
 * @param most how many readings at most; null where it goes on until it is stopped
 * @param startedAt when the first was kept, or null
 * @param missionId what it has become
 */
public record LiveRecording(
        long id,
        String serial,
        String settings,
        Duration everyMs,
        Long most,
        Long spotId,
        State state,
        Instant startedAt,
        boolean stopWanted,
        Long missionId,
        String message,
        Instant orderedAt,
        String orderedBy) {

    public enum State {
        /** Until a value comes. */
        WAITING,
        GOING,
        DONE,
        FAILED;

        public boolean failed() {
            return this == FAILED;
        }

        public boolean over() {
            return this == DONE || this == FAILED;
        }
    }
}
