package org.pelerin.core.stats;

import java.util.Arrays;
import java.util.Optional;

/** The scales in which temperatures are recorded: {@code celsius = (value − zero) / degree}. */
enum TemperatureScale {
    CELSIUS("°C", 1, 0),
    FAHRENHEIT("°F", 1.8, 32),
    KELVIN("K", 1, 273.15);

    private final String unit;
    private final double degree;
    private final double zero;

    TemperatureScale(String unit, double degree, double zero) {
        this.unit = unit;
        this.degree = degree;
        this.zero = zero;
    }

    static Optional<TemperatureScale> of(String unit) {
        return Arrays.stream(values()).filter(s -> s.unit.equals(unit)).findFirst();
    }

    double toCelsius(double v) {
        return (v - zero) / degree;
    }

    double fromCelsius(double celsius) {
        return celsius * degree + zero;
    }
}
