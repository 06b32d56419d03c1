package org.pelerin.app.report.retention;

import java.time.Instant;

/**
 * A record that somebody asked to have removed.
 *
 * @param place of the mission; empty for none
 * @param approvedAt null until another person approved it
 * @param message why it could not be removed; empty otherwise
 * @param archive file of the bundle, with its hash; null until it was written
 */
public record Removal(
        long id,
        long missionId,
        String serial,
        String place,
        Instant firstAt,
        Instant lastAt,
        State state,
        String reason,
        Instant askedAt,
        String askedBy,
        Instant approvedAt,
        String approvedBy,
        String message,
        String archive,
        String sha256,
        Instant removedAt) {

    public enum State {
        /** Waits for a second person. */
        ASKED,
        /** Is being archived and removed. */
        APPROVED,
        REMOVED,
        FAILED
    }

    /** Whether somebody has to say something to it. */
    public boolean waits() {
        return state == State.ASKED || state == State.FAILED;
    }
}
