package org.pelerin.core.stats;

/**
 * Mean kinetic temperature after Haynes, as USP ‹1079.2› uses it: {@code T_K = (ΔH/R) / −ln(mean of e^(−ΔH/(R·T)))},
 * time-weighted, T in kelvin, ΔH = 83.144 kJ/mol, R = 8.3144 J/(mol·K).
 *
 * <p>Exponentials are taken relative to the first value's, so that no input underflows.
 */
public final class MeanKineticTemperature {

    private static final double KELVIN = 273.15;
    private static final double DEFAULT_RATIO = 83_144 / 8.3144;

    private final double ratio;
    private double originExponent;
    private double weighted;
    private double weight;

    public MeanKineticTemperature() {
        this.ratio = DEFAULT_RATIO;
    }

    public void addCelsius(double celsius, double w) {
        double exponent = -ratio / (celsius + KELVIN);
        if (weight == 0) {
            originExponent = exponent;
        }
        weighted += Math.exp(exponent - originExponent) * w;
        weight += w;
    }

    /** In °C; NaN if nothing was added. */
    public double celsius() {
        if (weight == 0) {
            return Double.NaN;
        }
        return ratio / -(originExponent + Math.log(weighted / weight)) - KELVIN;
    }
}
