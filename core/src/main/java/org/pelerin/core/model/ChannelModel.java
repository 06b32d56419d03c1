package org.pelerin.core.model;

import java.util.List;
import java.util.Optional;

/**
 * What one channel of a logger model can record.
 *
 * @param quantity what it measures, in plain words
 * @param label the name it has until somebody gives it a better one
 * @param sensor the sensing element, or what can be connected, in plain words
 * @param inputs what it can take in; the first is what it does unless a sensor is chosen
 * @param terminals where wires go, in order; empty where nothing is wired
 * @param added whether the logger records it by itself along with the others
 * @param chargePerSample in µAh, what one sample costs the battery
 */
public record ChannelModel(
        String quantity,
        String label,
        String sensor,
        List<InputModel> inputs,
        List<String> terminals,
        boolean added,
        double chargePerSample) {

    public ChannelModel {
        if (inputs.isEmpty()) {
            throw new IllegalArgumentException("“" + label + "” takes nothing in");
        }
        inputs = List.copyOf(inputs);
        terminals = List.copyOf(terminals);
    }

    /** In the language that is spoken just now. */
    @Override
    public String quantity() {
        return CatalogueText.of(quantity);
    }

    /** In the language that is spoken just now. */
    @Override
    public String sensor() {
        return CatalogueText.of(sensor);
    }

    /** What it takes in unless a sensor is chosen. */
    public InputModel own() {
        return inputs.get(0);
    }

    public Optional<InputModel> input(Input kind) {
        return inputs.stream().filter(i -> i.kind() == kind).findFirst();
    }

    /** Whether a sensor can be chosen for it. */
    public boolean choosable() {
        return own().kind().wired();
    }
}
