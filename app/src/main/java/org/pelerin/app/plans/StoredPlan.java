package org.pelerin.app.plans;

import java.time.Instant;

/**
 * A plan of the library at its newest version.
 *
 * @param archived whether it is no longer offered
 */
public record StoredPlan(
        long id,
        String name,
        String model,
        int version,
        boolean archived,
        String settings,
        Instant savedAt,
        String savedBy) {}
