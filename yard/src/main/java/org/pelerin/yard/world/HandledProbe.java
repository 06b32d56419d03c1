package org.pelerin.yard.world;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.link.message.Phases;
import org.pelerin.yard.logger.Probe;
import org.threeten.extra.Interval;

/** What a logger's inputs meet where somebody has pulled a sensor out, bridged its terminals or put a calibrator on. */
final class HandledProbe implements Probe {

    /** Bridged terminals: no volts, no ohms, a closed contact; a built-in sensor gives its least value. */
    static final double SHORT = Double.NEGATIVE_INFINITY;

    private final Probe there;
    private final Map<Integer, Double> handled;

    /** @param handled by channel: the quantity in its input's unit, {@link #SHORT}, or NaN for open */
    HandledProbe(Probe there, Map<Integer, Double> handled) {
        this.there = there;
        this.handled = handled;
    }

    @Override
    public double measure(int channel, InputModel input, Sensor sensor, Duration since, Instant world) {
        Double v = handled.get(channel);
        if (v == null) {
            return there.measure(channel, input, sensor, since, world);
        }
        return v == SHORT ? bridged(input) : v;
    }

    private static double bridged(InputModel input) {
        return input.kind() == Input.CONTACT ? 1 : Math.max(0, input.low());
    }

    @Override
    public List<ContactChange> changes(int channel, Instant from, Instant to) {
        return handled.containsKey(channel) ? List.of() : there.changes(channel, from, to);
    }

    @Override
    public List<Interval> unquiet(Instant from, Instant to) {
        return there.unquiet(from, to);
    }

    @Override
    public double halfPeriod(int channel, Instant world) {
        return handled.containsKey(channel) ? handled.get(channel) : there.halfPeriod(channel, world);
    }

    @Override
    public Phases phases(Instant world) {
        return there.phases(world);
    }

    @Override
    public boolean calibrator() {
        return there.calibrator();
    }
}
