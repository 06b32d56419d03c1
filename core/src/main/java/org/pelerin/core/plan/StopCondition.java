package org.pelerin.core.plan;

/** What ends a mission on its own. */
public sealed interface StopCondition {

    /** When no further record fits. */
    record MemoryFull() implements StopCondition {}

    /** After so many records, or when memory is full, whichever comes first. */
    record AfterSamples(long count) implements StopCondition {
        public AfterSamples {
            if (count < 1) {
                throw new IllegalArgumentException("A mission needs at least one sample");
            }
        }
    }

    /** Never: the oldest records are overwritten. */
    record Wrap() implements StopCondition {}
}
