package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.language.CoreTexts;

/**
 * What ends a mission, and when: the earliest of what its plan says, full memory and empty battery.
 *
 * @param after its first record
 * @param at the instant; null where it is not known when it starts
 */
public record Ending(Cause cause, Duration after, Instant at) {

    /** What ends it. */
    public enum Cause {
        /** As its plan says: a count, a time, an instant. */
        PLAN,
        /** No further record fits. */
        MEMORY,
        BATTERY
    }

    /** “memory is full”, for a label. */
    public String words() {
        return switch (cause) {
            case PLAN -> CoreTexts.say("core.plan.ending.asPlanned");
            case MEMORY -> CoreTexts.say("core.plan.ending.memoryIsFull");
            case BATTERY -> CoreTexts.say("core.plan.ending.theBatteryIsEmpty");
        };
    }
}
