package org.pelerin.app.judge.limits;

import java.time.Instant;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.judge.Limits;

/**
 * A named set of limits in one of its versions.
 *
 * @param archived whether it is kept, and not offered any more
 * @param document see {@link LimitsDocument}
 */
public record LimitSet(
        long id, String name, int version, boolean archived, String document, Instant savedAt, String savedBy) {

    public Limits limits() {
        Limits read = LimitsDocument.read(document);
        return new Limits(name, read.rules(), read.gapRules());
    }
}
