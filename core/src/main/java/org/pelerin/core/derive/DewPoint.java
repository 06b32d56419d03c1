package org.pelerin.core.derive;

/** Dew point over water after Magnus, with the constants of Sonntag (1990) as WMO-No. 8 gives them; from −45 to 60 °C. */
public final class DewPoint {

    private static final double A = 17.62;
    private static final double B = 243.12;

    private DewPoint() {}

    /**
     * @param celsius air temperature
     * @param humidity relative, in per cent, above 0
     * @return in °C; NaN where there is none
     */
    public static double of(double celsius, double humidity) {
        if (!(humidity > 0) || celsius <= -B) {
            return Double.NaN;
        }
        double gamma = Math.log(humidity / 100) + A * celsius / (B + celsius);
        return B * gamma / (A - gamma);
    }
}
