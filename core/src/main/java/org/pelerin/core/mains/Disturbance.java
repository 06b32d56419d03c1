package org.pelerin.core.mains;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * One disturbance of one phase, in the words of IEC 61000-4-30: found on the RMS value of a period, renewed every half period.
 *
 * @param channel index of the channel it was seen on
 * @param start on the logger's clock, beginning of the first half period beyond the threshold
 * @param duration to the first half period back within it, hysteresis included
 * @param extreme the least value of a dip or interruption, the greatest of a swell or inrush; V or A
 * @param halfPeriod time between the values
 * @param before how many of the values lie before the start
 * @param values one a half period around it, in V or A; empty where none are kept
 */
public record Disturbance(
        Kind kind,
        int channel,
        Instant start,
        Duration duration,
        double extreme,
        Duration halfPeriod,
        int before,
        List<Double> values) {

    public enum Kind {
        DIP("core.mains.disturbance.dip", false),
        SWELL("core.mains.disturbance.swell", true),
        INTERRUPTION("core.mains.disturbance.interruption", false),
        INRUSH("core.mains.disturbance.inrush", true);

        private final String word;
        private final boolean above;

        Kind(String word, boolean above) {
            this.word = word;
            this.above = above;
        }

        public String word() {
            return word;
        }

        /** Whether it departs upwards. */
        public boolean above() {
            return above;
        }
    }

    public Disturbance {
        values = List.copyOf(values);
        if (before > values.size()) {
            throw new IllegalArgumentException(before + " of " + values.size() + " values cannot lie before it");
        }
    }

    public Instant end() {
        return start.plus(duration);
    }
}
