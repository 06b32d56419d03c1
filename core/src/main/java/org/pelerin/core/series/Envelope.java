package org.pelerin.core.series;

import java.util.Arrays;

/**
 * A series drawn narrower than it is long: for each column the smallest and largest value of the samples that begin in
 * it, so that no peak is lost at any zoom.
 *
 * <p>Cost: proportional to the columns, not to the record. From {@value #COARSE} samples a column upwards it is drawn from
 * {@link Outline}, of the longest of which a column holds at least two; there are {@code 2 × }{@value Outline#FAN} in a column at the
 * most, but where the longest are shorter than that. The columns' inner edges are moved to the nearest grain then (a quarter of a
 * column at the most). Where the ends of the view are no edges of a grain, what is left is drawn from finer ones, and at last from
 * values; below that many samples, from the values in view. No sample outside the view counts.
 *
 * @param firstIndex index of the first sample of each column; one more entry than columns, the last is where it ends
 * @param min smallest valid value per column, NaN if none
 * @param max largest valid value per column, NaN if none
 * @param median of the valid values per column, NaN if none; of a column that is drawn from grains the median of their middles. Empty where it was not
 *     asked for, or no column holds more than two samples.
 * @param incomplete whether a column holds a missing sample (known exactly only where the samples were decoded; otherwise
 *     where a whole cell is missing)
 */
public record Envelope(long[] firstIndex, double[] min, double[] max, double[] median, boolean[] incomplete) {

    /** Samples a column from which on no values are needed, only summaries. */
    public static final int COARSE = 2 * CellSummaries.CELL;
    /** In the place of a level of grains. */
    public static final int VALUES = -1;

    /**
     * @param from first index, inclusive
     * @param to last index, exclusive, at most the series' count
     * @param columns the most columns wanted, at least 1; there are never more than samples
     */
    public static Envelope of(Outlined series, long from, long to, int columns) {
        return of(series, from, to, columns, false);
    }

    /** The same with medians; cost: in proportion to the samples in view as long as they are drawn from values, else to the columns. */
    public static Envelope withMedian(Outlined series, long from, long to, int columns) {
        return of(series, from, to, columns, true);
    }

    private static Envelope of(Outlined series, long from, long to, int columns, boolean median) {
        if (from < 0 || to > series.count() || from > to || columns < 1) {
            throw new IllegalArgumentException("No samples " + from + " to " + to + " in " + columns + " columns");
        }
        int n = (int) Math.min(columns, to - from);
        int level = level(to - from, columns);
        long grain = level == VALUES ? 1 : Outline.size(level);
        long[] edges = new long[n + 1];
        for (int c = 0; c <= n; c++) {
            long edge = from + (to - from) * c / Math.max(n, 1);
            edges[c] = c > 0 && c < n ? (edge + grain / 2) / grain * grain : edge;
        }
        boolean several = median && to - from > 2L * n;
        Envelope envelope =
                new Envelope(edges, filled(n), filled(n), several ? filled(n) : new double[0], new boolean[n]);
        if (n > 0) {
            Filling filling = envelope.new Filling(series);
            filling.fill(level, from, to);
            filling.close();
        }
        return envelope;
    }

    /** The level of the grains that so many samples are drawn from in so many columns, or {@link #VALUES}. */
    public static int level(long samples, int columns) {
        int level = VALUES;
        while (level + 1 < Outline.LEVELS && samples / columns >= 2 * Outline.size(level + 1)) {
            level++;
        }
        return level;
    }

    public int columns() {
        return min.length;
    }

    /** Fills the columns from left to right. */
    private final class Filling {

        private final Outlined series;
        private int column;
        private double[] middles = new double[64];
        private int held;

        Filling(Outlined series) {
            this.series = series;
        }

        void fill(int level, long from, long to) {
            if (from >= to) {
                return;
            }
            if (level == VALUES) {
                double[] values = series.values(from, to);
                for (int i = 0; i < values.length; i++) {
                    boolean none = Double.isNaN(values[i]);
                    take(from + i, values[i], values[i], none);
                }
                return;
            }
            long size = Outline.size(level);
            long first = (from + size - 1) / size;
            long end = to == series.count() ? (to + size - 1) / size : to / size;
            if (first >= end) {
                fill(level - 1, from, to);
                return;
            }
            fill(level - 1, from, first * size);
            Outline outline = series.outline(level, first, end);
            for (int g = 0; g < outline.count(); g++) {
                take(
                        (first + g) * size,
                        outline.min()[g],
                        outline.max()[g],
                        outline.incomplete().get(g));
            }
            fill(level - 1, Math.min(to, end * size), to);
        }

        private void take(long index, double low, double high, boolean hole) {
            while (index >= firstIndex[column + 1]) {
                close();
                column++;
            }
            if (hole) {
                incomplete[column] = true;
            }
            if (!Double.isNaN(low)) {
                if (!(min[column] <= low)) min[column] = low;
                if (!(max[column] >= high)) max[column] = high;
                if (median.length > 0) {
                    if (held == middles.length) {
                        middles = Arrays.copyOf(middles, 2 * held);
                    }
                    middles[held++] = low / 2 + high / 2;
                }
            }
        }

        /** What a column holds is known. */
        private void close() {
            if (held > 0) {
                median[column] = median(middles, held);
                held = 0;
            }
        }
    }

    /**
     * Of the first {@code n} values, at least one; their order changes. Cost: linear in {@code n} on average (Hoare's selection).
     */
    private static double median(double[] of, int n) {
        int low = 0;
        int high = n - 1;
        int wanted = (n - 1) / 2;
        while (low < high) {
            double pivot = of[(low + high) >>> 1];
            int i = low;
            int j = high;
            while (i <= j) {
                while (of[i] < pivot) i++;
                while (of[j] > pivot) j--;
                if (i <= j) {
                    double swapped = of[i];
                    of[i++] = of[j];
                    of[j--] = swapped;
                }
            }
            if (wanted <= j) {
                high = j;
            } else if (wanted >= i) {
                low = i;
            } else {
                break;
            }
        }
        double upper = of[wanted];
        if (n % 2 == 0) {
            upper = Double.POSITIVE_INFINITY;
            for (int k = wanted + 1; k < n; k++) {
                upper = Math.min(upper, of[k]);
            }
        }
        return of[wanted] / 2 + upper / 2;
    }

    private static double[] filled(int n) {
        double[] out = new double[n];
        Arrays.fill(out, Double.NaN);
        return out;
    }
}
