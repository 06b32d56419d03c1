package org.pelerin.core.judge;

import java.time.Duration;
import org.pelerin.core.series.Channel;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/**
 * One limit on one channel, or on all channels that a pattern names.
 *
 * @param id unique among the limits it belongs to
 * @param channel label of the channel judged, or a {@link ChannelPattern pattern} of labels
 * @param basis what of it is looked at
 * @param bound what is allowed, in the unit of the basis
 * @param lasting how long a departure must last to count
 * @param clearance in the same unit, 0 or more: once out, a run ends only at a value this far back inside
 * @param bridge the longest gap a run goes through
 * @param severity how grave an excursion is
 * @param unit of the channel that the bound is for; null for whatever the channel has
 * @param latched whether a departure waits for somebody even if it is not found any more
 */
public record Rule(
        String id,
        String channel,
        Basis basis,
        Bound bound,
        Lasting lasting,
        double clearance,
        Duration bridge,
        Severity severity,
        Unit unit,
        boolean latched) {

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
        return new Rule(id, channel, Basis.VALUE, bound, lasting, 0, DEFAULT_BRIDGE, Severity.MAJOR, null, false);
    }

    Rule called(String other) {
        return new Rule(other, channel, basis, bound, lasting, clearance, bridge, severity, unit, latched);
    }

    public Rule on(Basis other) {
        return new Rule(id, channel, other, bound, lasting, clearance, bridge, severity, unit, latched);
    }

    public Rule withLimits(Bound other, Lasting until) {
        return new Rule(id, channel, basis, other, until, clearance, bridge, severity, unit, latched);
    }

    public Rule withClearance(double other) {
        return new Rule(id, channel, basis, bound, lasting, other, bridge, severity, unit, latched);
    }

    public Rule withBridge(Duration other) {
        return new Rule(id, channel, basis, bound, lasting, clearance, other, severity, unit, latched);
    }

    public Rule withSeverity(Severity other) {
        return new Rule(id, channel, basis, bound, lasting, clearance, bridge, other, unit, latched);
    }

    public Rule in(Unit other) {
        return new Rule(id, channel, basis, bound, lasting, clearance, bridge, severity, other, latched);
    }

    public Rule latched(boolean other) {
        return new Rule(id, channel, basis, bound, lasting, clearance, bridge, severity, unit, other);
    }

    /** The same for one channel, under an id of its own; its limits in that channel's unit. */
    Rule on(Channel one, String as) {
        if (unit == null || unit.equals(one.unit())) {
            return new Rule(as, one.label(), basis, bound, lasting, clearance, bridge, severity, unit, latched);
        }
        Conversion to = unit.shownIn(one.unit());
        return new Rule(
                as,
                one.label(),
                basis,
                bound.in(basis.interval() ? new Conversion(to.from(), to.to(), to.factor(), 0) : to),
                lasting,
                to.difference(clearance),
                bridge,
                severity,
                one.unit(),
                latched);
    }

    /** Whether its limits can be told in the unit of a channel. */
    boolean fits(Unit of) {
        return unit == null || unit.to(of).isPresent();
    }

    /** The limit that an excursion's peak lies beyond. */
    public double limitOf(ValueExcursion e) {
        boolean above =
                e.direction() == Direction.ABOVE || e.direction() == Direction.OUTSIDE && e.peak() > bound.high();
        return limit(above ? Direction.ABOVE : Direction.BELOW);
    }

    /** The limit on a side; infinite where the bound has none. */
    public double limit(Direction direction) {
        return direction == Direction.ABOVE ? bound.high() : bound.low();
    }
}
