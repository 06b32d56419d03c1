package org.pelerin.core.series;

import java.time.Duration;
import java.time.Instant;

/**
 * Spreads a clock offset read at download evenly over the time since the clock was set:
 * {@code t' = t − δ · (t − t0) / (t1 − t0)}, all on the logger's clock.
 *
 * <p>The result is rounded to the millisecond, the resolution at which the offset can be read over a link. Nothing is
 * corrected where {@code t1} equals {@code t0}.
 *
 * @param setAt t0, the instant the clock was set, on the logger's clock
 * @param readAt t1, the instant the offset was read, on the logger's clock
 * @param offset δ, logger clock minus reference at t1
 */
public record ClockCorrection(Instant setAt, Instant readAt, Duration offset) {

    /** The correction of a clock that needs none. */
    public static final ClockCorrection NONE = new ClockCorrection(Instant.EPOCH, Instant.EPOCH, Duration.ZERO);

    private static final Duration DEFAULT_TOLERANCE = Duration.ofSeconds(60);
    private static final double TOLERANCE_SECONDS_A_DAY = 2;

    /** Corrects an instant given in milliseconds since the epoch on the logger's clock. */
    public long correctMillis(long millis) {
        long t0 = setAt.toEpochMilli();
        long span = readAt.toEpochMilli() - t0;
        if (span == 0) {
            return millis;
        }
        return millis - Math.round((double) offset.toMillis() * ((double) (millis - t0) / span));
    }

    public Instant correct(Instant loggerTime) {
        return Instant.ofEpochMilli(correctMillis(loggerTime.toEpochMilli()));
    }

    /** Whether |δ| is above 60 s, or above 2 s a day where that is more: then it is reported as a fault of the logger. */
    public boolean beyondTolerance() {
        double days = Duration.between(setAt, readAt).toMillis() / 86_400_000.0;
        double allowed = Math.max(DEFAULT_TOLERANCE.toMillis(), days * TOLERANCE_SECONDS_A_DAY * 1000);
        return Math.abs(offset.toMillis()) > allowed;
    }
}
