package org.pelerin.app.loggers.registry;

import java.time.Instant;

/**
 * That somebody looked at a logger's live readings and found them good.
 *
 * @param readings as they were, in words
 */
public record Checked(Instant at, String who, String readings) {}
