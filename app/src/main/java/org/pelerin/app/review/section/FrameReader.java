package org.pelerin.app.review.section;

import org.pelerin.core.record.SampleReader;

/** What stands at given instants, NaN for nothing. */
final class FrameReader implements SampleReader {

    private final long[] instants;
    private final double[] values;
    private int next;

    /** @param values filled where something stands; kept as they are elsewhere */
    FrameReader(long[] instants, double[] values) {
        this.instants = instants;
        this.values = values;
    }

    @Override
    public void sample(long from, long to, double value, double terms) {
        while (next < instants.length && instants[next] < from) {
            next++;
        }
        while (next < instants.length && instants[next] < to) {
            values[next++] = value;
        }
    }
}
