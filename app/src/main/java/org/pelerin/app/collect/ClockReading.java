package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;

/**
 * A logger's clock against the reference.
 *
 * @param device what it said
 * @param offset device minus reference
 */
record ClockReading(Instant device, Duration offset) {}
