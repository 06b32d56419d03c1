package org.pelerin.core.judge;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.threeten.extra.Interval;

/** One departure from one rule: of {@linkplain ValueExcursion values}, or of {@linkplain MissingDataExcursion what is not there}. */
public sealed interface Excursion permits ValueExcursion, MissingDataExcursion {

    /** Id of the rule. */
    String rule();

    /** From its beginning to its end, half-open. */
    Interval span();

    /** When what the rule lets pass was used up. */
    Instant alarmAt();

    /** Time inside that no sample stands for. */
    Duration unobserved();

    /** The stretches that it is made of, in order of time; not empty. */
    List<Interval> pieces();

    /** How long it lasts: the sum of its pieces. */
    default Duration duration() {
        return pieces().stream().map(Interval::toDuration).reduce(Duration.ZERO, Duration::plus);
    }
}
