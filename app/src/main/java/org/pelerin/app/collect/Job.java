package org.pelerin.app.collect;

import java.time.Instant;

/**
 * A collection under way or done.
 *
 * @param leaveRunning whether the logger goes on recording
 */
public record Job(
        long id,
        String serial,
        State state,
        Long missionId,
        long done,
        long total,
        String message,
        String orderedBy,
        Instant orderedAt,
        boolean leaveRunning) {

    /** What a job is doing. */
    public enum State {
        QUEUED,
        RUNNING,
        /** The link broke; it goes on when the logger is back. */
        WAITING_FOR_LOGGER,
        DONE,
        FAILED
    }

    public boolean finished() {
        return state == State.DONE || state == State.FAILED;
    }

    public int percent() {
        return total == 0 ? 0 : (int) (100 * done / total);
    }
}
