package org.pelerin.app.record;

import java.time.Instant;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.record.Exclusion;
import org.threeten.extra.Interval;

/** Time of a mission that somebody took out of its judgement, and why. */
public record Excluded(
        long id, Exclusion.Kind kind, Instant fromAt, Instant toAt, String reason, Instant madeAt, String madeBy) {

    public Exclusion exclusion() {
        return new Exclusion(Interval.of(fromAt, toAt), kind);
    }

    /** As people say it. */
    public String words() {
        return kind == Exclusion.Kind.NOT_PART
                ? Texts.stored("stored.excluded.notPartOfTheRun")
                : Texts.stored("stored.excluded.invalidData");
    }
}
