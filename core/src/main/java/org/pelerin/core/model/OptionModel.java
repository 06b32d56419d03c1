package org.pelerin.core.model;

import java.util.List;
import java.util.Optional;

/**
 * A setting of the whole logger that a plan makes: one of several choices, or a number in a range.
 *
 * @param key stable short key, as {@code lamp}
 * @param label as people say it
 * @param group heading under which it is shown
 * @param choices what can be chosen; empty for a number
 * @param unit of a number
 * @param low least number, inclusive
 * @param high greatest number, inclusive
 * @param preset the value it has unless another is set
 */
public record OptionModel(
        String key,
        String label,
        String group,
        List<Choice> choices,
        String unit,
        double low,
        double high,
        String preset) {

    /**
     * @param value stable short key
     * @param label as people say it
     * @param load standing load that it puts on the battery, in mA
     * @param chargePerSample what it adds to every sample of every channel, in µAh
     * @param outside whether the logger then lives on outside power and spares its battery
     * @param noise by how much it makes every reading noisier; 1 for not at all
     * @param millis what it takes to measure one channel, in ms; 0 where that does not matter
     * @param firmware the first that can do it, or null
     */
    public record Choice(
            String value,
            String label,
            double load,
            double chargePerSample,
            boolean outside,
            double noise,
            int millis,
            Firmware firmware) {

        /** In the language that is spoken just now. */
        @Override
        public String label() {
            return CatalogueText.of(label);
        }
    }

    public OptionModel {
        choices = List.copyOf(choices);
    }

    /** In the language that is spoken just now. */
    @Override
    public String label() {
        return CatalogueText.of(label);
    }

    /** In the language that is spoken just now. */
    @Override
    public String group() {
        return CatalogueText.of(group);
    }

    public Optional<Choice> choice(String value) {
        return choices.stream().filter(c -> c.value().equals(value)).findFirst();
    }

    public boolean number() {
        return choices.isEmpty();
    }

    /** Whether it can have this value. */
    public boolean allows(String value) {
        if (!number()) {
            return choice(value).isPresent();
        }
        try {
            double v = Double.parseDouble(value);
            return v >= low && v <= high;
        } catch (NumberFormatException e) {
            return false;
        }
    }
}
