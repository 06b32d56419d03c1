package org.pelerin.core.model;

import org.pelerin.core.language.CoreTexts;

/** The kind of quantity that an input of a logger takes in, before any scaling. */
public enum Input {
    /** The sensing element is part of the logger: what is stored is the quantity itself. */
    BUILT_IN("core.model.input.builtIn"),
    VOLTAGE("core.model.input.voltage"),
    CURRENT("core.model.input.current"),
    RESISTANCE("core.model.input.resistance"),
    THERMOCOUPLE("core.model.input.thermocouple"),
    FREQUENCY("core.model.input.frequency"),
    /** Pulses counted during one interval. */
    PULSES("core.model.input.pulses"),
    /** A contact: 0 open, 1 closed. */
    CONTACT("core.model.input.contact"),
    /** Temperature of the terminals, the reference junction of the model's thermocouples. */
    REFERENCE("core.model.input.referenceTemperature"),
    /** Voltage of the logger's own battery. */
    BATTERY("core.model.input.batteryVoltage");

    private final String words;

    Input(String words) {
        this.words = words;
    }

    public String words() {
        return CoreTexts.say(words);
    }

    /** Whether something has to be wired to it. */
    public boolean wired() {
        return this != BUILT_IN && this != REFERENCE && this != BATTERY;
    }
}
