package org.pelerin.core.unit;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What is measured in units that can be converted into each other: of a value in the first of them, {@code v · factor + shift} is in another. */
enum Quantity {
    TEMPERATURE(scale("°C", 1), scale("°F", 1.8, 32), scale("K", 1, 273.15)),
    // 1 psi = 6894.757293168 Pa
    PRESSURE(
            scale("kPa", 1),
            scale("bar", 0.01),
            scale("mbar", 10),
            scale("hPa", 10),
            scale("Pa", 1000),
            scale("psi", 1 / 6.894757293168)),
    VOLTAGE(scale("V", 1), scale("mV", 1000)),
    CURRENT(scale("mA", 1), scale("A", 0.001)),
    RESISTANCE(scale("Ω", 1), scale("kΩ", 0.001)),
    FREQUENCY(scale("Hz", 1), scale("rpm", 60)),
    LENGTH(scale("m", 1), scale("cm", 100), scale("mm", 1000), scale("ft", 1 / 0.3048)),
    FLOW(scale("m³/h", 1), scale("l/s", 1 / 3.6), scale("l/min", 1000 / 60.0)),
    VOLUME(scale("l", 1), scale("m³", 0.001)),
    SPEED(scale("m/s", 1), scale("km/h", 3.6));

    /** One of its units. */
    record Scale(String symbol, double factor, double shift) {}

    private final List<Scale> scales;

    Quantity(Scale... scales) {
        this.scales = List.of(scales);
    }

    private static Scale scale(String symbol, double factor) {
        return new Scale(symbol, factor, 0);
    }

    private static Scale scale(String symbol, double factor, double shift) {
        return new Scale(symbol, factor, shift);
    }

    static Optional<Quantity> of(String symbol) {
        for (Quantity q : values()) {
            if (q.scale(symbol).isPresent()) {
                return Optional.of(q);
            }
        }
        return Optional.empty();
    }

    Optional<Scale> scale(String symbol) {
        return scales.stream().filter(s -> s.symbol.equals(symbol)).findFirst();
    }

    /** All of its units, the one given first. */
    List<String> symbols(String first) {
        List<String> out = new ArrayList<>(List.of(first));
        scales.stream().map(Scale::symbol).filter(s -> !s.equals(first)).forEach(out::add);
        return out;
    }
}
