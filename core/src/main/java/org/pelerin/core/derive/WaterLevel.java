package org.pelerin.core.derive;

/** Water above a pressure sensor: {@code h = (p − p_baro) · 1000 / (ρ · g)} m. */
public final class WaterLevel {

    /** Standard acceleration of gravity, m/s² (ISO 80000-3). */
    public static final double GRAVITY = 9.80665;

    private WaterLevel() {}

    /**
     * @param pressure absolute, in kPa, as {@code air}
     * @param density in kg/m³
     * @param gravity in m/s²
     */
    public static double of(double pressure, double air, double density, double gravity) {
        return (pressure - air) * 1000 / (density * gravity);
    }
}
