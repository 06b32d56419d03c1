package org.pelerin.core.derive;

import java.util.Arrays;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;

/** What a channel told, kept: valid pieces of time with their values. 32 bytes each. */
final class ValuedIntervals implements SampleReader {

    private long[] from = new long[1024];
    private long[] to = new long[1024];
    private double[] value = new double[1024];
    private double[] terms = new double[1024];
    private int count;

    static ValuedIntervals of(SampleSource source) {
        ValuedIntervals all = new ValuedIntervals();
        source.read(all);
        return all;
    }

    @Override
    public void sample(long begin, long end, double v, double of) {
        if (count == from.length) {
            int more = (int) Math.min(Integer.MAX_VALUE - 8L, count * 2L);
            from = Arrays.copyOf(from, more);
            to = Arrays.copyOf(to, more);
            value = Arrays.copyOf(value, more);
            terms = Arrays.copyOf(terms, more);
        }
        from[count] = begin;
        to[count] = end;
        value[count] = v;
        terms[count] = Math.max(of, Math.abs(v));
        count++;
    }

    int count() {
        return count;
    }

    long from(int i) {
        return from[i];
    }

    long to(int i) {
        return to[i];
    }

    double value(int i) {
        return value[i];
    }

    double terms(int i) {
        return terms[i];
    }

    /** The last piece that begins at or before an instant; −1 for none. */
    int at(long instant) {
        int found = Arrays.binarySearch(from, 0, count, instant);
        return found >= 0 ? found : -found - 2;
    }
}
