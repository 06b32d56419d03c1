package org.pelerin.core.record;

import java.util.Objects;
import org.threeten.extra.Interval;

/**
 * Time of a record that is left out of its judgement. The samples stay what and where they are.
 *
 * @param span half-open, on the reference clock
 */
public record Exclusion(Interval span, Kind kind) {

    public enum Kind {
        /** Transport, handling, a test of the alarm: taken out of the judged period; no coverage is demanded there. */
        NOT_PART,
        /** A faulty sensor, a probe out of its place: missing data, with all that follows. */
        NOT_VALID
    }

    public Exclusion {
        Objects.requireNonNull(kind);
        if (span.isEmpty()) {
            throw new IllegalArgumentException("An exclusion has a length, and this one ends where it begins");
        }
    }
}
