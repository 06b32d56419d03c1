package org.pelerin.app.plans;

import java.time.Instant;

/** One version of a plan of the library. */
public record PlanVersion(long planId, int version, String settings, Instant savedAt, String savedBy) {}
