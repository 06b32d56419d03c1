package org.pelerin.core.record;

import java.util.List;
import org.pelerin.core.series.Block;

/** Tells several readers the same. */
final class SeveralReaders implements SampleReader {

    private final SampleReader[] readers;

    SeveralReaders(List<? extends SampleReader> readers) {
        this.readers = readers.toArray(SampleReader[]::new);
    }

    @Override
    public void begin(long at) {
        for (SampleReader r : readers) {
            r.begin(at);
        }
    }

    @Override
    public void sample(long from, long to, double value, double terms) {
        for (SampleReader r : readers) {
            r.sample(from, to, value, terms);
        }
    }

    @Override
    public void samples(long[] at, double[] values, int begin, int end) {
        for (SampleReader r : readers) {
            r.samples(at, values, begin, end);
        }
    }

    /** Those that need not look at the values do not. */
    @Override
    public void block(Block block, long[] at, double[] values, int begin, int end) {
        for (SampleReader r : readers) {
            if (r.skips(block)) {
                r.skipped(at[begin], at[end], block);
            } else {
                r.block(block, at, values, begin, end);
            }
        }
    }

    @Override
    public void missing(long from, long to, long own) {
        for (SampleReader r : readers) {
            r.missing(from, to, own);
        }
    }

    @Override
    public void end(long at) {
        for (SampleReader r : readers) {
            r.end(at);
        }
    }

    @Override
    public void done() {
        for (SampleReader r : readers) {
            r.done();
        }
    }

    @Override
    public boolean skips(Block block) {
        for (SampleReader r : readers) {
            if (!r.skips(block)) {
                return false;
            }
        }
        return true;
    }

    @Override
    public void skipped(long from, long to, Block block) {
        for (SampleReader r : readers) {
            r.skipped(from, to, block);
        }
    }
}
