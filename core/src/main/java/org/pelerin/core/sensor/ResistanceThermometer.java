package org.pelerin.core.sensor;

/**
 * A platinum resistance thermometer after IEC 60751: {@code R = R0·(1 + A·t + B·t² + C·(t − 100)·t³)}, C only below 0 °C; −200…850 °C.
 */
public final class ResistanceThermometer {

    public static final double LOW = -200;
    public static final double HIGH = 850;

    private static final double A = 3.9083e-3;
    private static final double B = -5.775e-7;
    private static final double C = -4.183e-12;

    /** Tables and converters give ohms to a hundredth for 100 Ω at 0 °C: 18.52 Ω is −200 °C. */
    private static final double TABLE_STEP = 1e-4;

    private ResistanceThermometer() {}

    /** Resistance in Ω at a temperature in °C. */
    public static double ohms(double r0, double t) {
        double below = t < 0 ? C * (t - 100) * t * t * t : 0;
        return r0 * (1 + A * t + B * t * t + below);
    }

    /** Temperature in °C of a resistance in Ω, to 1e-9 K; NaN outside −200…850 °C, half a step of the tables aside. */
    public static double celsius(double r0, double ohms) {
        double ratio = ohms / r0;
        double slack = TABLE_STEP / 2;
        if (!(ratio >= ohms(1, LOW) - slack && ratio <= ohms(1, HIGH) + slack)) {
            return Double.NaN;
        }
        double t = (-A + Math.sqrt(A * A - 4 * B * (1 - ratio))) / (2 * B);
        // exact from 0 °C up; below, the root of the shorter formula is where Newton's steps begin
        for (int i = 0; i < 20 && ratio < 1; i++) {
            double step = (ohms(1, t) - ratio) / (A + 2 * B * t + C * (4 * t * t * t - 300 * t * t));
            t -= step;
            if (Math.abs(step) < 1e-10) {
                break;
            }
        }
        return Math.max(LOW, Math.min(HIGH, t));
    }
}
