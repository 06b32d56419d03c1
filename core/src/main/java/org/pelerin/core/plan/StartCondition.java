package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import org.pelerin.core.model.StartKind;

/** What makes a written logger take its first sample. */
public sealed interface StartCondition {

    StartKind kind();

    /** As soon as the plan is written. */
    record Now() implements StartCondition {
        @Override
        public StartKind kind() {
            return StartKind.NOW;
        }
    }

    /** When its button is pressed. */
    record OnButton() implements StartCondition {
        @Override
        public StartKind kind() {
            return StartKind.BUTTON;
        }
    }

    /** At an instant. */
    record At(Instant instant) implements StartCondition {
        public At {
            Objects.requireNonNull(instant);
        }

        @Override
        public StartKind kind() {
            return StartKind.AT;
        }
    }

    /** A delay after the plan is written. */
    record After(Duration delay) implements StartCondition {
        public After {
            if (delay.isNegative()) {
                throw new IllegalArgumentException("A delay cannot be negative");
            }
        }

        @Override
        public StartKind kind() {
            return StartKind.AFTER;
        }
    }

    /**
     * At the next instant that is a whole number of steps since midnight UTC, so that loggers written one after another record at
     * the same moments.
     *
     * @param step divides a day
     */
    record OnInterval(Duration step) implements StartCondition {
        public OnInterval {
            if (step.compareTo(Duration.ofSeconds(1)) < 0 || Duration.ofDays(1).toMillis() % step.toMillis() != 0) {
                throw new IllegalArgumentException("A full interval of the clock divides a day");
            }
        }

        @Override
        public StartKind kind() {
            return StartKind.INTERVAL;
        }

        /** The first such instant that is not before another. */
        public Instant next(Instant from) {
            long every = step.toMillis();
            return Instant.ofEpochMilli(-Math.floorDiv(-from.toEpochMilli(), every) * every);
        }
    }

    /**
     * When a channel's value, read once an interval without recording, does what is asked. A value that is already there when the
     * plan is written counts.
     *
     * @param channel index of the watched channel
     * @param low in the unit in which the channel is shown; not looked at for {@link Crossing#ABOVE}
     * @param high not looked at for {@link Crossing#BELOW}
     */
    record OnThreshold(int channel, Crossing crossing, double low, double high) implements StartCondition {
        public OnThreshold {
            Objects.requireNonNull(crossing);
            if (channel < 0) {
                throw new IllegalArgumentException("There is no channel " + channel);
            }
            if (!Double.isFinite(low) || !Double.isFinite(high)) {
                throw new IllegalArgumentException("A threshold is a number");
            }
            if (crossing.band() && !(low < high)) {
                throw new IllegalArgumentException("The band's lower end is not below its upper end");
            }
        }

        @Override
        public StartKind kind() {
            return StartKind.THRESHOLD;
        }

        /** Whether a value starts the mission; a fault never does. */
        public boolean metBy(double v) {
            return missing(v) == 0;
        }

        /** How far a value is from starting, 0 where it starts; NaN for a fault. */
        public double missing(double v) {
            if (Double.isNaN(v)) {
                return Double.NaN;
            }
            return switch (crossing) {
                case ABOVE -> v > high ? 0 : Math.max(high - v, Double.MIN_VALUE);
                case BELOW -> v < low ? 0 : Math.max(v - low, Double.MIN_VALUE);
                case ENTERS -> v < low ? low - v : v > high ? v - high : 0;
                case LEAVES -> v < low || v > high ? 0 : Math.max(Math.min(v - low, high - v), Double.MIN_VALUE);
            };
        }
    }

    /** What a watched value does. */
    enum Crossing {
        ABOVE,
        BELOW,
        ENTERS,
        LEAVES;

        public boolean band() {
            return this == ENTERS || this == LEAVES;
        }
    }
}
