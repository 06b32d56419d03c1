package org.pelerin.app.findings;

import java.time.Instant;

/** One line of what happened with a finding. */
public record Entry(long id, Instant at, String by, Kind kind, String text) {

    public enum Kind {
        /** Of a person. */
        COMMENT,
        /** A judgement changed what it is about. */
        CHANGE,
        /** Somebody did something with it. */
        STEP
    }
}
