package org.pelerin.app.missions;

import java.time.Instant;

/**
 * How long a mission's logger lay at its spot.
 *
 * @param placedAt the first time
 * @param settledAt when it had taken on the temperature there
 * @param takenAt the last time; null while it is still there
 */
public record Stay(Instant placedAt, Instant settledAt, Instant takenAt) {}
