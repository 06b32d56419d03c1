package org.pelerin.core.model;

import java.time.Duration;
import java.util.List;

/**
 * The intervals at which a model can record.
 *
 * @param shortest inclusive
 * @param longest inclusive
 * @param step every interval is a multiple of this
 * @param advised shorter ones wear something out or cost more than they bring; never shorter than {@code shortest}
 */
public record Intervals(Duration shortest, Duration longest, Duration step, Duration advised) {

    private static final List<String> ROUND = List.of(
            "PT1S", "PT2S", "PT5S", "PT10S", "PT30S", "PT1M", "PT2M", "PT5M", "PT10M", "PT15M", "PT30M", "PT1H", "PT2H",
            "PT4H", "PT6H", "PT12H", "PT24H");

    public boolean possible(Duration interval) {
        return interval.compareTo(shortest) >= 0
                && interval.compareTo(longest) <= 0
                && interval.toMillis() % step.toMillis() == 0;
    }

    /** Whether short intervals wear out something that switches. */
    public boolean wearing() {
        return advised.compareTo(shortest) > 0;
    }

    /** The round times among them, the shortest first; none that wears anything out. */
    public List<Duration> usual() {
        return ROUND.stream()
                .map(Duration::parse)
                .filter(this::possible)
                .filter(d -> d.compareTo(advised) >= 0)
                .toList();
    }
}
