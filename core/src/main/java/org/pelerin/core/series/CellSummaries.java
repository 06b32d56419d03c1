package org.pelerin.core.series;

import java.util.Arrays;

/**
 * Smallest and largest value of each run of {@value #CELL} samples in a block, so that a zoomed-out envelope needs no
 * decoding. A cell that holds only missing values has NaN for both.
 *
 * @param min one entry a cell
 * @param max one entry a cell
 */
public record CellSummaries(double[] min, double[] max) {

    /** Samples a cell; {@value} divides {@link Block#CAPACITY}. */
    public static final int CELL = 256;

    static CellSummaries of(double[] values, int count) {
        int cells = (count + CELL - 1) / CELL;
        double[] min = new double[cells];
        double[] max = new double[cells];
        for (int c = 0; c < cells; c++) {
            double low = Double.POSITIVE_INFINITY;
            double high = Double.NEGATIVE_INFINITY;
            for (int i = c * CELL, end = Math.min(count, i + CELL); i < end; i++) {
                double v = values[i];
                if (v < low) low = v;
                if (v > high) high = v;
            }
            boolean none = low > high;
            min[c] = none ? Double.NaN : low;
            max[c] = none ? Double.NaN : high;
        }
        return new CellSummaries(min, max);
    }

    /** Whether a cell holds missing values only. */
    boolean incomplete() {
        return Arrays.stream(min).anyMatch(Double::isNaN);
    }
}
