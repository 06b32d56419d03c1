package org.pelerin.core.sensor;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.series.SignificantDigits;

/**
 * A unit in which values of another can be shown: {@code shown = value · factor + shift}, rounded to 12 significant digits.
 *
 * @param symbol the unit shown
 */
public record UnitChoice(String symbol, double factor, double shift) {

    private record Family(String base, List<UnitChoice> others) {}

    private static final List<Family> FAMILIES = List.of(
            new Family("°C", List.of(new UnitChoice("°F", 1.8, 32), new UnitChoice("K", 1, 273.15))),
            new Family(
                    "kPa",
                    List.of(
                            new UnitChoice("bar", 0.01, 0),
                            new UnitChoice("mbar", 10, 0),
                            new UnitChoice("Pa", 1000, 0),
                            // 1 psi = 6894.757293168 Pa
                            new UnitChoice("psi", 1 / 6.894757293168, 0))),
            new Family("bar", List.of(new UnitChoice("kPa", 100, 0), new UnitChoice("mbar", 1000, 0))),
            new Family("V", List.of(new UnitChoice("mV", 1000, 0))),
            new Family("mV", List.of(new UnitChoice("V", 0.001, 0))),
            new Family("mA", List.of(new UnitChoice("A", 0.001, 0))),
            new Family("Ω", List.of(new UnitChoice("kΩ", 0.001, 0))),
            new Family("Hz", List.of(new UnitChoice("rpm", 60, 0))),
            new Family("m", List.of(new UnitChoice("cm", 100, 0), new UnitChoice("ft", 1 / 0.3048, 0))),
            new Family("m³/h", List.of(new UnitChoice("l/s", 1 / 3.6, 0), new UnitChoice("l/min", 1000 / 60.0, 0))),
            new Family("l", List.of(new UnitChoice("m³", 0.001, 0))),
            new Family("m/s", List.of(new UnitChoice("km/h", 3.6, 0))));

    /** Units of sensors whose values can be shown in others. */
    public static List<String> bases() {
        return FAMILIES.stream().map(Family::base).toList();
    }

    /** The units in which values of a unit can be shown, itself first. */
    public static List<UnitChoice> of(String unit) {
        List<UnitChoice> out = new ArrayList<>();
        out.add(new UnitChoice(unit, 1, 0));
        FAMILIES.stream().filter(f -> f.base.equals(unit)).forEach(f -> out.addAll(f.others));
        return out;
    }

    /** @throws IllegalArgumentException if values of {@code unit} cannot be shown so */
    public static UnitChoice of(String unit, String shown) {
        return of(unit).stream()
                .filter(u -> u.symbol.equals(shown))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("“" + unit + "” cannot be shown in “" + shown + "”"));
    }

    public boolean same() {
        return factor == 1 && shift == 0;
    }

    public double value(double v) {
        return same() ? v : SignificantDigits.rounded(v * factor + shift);
    }

    /** The way back. */
    public double from(double shown) {
        return same() ? shown : SignificantDigits.rounded((shown - shift) / factor);
    }
}
