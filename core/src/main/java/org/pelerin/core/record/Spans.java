package org.pelerin.core.record;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import org.threeten.extra.Interval;

/**
 * Stretches of time in order, half-open, which neither overlap nor touch. Immutable.
 *
 * <p>Kept as ms since the epoch: begin, end, begin, end …
 */
public final class Spans {

    public static final Spans NONE = new Spans(new long[0]);

    private final long[] edges;

    private Spans(long[] edges) {
        this.edges = edges;
    }

    /** One stretch; none where it does not end after its beginning. */
    public static Spans of(long from, long to) {
        return to <= from ? NONE : new Spans(new long[] {from, to});
    }

    /** In any order; those that overlap or touch become one, empty ones none. */
    public static Spans of(List<Interval> intervals) {
        Builder out = new Builder();
        intervals.stream()
                .sorted(Comparator.comparing(Interval::getStart))
                .forEach(i -> out.add(i.getStart().toEpochMilli(), i.getEnd().toEpochMilli()));
        return out.build();
    }

    /** Puts stretches together that come in the order of their beginnings. */
    static final class Builder {

        private long[] edges = new long[8];
        private int size;

        void add(long from, long to) {
            if (to <= from) {
                return;
            }
            if (size > 0 && from <= edges[size - 1]) {
                edges[size - 1] = Math.max(edges[size - 1], to);
                return;
            }
            if (size == edges.length) {
                edges = Arrays.copyOf(edges, size * 2);
            }
            edges[size++] = from;
            edges[size++] = to;
        }

        Spans build() {
            return size == 0 ? NONE : new Spans(Arrays.copyOf(edges, size));
        }
    }

    public int count() {
        return edges.length / 2;
    }

    public boolean isEmpty() {
        return edges.length == 0;
    }

    public long from(int i) {
        return edges[2 * i];
    }

    public long to(int i) {
        return edges[2 * i + 1];
    }

    /** In ms. */
    public long total() {
        long sum = 0;
        for (int i = 0; i < count(); i++) {
            sum += to(i) - from(i);
        }
        return sum;
    }

    public boolean contains(long at) {
        int i = Arrays.binarySearch(edges, at);
        return i >= 0 ? i % 2 == 0 : (-i - 1) % 2 == 1;
    }

    /** The first edge after an instant; {@link Long#MAX_VALUE} where there is none. */
    long edgeAfter(long at) {
        int i = Arrays.binarySearch(edges, at);
        int next = i >= 0 ? i + 1 : -i - 1;
        return next < edges.length ? edges[next] : Long.MAX_VALUE;
    }

    /** The part of it between two instants. */
    public Spans within(long from, long to) {
        Builder out = new Builder();
        for (int i = 0; i < count(); i++) {
            out.add(Math.max(from, from(i)), Math.min(to, to(i)));
        }
        return out.build();
    }

    public Spans without(Spans other) {
        if (!other.reaches(this)) {
            return this;
        }
        Builder out = new Builder();
        int j = 0;
        for (int i = 0; i < count(); i++) {
            long from = from(i);
            while (j < other.count() && other.to(j) <= from) {
                j++;
            }
            for (int k = j; k < other.count() && other.from(k) < to(i); k++) {
                out.add(from, other.from(k));
                from = Math.max(from, other.to(k));
            }
            out.add(from, to(i));
        }
        return out.build();
    }

    /** Whether both have something between the same two instants. */
    private boolean reaches(Spans other) {
        return !isEmpty()
                && !other.isEmpty()
                && from(0) < other.to(other.count() - 1)
                && other.from(0) < to(count() - 1);
    }

    public Spans and(Spans other) {
        return without(without(other));
    }

    public Spans or(Spans other) {
        Builder out = new Builder();
        int i = 0;
        int j = 0;
        while (i < count() || j < other.count()) {
            if (j == other.count() || i < count() && from(i) <= other.from(j)) {
                out.add(from(i), to(i));
                i++;
            } else {
                out.add(other.from(j), other.to(j));
                j++;
            }
        }
        return out.build();
    }

    public List<Interval> intervals() {
        List<Interval> out = new ArrayList<>(count());
        for (int i = 0; i < count(); i++) {
            out.add(Interval.of(Instant.ofEpochMilli(from(i)), Instant.ofEpochMilli(to(i))));
        }
        return out;
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Spans other && Arrays.equals(edges, other.edges);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(edges);
    }

    @Override
    public String toString() {
        return intervals().toString();
    }
}
