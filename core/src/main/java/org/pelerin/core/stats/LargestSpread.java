package org.pelerin.core.stats;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;

/**
 * The largest difference between two of several channels at one instant, each value standing as long as it stands; exact, of all samples.
 *
 * @param value not negative
 * @param at the first instant of it, in ms since the epoch
 * @param greatest the number of the source whose value is the greatest then, {@code least}: the least
 */
public record LargestSpread(double value, long at, int greatest, int least) {

    /** Parts of the time whose extremes are looked at before any of their samples are. */
    private static final int CELLS = 2048;
    /** Parts whose samples are kept at once. */
    private static final int AT_ONCE = 64;

    /**
     * A channel in the unit that all are compared in.
     *
     * @param way from its own unit; increasing
     */
    public record Compared(SampleSource source, DoubleUnaryOperator way) {}

    /**
     * Between two instants; empty where no two of them have a value at once.
     *
     * <p>Cost: one pass over each for the extremes of {@value #CELLS} parts of the time, and another for those parts that could hold the largest, at
     * most {@value #AT_ONCE} at a time: mostly two passes in all. Memory: what is recorded in so many parts.
     */
    public static Optional<LargestSpread> of(List<Compared> all, long from, long to) {
        if (all.size() < 2 || to <= from) {
            return Optional.empty();
        }
        return new Search(all, from, to).found();
    }

    /** One search. */
    private static final class Search {

        private final List<Compared> all;
        private final long from;
        private final long to;
        private final long cell;
        private final int cells;
        private LargestSpread best;

        Search(List<Compared> all, long from, long to) {
            this.all = all;
            this.from = from;
            this.to = to;
            this.cell = Math.max(1, (to - from + CELLS - 1) / CELLS);
            this.cells = (int) ((to - from + cell - 1) / cell);
        }

        private int cellOf(long at) {
            return (int) ((at - from) / cell);
        }

        Optional<LargestSpread> found() {
            double[] possible = possible();
            List<Integer> left = new ArrayList<>(IntStream.range(0, cells)
                    .filter(c -> possible[c] >= 0)
                    .boxed()
                    .sorted(Comparator.comparingDouble((Integer c) -> -possible[c]))
                    .toList());
            for (int i = 0; i < left.size(); i += AT_ONCE) {
                if (best != null && possible[left.get(i)] < best.value) {
                    break;
                }
                look(left.subList(i, Math.min(left.size(), i + AT_ONCE)));
            }
            return Optional.ofNullable(best);
        }

        /** Of each part, no less than the largest spread in it; negative where no two have a value. */
        private double[] possible() {
            double[] high = filled(Double.NEGATIVE_INFINITY);
            double[] low = filled(Double.POSITIVE_INFINITY);
            int[] held = new int[cells];
            for (Compared c : all) {
                double[] highest = filled(Double.NEGATIVE_INFINITY);
                double[] lowest = filled(Double.POSITIVE_INFINITY);
                c.source.read(standing((begin, end, v) -> {
                    for (int k = cellOf(begin); k <= cellOf(end - 1); k++) {
                        highest[k] = Math.max(highest[k], v);
                        lowest[k] = Math.min(lowest[k], v);
                    }
                }));
                for (int k = 0; k < cells; k++) {
                    if (highest[k] >= lowest[k]) {
                        held[k]++;
                        high[k] = Math.max(high[k], c.way.applyAsDouble(highest[k]));
                        low[k] = Math.min(low[k], c.way.applyAsDouble(lowest[k]));
                    }
                }
            }
            double[] out = new double[cells];
            Arrays.setAll(out, k -> held[k] < 2 ? -1 : high[k] - low[k]);
            return out;
        }

        private double[] filled(double with) {
            double[] out = new double[cells];
            Arrays.fill(out, with);
            return out;
        }

        /** Reads the samples of some parts, and keeps what is larger than what is known. */
        private void look(List<Integer> chosen) {
            boolean[] wanted = new boolean[cells];
            chosen.forEach(k -> wanted[k] = true);
            List<List<Held>> pieces = new ArrayList<>();
            for (Compared c : all) {
                List<Held> of = new ArrayList<>();
                c.source.read(standing((begin, end, v) -> {
                    for (int k = cellOf(begin); k <= cellOf(end - 1); k++) {
                        if (wanted[k]) {
                            long begins = Math.max(begin, from + k * cell);
                            long ends = Math.min(end, from + (k + 1) * cell);
                            of.add(new Held(begins, ends, c.way.applyAsDouble(v)));
                        }
                    }
                }));
                pieces.add(of);
            }
            sweep(pieces);
        }

        private void sweep(List<List<Held>> pieces) {
            long[] changes = pieces.stream()
                    .flatMap(List::stream)
                    .mapToLong(Held::from)
                    .sorted()
                    .distinct()
                    .toArray();
            int[] next = new int[pieces.size()];
            for (long at : changes) {
                int greatest = -1;
                int least = -1;
                double high = Double.NEGATIVE_INFINITY;
                double low = Double.POSITIVE_INFINITY;
                for (int s = 0; s < pieces.size(); s++) {
                    List<Held> of = pieces.get(s);
                    while (next[s] < of.size() && of.get(next[s]).to <= at) {
                        next[s]++;
                    }
                    if (next[s] < of.size() && of.get(next[s]).from <= at) {
                        double v = of.get(next[s]).value;
                        if (v > high) {
                            high = v;
                            greatest = s;
                        }
                        if (v < low) {
                            low = v;
                            least = s;
                        }
                    }
                }
                if (greatest >= 0 && greatest != least && larger(high - low, at)) {
                    best = new LargestSpread(high - low, at, greatest, least);
                }
            }
        }

        private boolean larger(double spread, long at) {
            return best == null || spread > best.value || spread == best.value && at < best.at;
        }

        /** Tells what stands for some time between the two instants, cut at them. */
        private SampleReader standing(Told told) {
            return (begin, end, value, terms) -> {
                long begins = Math.max(begin, from);
                long ends = Math.min(end, to);
                if (ends > begins) {
                    told.piece(begins, ends, value);
                }
            };
        }

        private interface Told {
            void piece(long from, long to, double value);
        }

        private record Held(long from, long to, double value) {}
    }
}
