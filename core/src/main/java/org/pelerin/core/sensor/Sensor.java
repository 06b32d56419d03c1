package org.pelerin.core.sensor;

import java.util.Objects;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.model.Input;

/**
 * What is connected to an input and how its signal is read.
 *
 * @param name as people say it
 * @param input what the logger takes in
 * @param scaling from the input's unit to {@code unit}
 * @param unit of the engineering value
 * @param low least value it can measure, in {@code unit}; below is a fault
 * @param high greatest value it can measure; above is a fault
 * @param decimals that make sense
 * @param wires that lead to a resistance: 2, 3 or 4; 0 for other inputs
 * @param leadOhms resistance of both leads together, taken off with 2 wires
 * @param shuntOhms of the resistor across the terminals that turns a current into a voltage; 0 for none
 * @param supply what it draws, or null
 */
public record Sensor(
        String name,
        Input input,
        Scaling scaling,
        String unit,
        double low,
        double high,
        int decimals,
        int wires,
        double leadOhms,
        double shuntOhms,
        Supply supply) {

    /** Characters of a unit's symbol. */
    public static final int LONGEST_UNIT = 20;

    /** Characters of a sensor's name. */
    public static final int LONGEST_NAME = 80;

    public Sensor {
        Objects.requireNonNull(input);
        Objects.requireNonNull(scaling);
        if (name.length() > LONGEST_NAME || unit.length() > LONGEST_UNIT) {
            throw new IllegalArgumentException(CoreTexts.say(
                    "core.sensor.sensor.aSensorNameHasAt", "longestName", LONGEST_NAME, "longestUnit", LONGEST_UNIT));
        }
        if (!(low < high)) {
            throw new IllegalArgumentException(
                    CoreTexts.say("core.sensor.sensor.theRangeOfIsEmpty", "name", name, "low", low, "high", high));
        }
        if (decimals < 0 || decimals > 6) {
            throw new IllegalArgumentException(
                    CoreTexts.say("core.sensor.sensor.aSensorShows0To", "decimals", decimals));
        }
        if (input == Input.RESISTANCE && (wires < 2 || wires > 4) || input != Input.RESISTANCE && wires != 0) {
            throw new IllegalArgumentException(CoreTexts.say("core.sensor.sensor.aResistanceHas23"));
        }
        if (!(leadOhms >= 0) || !(shuntOhms >= 0)) {
            throw new IllegalArgumentException(CoreTexts.say("core.sensor.sensor.aResistanceCannotBeNegative"));
        }
        if (scaling instanceof Scaling.Thermocouple != (input == Input.THERMOCOUPLE)) {
            throw new IllegalArgumentException(CoreTexts.say("core.sensor.sensor.aThermocoupleNeedsAThermocouple"));
        }
    }

    /** A sensor without wires to reckon with and without supply. */
    public static Sensor of(
            String name, Input input, Scaling scaling, String unit, double low, double high, int decimals) {
        int wires = input == Input.RESISTANCE ? 4 : 0;
        return new Sensor(name, input, scaling, unit, low, high, decimals, wires, 0, 0, null);
    }
}
