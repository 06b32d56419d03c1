package org.pelerin.app.missions;

import java.time.Instant;

/**
 * What somebody said of a mission's start.
 *
 * @param by who said that its logger runs, and {@code at} when
 * @param deniedAt when the logger itself said that it still waited; null where it did not
 */
public record Confirmation(String by, Instant at, Instant deniedAt) {}
