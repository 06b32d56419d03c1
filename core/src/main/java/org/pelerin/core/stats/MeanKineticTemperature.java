package org.pelerin.core.stats;

/**
 * Mean kinetic temperature after Haynes, as USP ‹1079.2› uses it: {@code T_K = (ΔH/R) / −ln(mean of e^(−ΔH/(R·T)))},
 * time-weighted, T in kelvin, ΔH = 83.144 kJ/mol, R = 8.3144 J/(mol·K).
 *
 * <p>Exponentials are taken relative to the warmest value's so far, so that no input overflows, and none underflows that counts. There is
 * no mean kinetic temperature of a record that goes below absolute zero.
 */
public final class MeanKineticTemperature {

    private static final double KELVIN = 273.15;
    /** ΔH in kJ/mol where nothing else is said. */
    public static final double DEFAULT_ENTHALPY = 83.144;

    private static final double GAS_CONSTANT = 8.3144;

    private final double ratio;
    private double warmest = Double.NEGATIVE_INFINITY;
    private double weighted;
    private double weight;
    private boolean impossible;

    public MeanKineticTemperature() {
        this(DEFAULT_ENTHALPY);
    }

    /** @param enthalpy ΔH in kJ/mol, above 0 */
    public MeanKineticTemperature(double enthalpy) {
        if (!(enthalpy > 0) || Double.isInfinite(enthalpy)) {
            throw new IllegalArgumentException("An activation enthalpy is above 0 kJ/mol, not " + enthalpy);
        }
        this.ratio = enthalpy * 1000 / GAS_CONSTANT;
    }

    /** @param w 0 or more */
    public void addCelsius(double celsius, double w) {
        double kelvin = celsius + KELVIN;
        impossible |= kelvin < 0;
        double exponent = -ratio / kelvin;
        if (w == 0 || kelvin < 0) {
            return;
        }
        if (exponent > warmest) {
            weighted *= Math.exp(warmest - exponent);
            warmest = exponent;
        }
        // at absolute zero nothing goes on
        weighted += kelvin == 0 ? 0 : Math.exp(exponent - warmest) * w;
        weight += w;
    }

    /** In °C; NaN if nothing was added that stood for any time, or something below absolute zero. */
    public double celsius() {
        if (weight == 0 || impossible) {
            return Double.NaN;
        }
        return weighted == 0 ? -KELVIN : ratio / -(warmest + Math.log(weighted / weight)) - KELVIN;
    }
}
