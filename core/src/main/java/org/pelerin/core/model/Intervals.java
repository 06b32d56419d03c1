package org.pelerin.core.model;

import java.time.Duration;

/**
 * The intervals at which a model can record.
 *
 * @param shortest inclusive
 * @param longest inclusive
 * @param step every interval is a multiple of this
 * @param advised shorter ones wear something out or cost more than they bring; never shorter than {@code shortest}
 */
public record Intervals(Duration shortest, Duration longest, Duration step, Duration advised) {

    public boolean possible(Duration interval) {
        return interval.compareTo(shortest) >= 0
                && interval.compareTo(longest) <= 0
                && interval.toMillis() % step.toMillis() == 0;
    }
}
