package org.pelerin.core.derive;

import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.record.SampleReader;

/**
 * The rate of change per chosen time: the difference from the sample before, over the time between the two, at the later sample. The
 * first of a stretch is empty, and so is the one after anything missing.
 */
public final class Rate implements SampleReader {

    private final double per;
    private final SampleReader next;
    private double before = Double.NaN;
    private long beforeAt;

    /** @param per in ms, above 0 */
    public Rate(long per, SampleReader next) {
        if (per <= 0) {
            throw new IllegalArgumentException(CoreTexts.say("core.derive.rate.aRateNeedsATime"));
        }
        this.per = per;
        this.next = next;
    }

    @Override
    public void begin(long at) {
        before = Double.NaN;
        next.begin(at);
    }

    @Override
    public void missing(long from, long to, long own) {
        before = Double.NaN;
        next.missing(from, to, own);
    }

    @Override
    public void sample(long from, long to, double value, double terms) {
        if (Double.isNaN(before) || from <= beforeAt) {
            next.missing(from, to, to - from);
        } else {
            double times = per / (from - beforeAt);
            double largest = Math.max(Math.max(Math.abs(value), Math.abs(before)), terms);
            next.sample(from, to, (value - before) * times, largest * times);
        }
        before = value;
        beforeAt = from;
    }

    @Override
    public void end(long at) {
        next.end(at);
    }

    @Override
    public void done() {
        next.done();
    }
}
