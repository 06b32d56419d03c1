package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import org.pelerin.core.model.StopKind;

/** What ends a mission on its own; the button may end it before, where the plan lets it. */
public sealed interface StopCondition {

    StopKind kind();

    /** When no further record fits. */
    record MemoryFull() implements StopCondition {
        @Override
        public StopKind kind() {
            return StopKind.MEMORY_FULL;
        }
    }

    /** After so many records, or when memory is full, whichever comes first. */
    record AfterSamples(long count) implements StopCondition {
        public AfterSamples {
            if (count < 1) {
                throw new IllegalArgumentException("A mission needs at least one sample");
            }
        }

        @Override
        public StopKind kind() {
            return StopKind.AFTER_SAMPLES;
        }
    }

    /** When its records stand for so long, or when memory is full, whichever comes first. */
    record AfterTime(Duration time) implements StopCondition {
        public AfterTime {
            if (time.isNegative() || time.isZero()) {
                throw new IllegalArgumentException("A mission lasts longer than nothing");
            }
        }

        @Override
        public StopKind kind() {
            return StopKind.AFTER_TIME;
        }
    }

    /** At an instant of the logger's clock, or when memory is full, whichever comes first. */
    record At(Instant instant) implements StopCondition {
        public At {
            Objects.requireNonNull(instant);
        }

        @Override
        public StopKind kind() {
            return StopKind.AT;
        }
    }

    /** Never: the oldest records are overwritten. */
    record Wrap() implements StopCondition {
        @Override
        public StopKind kind() {
            return StopKind.WRAP;
        }
    }
}
