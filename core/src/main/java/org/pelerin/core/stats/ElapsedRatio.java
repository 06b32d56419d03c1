package org.pelerin.core.stats;

import java.time.Duration;
import java.util.function.ToDoubleFunction;

/**
 * The quotient of a channel's values at two times since a test's start, the later over the earlier, as absorption tests use it.
 *
 * @param early above 0, before {@code late}
 */
public record ElapsedRatio(Duration early, Duration late) {

    /** 60 s over 30 s. */
    public static final ElapsedRatio MINUTE = new ElapsedRatio(Duration.ofSeconds(30), Duration.ofSeconds(60));

    /** 10 min over 1 min. */
    public static final ElapsedRatio TEN_MINUTES = new ElapsedRatio(Duration.ofMinutes(1), Duration.ofMinutes(10));

    public ElapsedRatio {
        if (early.isNegative() || early.isZero() || late.compareTo(early) <= 0) {
            throw new IllegalArgumentException("A ratio is of a later time over an earlier one, both after the start");
        }
    }

    /**
     * @param at the value that stands so long after the start; NaN where none does
     * @return NaN where either is missing or the earlier one is 0
     */
    public double of(ToDoubleFunction<Duration> at) {
        double first = at.applyAsDouble(early);
        return first == 0 ? Double.NaN : at.applyAsDouble(late) / first;
    }
}
