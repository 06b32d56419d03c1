package org.pelerin.app.collect.files;

import java.time.Instant;

/**
 * A file from elsewhere.
 *
 * @param size in bytes
 * @param sha256 of its bytes; null until it has arrived whole
 * @param settings as JSON; null until it has arrived whole
 * @param done rows read so far
 * @param message how it goes, or what went wrong
 * @param missionId that was made of it, or null
 */
public record ForeignFile(
        long id,
        String name,
        long size,
        String sha256,
        Instant uploadedAt,
        String uploadedBy,
        String settings,
        State state,
        long done,
        String message,
        Long missionId) {

    /** How far it is. */
    public enum State {
        ARRIVING,
        /** Its layout is being looked at. */
        LAYOUT,
        READING,
        /** Every row was looked at, nothing is taken in. */
        READ,
        TAKING,
        TAKEN
    }

    public boolean arriving() {
        return state == State.ARRIVING;
    }

    /** Whether its rows are looked at, before any is taken in. */
    public boolean reading() {
        return state == State.READING;
    }

    public boolean busy() {
        return state == State.READING || state == State.TAKING;
    }
}
