package org.pelerin.app.loggers.calibration;

import java.time.Instant;

/**
 * What a certificate says of one channel of one logger.
 *
 * @param dueAt when it lapses, or null
 * @param correction as a document
 */
public record Calibration(
        long id,
        String serial,
        int channel,
        String certificate,
        Instant calibratedAt,
        Instant dueAt,
        String correction,
        String reason,
        Instant savedAt,
        String savedBy) {}
