package org.pelerin.core.series;

import java.util.Arrays;

/**
 * A series drawn narrower than it is long: for each column the smallest and largest value of the samples that begin in
 * it, so that no peak is lost at any zoom.
 *
 * <p>Cost: proportional to the columns, not to the record. From {@value #COARSE} samples a column upwards the columns'
 * inner edges are moved to the nearest cell of {@value CellSummaries#CELL} samples, or block (a quarter of a column at the most) and
 * nothing is decoded but the two blocks at the ends of the view; below, only the blocks in view are. No sample outside the view counts.
 *
 * @param firstIndex index of the first sample of each column; one more entry than columns, the last is where it ends
 * @param min smallest valid value per column, NaN if none
 * @param max largest valid value per column, NaN if none
 * @param holed whether a column holds a missing sample (known exactly only where the samples were decoded; otherwise
 *     where a whole cell is missing)
 */
public record Envelope(long[] firstIndex, double[] min, double[] max, boolean[] holed) {

    /** Samples a column from which on no values are needed, only summaries. */
    public static final int COARSE = 512;

    /**
     * @param from first index, inclusive
     * @param to last index, exclusive, at most the series' count
     * @param columns the most columns wanted, at least 1; there are never more than samples
     */
    public static Envelope of(Series series, long from, long to, int columns) {
        if (from < 0 || to > series.axis().count() || from > to || columns < 1) {
            throw new IllegalArgumentException("No samples " + from + " to " + to + " in " + columns + " columns");
        }
        int n = (int) Math.min(columns, to - from);
        double[] min = filled(n);
        double[] max = filled(n);
        boolean[] holed = new boolean[n];
        long[] edges = new long[n + 1];
        boolean coarse = n > 0 && (to - from) / n >= COARSE;
        // of long columns the edges lie on blocks, whose own summaries are enough then
        int grain = n > 0 && (to - from) / n >= 2 * Block.CAPACITY ? Block.CAPACITY : CellSummaries.CELL;
        for (int c = 0; c <= n; c++) {
            long edge = from + (to - from) * c / Math.max(n, 1);
            edges[c] = coarse && c > 0 && c < n ? snap(edge, grain) : edge;
        }
        Envelope envelope = new Envelope(edges, min, max, holed);
        if (coarse) {
            envelope.fillFromCells(series);
        } else {
            envelope.fillFromValues(series);
        }
        return envelope;
    }

    public int columns() {
        return min.length;
    }

    private void fillFromValues(Series series) {
        int c = 0;
        for (int b = (int) (firstIndex[0] / Block.CAPACITY); b < series.blocks().size() && c < columns(); b++) {
            Block block = series.blocks().get(b);
            double[] values = block.values();
            long begin = Math.max(firstIndex[0], block.firstIndex());
            long end = Math.min(firstIndex[columns()], block.firstIndex() + block.count());
            for (long i = begin; i < end; i++) {
                while (i >= firstIndex[c + 1]) {
                    c++;
                }
                take(c, values[(int) (i - block.firstIndex())]);
            }
            if (end == firstIndex[columns()]) {
                return;
            }
        }
    }

    private void fillFromCells(Series series) {
        int perBlock = Block.CAPACITY / CellSummaries.CELL;
        long from = firstIndex[0];
        long to = firstIndex[columns()];
        for (int c = 0; c < columns(); c++) {
            long lastCell = (firstIndex[c + 1] - 1) / CellSummaries.CELL;
            for (long cell = firstIndex[c] / CellSummaries.CELL; cell <= lastCell; cell++) {
                Block block = series.blocks().get((int) (cell / perBlock));
                long begin = cell * CellSummaries.CELL;
                long end = Math.min(begin + CellSummaries.CELL, block.firstIndex() + block.count());
                if (cell % perBlock == 0
                        && block.missing() == 0
                        && begin >= from
                        && begin + block.count() <= firstIndex[c + 1]) {
                    take(c, block.min());
                    take(c, block.max());
                    cell += perBlock - 1;
                    continue;
                }
                if (begin < from || end > to) {
                    // part of the cell lies outside what is asked for: its samples one by one
                    for (double v : series.values(Math.max(begin, from), Math.min(end, to))) {
                        take(c, v);
                    }
                    continue;
                }
                int k = (int) (cell % perBlock);
                double low = block.cells().min()[k];
                take(c, low);
                if (!Double.isNaN(low)) {
                    take(c, block.cells().max()[k]);
                }
            }
        }
    }

    private void take(int column, double v) {
        if (Double.isNaN(v)) {
            holed[column] = true;
            return;
        }
        if (!(min[column] <= v)) min[column] = v;
        if (!(max[column] >= v)) max[column] = v;
    }

    private static long snap(long index, int grain) {
        return (index + grain / 2) / grain * grain;
    }

    private static double[] filled(int n) {
        double[] out = new double[n];
        Arrays.fill(out, Double.NaN);
        return out;
    }
}
