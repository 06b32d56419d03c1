package org.pelerin.core.derive;

/** What becomes of the samples of a window. */
public interface Figure {

    void clear();

    /**
     * @param millis that the value stands for inside the window
     * @param terms size of the largest term that went into the value
     */
    void add(double value, double terms, long millis);

    /** Of what was added since it was cleared; undefined where nothing was. */
    double value();

    /** Size of the largest term that went into it. */
    double terms();

    /** Mean over time; of levels as energy. */
    static Figure mean(boolean energy) {
        return new MeanFigure(energy);
    }

    /**
     * Sum of value times time over a time base.
     *
     * @param base in ms
     */
    static Figure total(long base) {
        return new TotalFigure(base);
    }

    static Figure least() {
        return new ExtremeFigure(-1);
    }

    static Figure greatest() {
        return new ExtremeFigure(1);
    }

    /**
     * Noise dose in per cent: {@code 100/8 · Σ Δt_h · 2^((L − Lc)/q)} over levels that reach the threshold.
     *
     * @param threshold negative infinity for none
     */
    static Figure dose(double criterion, double exchange, double threshold) {
        return new DoseFigure(criterion, exchange, threshold);
    }
}
