package org.pelerin.core.model;

import org.pelerin.core.series.Resolution;

/**
 * One kind of quantity that a channel can take in, with its range.
 *
 * @param kind what it is
 * @param unit of the stored quantity
 * @param low lower end of the range, inclusive, in the unit; outside is a sensor fault
 * @param high upper end of the range, inclusive
 * @param resolution step of the stored counts
 * @param accuracy largest error of a reading within the range, in the unit, plus or minus; 0 where none is stated
 * @param noise standard deviation of its readings, in the unit
 */
public record InputModel(
        Input kind, String unit, double low, double high, Resolution resolution, double accuracy, double noise) {

    public boolean inRange(double v) {
        return v >= low && v <= high;
    }

    /** Whether its counts need more than 16 bits. */
    public boolean wide() {
        return Math.max(Math.abs(resolution.count(low)), Math.abs(resolution.count(high))) > Short.MAX_VALUE;
    }
}
