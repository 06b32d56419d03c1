package org.pelerin.core.series;

import java.time.Duration;

/**
 * How far a logger's clock may be off before that is reported as a fault of the logger: the greater of a fixed offset and of one that grows
 * with the time since the clock was set.
 *
 * @param fixed not negative
 * @param secondsPerDay not negative
 */
public record ClockTolerance(Duration fixed, double secondsPerDay) {

    /** 60 s, or 2 s a day where that is more. */
    public static final ClockTolerance DEFAULT = new ClockTolerance(Duration.ofSeconds(60), 2);

    private static final double DAY = Duration.ofDays(1).toMillis();

    public ClockTolerance {
        if (fixed.isNegative() || !(secondsPerDay >= 0)) {
            throw new IllegalArgumentException("A tolerance is not negative");
        }
    }

    /**
     * Whether an offset, of either sign, is beyond it.
     *
     * @param since the clock was set
     */
    public boolean exceeded(Duration offset, Duration since) {
        double allowed = Math.max(fixed.toMillis(), since.toMillis() / DAY * secondsPerDay * 1000);
        return Math.abs(offset.toMillis()) > allowed;
    }
}
