package org.pelerin.core.judge;

import java.time.Duration;

/**
 * One limit on one channel.
 *
 * @param id unique among the limits it belongs to
 * @param channel label of the channel judged
 * @param basis what of it is looked at
 * @param bound what is allowed, in the unit of the basis
 * @param lasting how long a departure must last to count
 * @param clearance in the same unit, 0 or more: once out, a run ends only at a value this far back inside
 * @param bridge the longest gap a run goes through
 * @param severity how grave an excursion is
 */
public record Rule(
        String id,
        String channel,
        Basis basis,
        Bound bound,
        Lasting lasting,
        double clearance,
        Duration bridge,
        Severity severity) {

    public static final Duration DEFAULT_BRIDGE = Duration.ofHours(24);

    public Rule {
        if (!(clearance >= 0) || Double.isInfinite(clearance)) {
            throw new IllegalArgumentException("A clearance is 0 or more, not " + clearance);
        }
        if (bridge.isNegative()) {
            throw new IllegalArgumentException("A bridge cannot be negative: " + bridge);
        }
    }

    /** On the value itself. */
    public static Rule of(String id, String channel, Bound bound, Lasting lasting) {
        return new Rule(id, channel, Basis.VALUE, bound, lasting, 0, DEFAULT_BRIDGE, Severity.MAJOR);
    }

    public Rule on(Basis other) {
        return new Rule(id, channel, other, bound, lasting, clearance, bridge, severity);
    }

    public Rule withClearance(double other) {
        return new Rule(id, channel, basis, bound, lasting, other, bridge, severity);
    }

    public Rule withBridge(Duration other) {
        return new Rule(id, channel, basis, bound, lasting, clearance, other, severity);
    }

    public Rule withSeverity(Severity other) {
        return new Rule(id, channel, basis, bound, lasting, clearance, bridge, other);
    }

    /** The limit that an excursion's peak lies beyond. */
    public double limitOf(Excursion e) {
        boolean above =
                e.direction() == Direction.ABOVE || e.direction() == Direction.OUTSIDE && e.peak() > bound.high();
        return limit(above ? Direction.ABOVE : Direction.BELOW);
    }

    /** The limit on a side; infinite where the bound has none. */
    public double limit(Direction direction) {
        return direction == Direction.ABOVE ? bound.high() : bound.low();
    }
}
