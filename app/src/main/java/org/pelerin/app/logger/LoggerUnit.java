package org.pelerin.app.logger;

import java.time.Duration;
import java.time.Instant;

/** A logger as it was last seen. */
public record LoggerUnit(
        long id,
        String serial,
        String model,
        String firmware,
        int batteryPermille,
        String deviceState,
        long records,
        Duration clockOffsetMs,
        Instant seenAt) {}
