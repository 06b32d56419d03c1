package org.pelerin.app.batch;

import java.time.Instant;

/** One plan for many loggers. */
public record Batch(
        long id, String planName, int planVersion, String settings, String state, Instant orderedAt, String orderedBy) {

    public boolean stopped() {
        return state.equals("STOPPED");
    }
}
