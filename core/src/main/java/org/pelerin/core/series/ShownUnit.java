package org.pelerin.core.series;

/**
 * How values stored in one unit are shown in another: {@code shown = value * factor + shift}.
 *
 * @param symbol the unit shown
 * @param factor applied to values and to differences
 * @param shift applied to values only
 */
public record ShownUnit(String symbol, double factor, double shift) {

    public static ShownUnit same(String symbol) {
        return new ShownUnit(symbol, 1, 0);
    }

    /** Degrees Fahrenheit for channels in °C, the channel's own unit for all others. */
    public static ShownUnit of(String unit, boolean fahrenheit) {
        return fahrenheit && unit.equals("°C") ? new ShownUnit("°F", 1.8, 32) : same(unit);
    }

    public double value(double stored) {
        return factor == 1 && shift == 0 ? stored : SignificantDigits.rounded(stored * factor + shift);
    }

    public double difference(double stored) {
        return stored * factor;
    }
}
