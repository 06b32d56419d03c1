package org.pelerin.core.stats;

import org.pelerin.core.unit.Unit;

/**
 * A running weighted mean. Levels (any unit beginning with {@code dB}) are averaged as energy: {@code 10·lg(mean of
 * 10^(L/10))}; everything else plainly.
 *
 * <p>Values are taken relative to one of them, so that sums neither overflow nor lose digits against a large offset: plainly, to the
 * first; as energy, to one that no later one exceeds by more than {@value #REBASE} dB. A value that weighs nothing counts only where
 * none weighs anything: the mean is then the plain one.
 */
public final class Mean {

    /** 10^(REBASE/10) times any count of samples is far from the largest double. */
    private static final double REBASE = 1000;

    private final boolean energy;
    private double origin;
    private double weighted;
    private double weight;
    private double unweighted;
    private long weightless;

    private Mean(boolean energy) {
        this.energy = energy;
    }

    public static Mean forUnit(Unit unit) {
        return new Mean(unit.level());
    }

    /** @param energy whether the values are levels in dB */
    public static Mean of(boolean energy) {
        return new Mean(energy);
    }

    /** @param w 0 or more */
    public void add(double v, double w) {
        if (Double.isNaN(v)) {
            return;
        }
        if (weight == 0 && (w > 0 || weightless == 0)) {
            origin = v;
        }
        if (w > 0) {
            rebase(v);
            weighted += relative(v) * w;
            weight += w;
        } else if (weight == 0) {
            rebase(v);
            unweighted += relative(v);
            weightless++;
        }
    }

    private void rebase(double v) {
        if (energy && v - origin > REBASE) {
            double factor = Math.pow(10, (origin - v) / 10);
            weighted *= factor;
            unweighted *= factor;
            origin = v;
        }
    }

    private double relative(double v) {
        return energy ? Math.pow(10, (v - origin) / 10) : v - origin;
    }

    public void clear() {
        weighted = 0;
        weight = 0;
        unweighted = 0;
        weightless = 0;
    }

    /** NaN if nothing was added. */
    public double value() {
        if (weight == 0 && weightless == 0) {
            return Double.NaN;
        }
        double relative = weight > 0 ? weighted / weight : unweighted / weightless;
        return origin + (energy ? 10 * Math.log10(relative) : relative);
    }
}
