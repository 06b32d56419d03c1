package org.pelerin.yard.logger;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.link.message.Phases;
import org.threeten.extra.Interval;

/** What a logger's inputs meet where it lies. */
public interface Probe {

    /** A contact that changes, in world time. */
    record ContactChange(Instant at, boolean closed) {}

    /**
     * The electrical or native quantity at an input.
     *
     * @param channel its index
     * @param input what it takes in
     * @param sensor what the plan says is connected, or null for what is there anyhow
     * @param since for how long pulses are counted
     * @param world instant
     * @return in the input's unit; NaN where nothing is connected
     */
    double measure(int channel, InputModel input, Sensor sensor, Duration since, Instant world);

    /** When the contact at a channel changed, after {@code from} up to {@code to}, in order. */
    default List<ContactChange> changes(int channel, Instant from, Instant to) {
        return List.of();
    }

    /** The stretches of a span in which the mains is not as always: only there need half periods be looked at. */
    default List<Interval> unquiet(Instant from, Instant to) {
        return List.of();
    }

    /** RMS voltage or current of the period around an instant. */
    default double halfPeriod(int channel, Instant world) {
        return Double.NaN;
    }

    /** The mains as phasors. */
    default Phases phases(Instant world) {
        return new Phases(List.of(), List.of());
    }

    /** Whether a sound calibrator sits on the microphone. */
    default boolean calibrator() {
        return false;
    }
}
