package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;

/** What makes a written logger take its first sample. */
public sealed interface StartCondition {

    /** As soon as the plan is written. */
    record Now() implements StartCondition {}

    /** When its button is pressed. */
    record OnButton() implements StartCondition {}

    /** At an instant. */
    record At(Instant instant) implements StartCondition {}

    /** A delay after the plan is written. */
    record After(Duration delay) implements StartCondition {
        public After {
            if (delay.isNegative()) {
                throw new IllegalArgumentException("A delay cannot be negative");
            }
        }
    }
}
