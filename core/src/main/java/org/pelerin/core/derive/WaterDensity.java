package org.pelerin.core.derive;

/** Density of water in kg/m³. */
public final class WaterDensity {

    public static final double FRESH = 1000;
    public static final double BRACKISH = 1012;
    public static final double SALT = 1025;

    private WaterDensity() {}

    /** Pure water at one atmosphere after Tanaka et al. (Metrologia 38, 2001), from 0 to 40 °C; NaN outside. */
    public static double at(double celsius) {
        if (!(celsius >= 0 && celsius <= 40)) {
            return Double.NaN;
        }
        double d = celsius - 3.983035;
        return 999.974950 * (1 - d * d * (celsius + 301.797) / (522528.9 * (celsius + 69.34881)));
    }
}
