package org.pelerin.core.plan;

import java.time.Duration;

/**
 * A limit that the logger itself watches.
 *
 * @param limit in the channel's unit; a value equal to it is no alarm
 * @param delay how long the value must stay out before the alarm is raised
 * @param latched whether the alarm stays until it is acknowledged
 */
public record Alarm(double limit, Duration delay, boolean latched) {

    public Alarm {
        if (!Double.isFinite(limit)) {
            throw new IllegalArgumentException("A limit is a number, not " + limit);
        }
        if (delay.isNegative()) {
            throw new IllegalArgumentException("A delay cannot be negative");
        }
    }
}
