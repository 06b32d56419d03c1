package org.pelerin.app.loggers.registry;

import java.time.Duration;
import java.time.Instant;

/**
 * A logger as it was last seen.
 *
 * @param ownName what its owner calls it; may be empty
 * @param retiredAt when it was put into stock, or null; writing it again ends that
 */
public record LoggerUnit(
        long id,
        String serial,
        String model,
        String firmware,
        int batteryPermille,
        String deviceState,
        long records,
        Duration clockOffsetMs,
        Instant seenAt,
        String ownName,
        String remarks,
        Instant retiredAt) {

    /** As a link tells of it; what its owner calls it is not changed by that. */
    public static LoggerUnit seen(
            String serial,
            String model,
            String firmware,
            int batteryPermille,
            String deviceState,
            long records,
            Duration clockOffset,
            Instant seenAt) {
        return new LoggerUnit(
                0, serial, model, firmware, batteryPermille, deviceState, records, clockOffset, seenAt, "", "", null);
    }
}
