package org.pelerin.core.stats;

/**
 * A running weighted mean. Levels (any unit beginning with {@code dB}) are averaged as energy: {@code 10·lg(mean of
 * 10^(L/10))}; everything else plainly.
 *
 * <p>Values are taken relative to the first one, so that sums neither overflow nor lose digits against a large offset.
 */
public final class Mean {

    private final boolean energy;
    private double origin;
    private double weighted;
    private double weight;

    private Mean(boolean energy) {
        this.energy = energy;
    }

    public static Mean forUnit(String unit) {
        return new Mean(unit.startsWith("dB"));
    }

    public void add(double v, double w) {
        if (weight == 0) {
            origin = v;
        }
        weighted += (energy ? Math.pow(10, (v - origin) / 10) : v - origin) * w;
        weight += w;
    }

    public void clear() {
        weighted = 0;
        weight = 0;
    }

    /** NaN if nothing was added. */
    public double value() {
        if (weight == 0) {
            return Double.NaN;
        }
        double relative = weighted / weight;
        return origin + (energy ? 10 * Math.log10(relative) : relative);
    }
}
