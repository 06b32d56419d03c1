package org.pelerin.app.deployment.placing;

import java.time.Instant;

/**
 * Said when a logger was placed somewhere or taken away from there.
 *
 * @param placed whether it is there now
 */
public record Moved(String serial, long spotId, boolean placed, Instant at, String by) {}
