package org.pelerin.yard.logger;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.sensor.Sensor;

/** What a logger's inputs meet where it lies. */
public interface Probe {

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

    /** Whether a sound calibrator sits on the microphone. */
    default boolean calibrator() {
        return false;
    }
}
