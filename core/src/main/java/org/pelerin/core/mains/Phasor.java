package org.pelerin.core.mains;

/**
 * The fundamental of a voltage or current.
 *
 * @param magnitude RMS, in V or A
 * @param angle in degrees against the voltage of phase 1; lagging is negative
 */
public record Phasor(double magnitude, double angle) {

    /** Degrees by which this leads another, more than −180 to 180. */
    public double leads(Phasor other) {
        double d = (angle - other.angle) % 360;
        return d > 180 ? d - 360 : d <= -180 ? d + 360 : d;
    }
}
