package org.pelerin.core.judge;

import java.time.Duration;

/** How long a run must last to be an excursion. */
public sealed interface Lasting {

    /** Every run is an excursion, alarm at its start. */
    record Any() implements Lasting {}

    /** A run is an excursion if it lasts strictly longer; alarm at its start + delay. */
    record Delay(Duration delay) implements Lasting {
        public Delay {
            if (delay.isNegative()) {
                throw new IllegalArgumentException("A delay cannot be negative: " + delay);
            }
        }
    }

    /** A run is an excursion if it has at least this many samples; alarm at the last of them. */
    record Samples(int count) implements Lasting {
        public Samples {
            if (count < 1) {
                throw new IllegalArgumentException("A rule needs at least one sample, not " + count);
            }
        }
    }

    /** All runs together are one excursion if they sum to strictly more; alarm where the running sum passes it. */
    record Allowance(Duration sum) implements Lasting {
        public Allowance {
            if (sum.isNegative()) {
                throw new IllegalArgumentException("An allowance cannot be negative: " + sum);
            }
        }
    }

    Lasting ANY = new Any();

    static Lasting delay(Duration delay) {
        return new Delay(delay);
    }

    static Lasting allowance(Duration sum) {
        return new Allowance(sum);
    }

    static Lasting samples(int count) {
        return new Samples(count);
    }
}
