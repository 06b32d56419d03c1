package org.pelerin.app.deployment.placing;

import java.time.Instant;

/**
 * What was said of a logger when it was placed: until when its readings are those of the way there.
 *
 * @param minutes from {@code placedAt} on
 */
public record Acclimatisation(Instant placedAt, int minutes, String placedBy) {}
