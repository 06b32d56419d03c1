package org.pelerin.core.plan;

/**
 * What a channel reads while a logger is looked at.
 *
 * @param raw electrical or native quantity in the input's unit; NaN where nothing is connected, or the sensor is broken
 * @param value in the unit shown; NaN where there is none
 */
public record Reading(double raw, double value) {

    /** Whether nothing is connected, or the sensor is broken. */
    public boolean open() {
        return Double.isNaN(raw);
    }

    /** Whether a signal is there that the sensor does not give while it measures: outside its range, or where its scaling has no value. */
    public boolean unusable() {
        return !open() && Double.isNaN(value);
    }
}
