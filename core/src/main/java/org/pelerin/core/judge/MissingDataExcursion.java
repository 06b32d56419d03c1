package org.pelerin.core.judge;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.threeten.extra.Interval;

/**
 * More is missing than a rule on gaps allows: one gap that is too long, or too much in all.
 *
 * @param rule id of the rule
 * @param channel label of the channel whose samples are missing; empty for all that the rules name together
 * @param span the gap; for too much in all, the whole judged time
 * @param pieces the gap itself; for too much in all, each gap
 * @param alarmAt when what the rule lets pass was used up
 */
public record MissingDataExcursion(
        String rule, Optional<String> channel, Interval span, List<Interval> pieces, Instant alarmAt)
        implements Excursion {

    public MissingDataExcursion {
        pieces = List.copyOf(pieces);
    }

    /** All of it. */
    @Override
    public Duration unobserved() {
        return duration();
    }
}
