package org.pelerin.app.fleet.rounds;

import java.time.Instant;

/**
 * A task that a round could have.
 *
 * @param serial empty where any logger will do
 * @param why in plain words
 * @param needs that it is for, as {@link Task#needs()}
 * @param dueAt by when, or null
 * @param planned the open round that has it already, or null
 */
record Proposal(
        Task.Kind kind,
        long spotId,
        String spot,
        long siteId,
        String site,
        String serial,
        String model,
        String why,
        String needs,
        Instant dueAt,
        Round planned) {

    /** Tells it from the others of the same day. */
    public String key() {
        return kind + ":" + spotId + ":" + serial;
    }
}
