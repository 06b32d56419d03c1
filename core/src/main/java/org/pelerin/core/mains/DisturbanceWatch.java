package org.pelerin.core.mains;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Finds disturbances in the half-period values of one channel, as IEC 61000-4-30 does for a single phase: one begins with the first
 * value strictly beyond a threshold and ends with the first that is back by the hysteresis. A dip whose least value is below {@value
 * #INTERRUPTION} of the nominal voltage is an interruption.
 */
public final class DisturbanceWatch {

    /** Share of the nominal voltage that a value must come back by. */
    public static final double HYSTERESIS = 0.02;

    static final double INTERRUPTION = 0.05;

    /**
     * What counts as a disturbance.
     *
     * @param below a dip is strictly below; negative infinity for none
     * @param above a swell or inrush is strictly above; positive infinity for none
     * @param hysteresis by how much a value must come back, 0 or more
     * @param interruption a dip that reaches below is an interruption
     * @param beyond what a departure upwards is called
     */
    public record Thresholds(
            double below, double above, double hysteresis, double interruption, Disturbance.Kind beyond) {

        /** For a voltage, in per cent of nominal. */
        public static Thresholds voltage(double nominal, double dipPercent, double swellPercent) {
            return new Thresholds(
                    nominal * dipPercent / 100,
                    nominal * swellPercent / 100,
                    nominal * HYSTERESIS,
                    nominal * INTERRUPTION,
                    Disturbance.Kind.SWELL);
        }

        /** For a current; the hysteresis is a share of the threshold. */
        public static Thresholds current(double inrush) {
            return new Thresholds(
                    Double.NEGATIVE_INFINITY,
                    inrush,
                    inrush * HYSTERESIS,
                    Double.NEGATIVE_INFINITY,
                    Disturbance.Kind.INRUSH);
        }
    }

    private final int channel;
    private final Thresholds thresholds;
    private final Duration halfPeriod;
    private final int keep;
    private final int most;
    private final Deque<Double> recent = new ArrayDeque<>();

    private Instant start;
    private Instant end;
    private boolean above;
    private double extreme;
    private int before;
    private List<Double> values = List.of();

    /**
     * @param keep values kept before and after a disturbance
     * @param most values kept of one in all
     */
    public DisturbanceWatch(int channel, Thresholds thresholds, Duration halfPeriod, int keep, int most) {
        this.channel = channel;
        this.thresholds = thresholds;
        this.halfPeriod = halfPeriod;
        this.keep = keep;
        this.most = most;
    }

    /**
     * Looks at one more value.
     *
     * @param v RMS value of the period, not NaN
     * @param at beginning of the half period
     * @param found told of a disturbance once it and what is kept after it are over
     */
    public void value(double v, Instant at, Consumer<Disturbance> found) {
        boolean over = v > thresholds.above;
        boolean under = v < thresholds.below;
        if (start != null && end == null) {
            boolean back = above
                    ? v <= thresholds.above - thresholds.hysteresis
                    : v >= thresholds.below + thresholds.hysteresis;
            if (back) {
                end = at;
            } else {
                extreme = above ? Math.max(extreme, v) : Math.min(extreme, v);
            }
        }
        if (start != null
                && end != null
                && (over || under || at.isAfter(end.plus(halfPeriod.multipliedBy(keep - 1L))))) {
            close(found);
        }
        if (start == null && (over || under)) {
            begin(v, at, over);
        }
        if (start != null && keep > 0 && values.size() < most) {
            values.add(v);
        }
        recent.addLast(v);
        if (recent.size() > keep) {
            recent.removeFirst();
        }
    }

    /** Start of a disturbance that is open, or of which what is kept after it still comes in. */
    public Optional<Instant> openSince() {
        return Optional.ofNullable(start);
    }

    private void begin(double v, Instant at, boolean over) {
        start = at;
        above = over;
        extreme = v;
        values = new ArrayList<>(recent);
        before = values.size();
    }

    private void close(Consumer<Disturbance> found) {
        Disturbance.Kind kind = above
                ? thresholds.beyond
                : extreme < thresholds.interruption ? Disturbance.Kind.INTERRUPTION : Disturbance.Kind.DIP;
        found.accept(new Disturbance(
                kind, channel, start, Duration.between(start, end), extreme, halfPeriod, before, values));
        start = null;
        end = null;
    }
}
