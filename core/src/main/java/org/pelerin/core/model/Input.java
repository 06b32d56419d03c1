package org.pelerin.core.model;

/** The kind of quantity that an input of a logger takes in, before any scaling. */
public enum Input {
    /** The sensing element is part of the logger: what is stored is the quantity itself. */
    BUILT_IN("built in"),
    VOLTAGE("voltage"),
    CURRENT("current"),
    RESISTANCE("resistance"),
    THERMOCOUPLE("thermocouple"),
    FREQUENCY("frequency"),
    /** Pulses counted during one interval. */
    PULSES("pulses"),
    /** A contact: 0 open, 1 closed. */
    CONTACT("contact"),
    /** Temperature of the terminals, the reference junction of the model's thermocouples. */
    REFERENCE("reference temperature"),
    /** Voltage of the logger's own battery. */
    BATTERY("battery voltage");

    private final String words;

    Input(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }

    /** Whether something has to be wired to it. */
    public boolean wired() {
        return this != BUILT_IN && this != REFERENCE && this != BATTERY;
    }
}
