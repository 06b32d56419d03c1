package org.pelerin.core.derive;

import java.util.Arrays;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.record.SampleReader;

/**
 * The plain mean of the trailing {@code n} samples, each counting once; levels are averaged as energy. The first n − 1 are empty, and it
 * starts anew after anything missing and where a stretch begins.
 *
 * <p>Cost: constant a sample on the whole; memory for what is in the window, of n samples or of fewer where there are no more. The sum is kept in two doubles, and begun anew from what is left in the window once that is far smaller than what
 * has left it: the error stays within a few units in the last place of the largest value in the window, whatever stood before.
 */
public final class MovingMean implements SampleReader {

    /** A level that exceeds the base by more than this many dB makes the sum begin anew, from the loudest. */
    private static final double REBASE = 100;
    /** A sum is begun anew once all that is left in the window is smaller than what was in it by this factor. */
    private static final double FAR = 1e8;
    /** So does a sum that only quiet ones are left of. */
    private static final double FAINT = 1e-12;
    /** Values that there is room for before any came. */
    static final int AT_FIRST = 1024;

    private final int n;
    private final boolean energy;
    private final SampleReader next;
    /** Grows with what it holds: n may be larger than any record. */
    private double[] values;

    private int held;
    private int at;
    private final ExactSum sum = new ExactSum();
    private double base;
    /** Largest magnitude in the sum since it was begun anew. */
    private double largestSummed;

    private final LargestOfWindow largest;

    /**
     * @param n at least 1
     * @param energy whether the values are levels in dB
     */
    public MovingMean(int n, boolean energy, SampleReader next) {
        if (n < 1) {
            throw new IllegalArgumentException(CoreTexts.say("core.derive.movingMean.aMovingMeanIsOf", "n", n));
        }
        this.n = n;
        this.energy = energy;
        this.next = next;
        this.values = new double[Math.min(n, AT_FIRST)];
        this.largest = new LargestOfWindow(n);
    }

    private void clear() {
        held = 0;
        at = 0;
        sum.clear();
        largest.clear();
        largestSummed = 0;
    }

    @Override
    public void begin(long from) {
        clear();
        next.begin(from);
    }

    @Override
    public void missing(long from, long to, long own) {
        clear();
        next.missing(from, to, own);
    }

    @Override
    public void end(long to) {
        next.end(to);
    }

    @Override
    public void done() {
        next.done();
    }

    @Override
    public void sample(long from, long to, double value, double terms) {
        if (held == 0) {
            base = value;
        }
        if (held == n) {
            sum.add(-term(values[at]));
        } else {
            held++;
        }
        if (at == values.length) {
            values = Arrays.copyOf(values, (int) Math.min(n, 2L * at));
        }
        values[at] = value;
        at = at + 1 == n ? 0 : at + 1;
        largest.add(Math.abs(value));
        if (energy && value - base > REBASE) {
            rebase();
        } else {
            sum.add(term(value));
            largestSummed = Math.max(largestSummed, Math.abs(value));
            if (energy ? sum.value() * n < FAINT : largestSummed > FAR * largest.value()) {
                rebase();
            }
        }
        if (held < n) {
            next.missing(from, to, to - from);
            return;
        }
        double mean = sum.value();
        next.sample(from, to, energy ? base + 10 * Math.log10(mean) : mean, Math.max(terms, largest.value()));
    }

    /** A value's share in the mean. */
    private double term(double v) {
        return (energy ? Math.pow(10, (v - base) / 10) : v) / n;
    }

    private void rebase() {
        base = Double.NEGATIVE_INFINITY;
        for (int i = 0; i < held; i++) {
            base = Math.max(base, values[i]);
        }
        sum.clear();
        largestSummed = largest.value();
        for (int i = 0; i < held; i++) {
            sum.add(term(values[i]));
        }
    }
}
