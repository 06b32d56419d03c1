package org.pelerin.core.model;

import org.pelerin.core.series.Resolution;

/**
 * What one input of a logger model can do.
 *
 * @param quantity what it measures, in plain words
 * @param unit symbol
 * @param sensor the sensing element, in plain words
 * @param low lower end of the range, in the unit
 * @param high upper end of the range
 * @param resolution step of the stored counts
 * @param chargePerSample in µAh, what one sample costs the battery
 */
public record ChannelModel(
        String quantity,
        String unit,
        String sensor,
        double low,
        double high,
        Resolution resolution,
        double chargePerSample) {

    public boolean inRange(double v) {
        return v >= low && v <= high;
    }
}
