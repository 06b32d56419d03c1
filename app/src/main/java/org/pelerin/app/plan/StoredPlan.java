package org.pelerin.app.plan;

import java.time.Instant;

/** A plan of the library at its newest version. */
public record StoredPlan(
        long id, String name, String model, int version, String settings, Instant savedAt, String savedBy) {}
