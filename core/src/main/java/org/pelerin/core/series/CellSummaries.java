package org.pelerin.core.series;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;

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

    /** Little-endian pairs min, max. */
    public byte[] toBytes() {
        ByteBuffer out = ByteBuffer.allocate(min.length * 16).order(ByteOrder.LITTLE_ENDIAN);
        for (int i = 0; i < min.length; i++) {
            out.putDouble(min[i]).putDouble(max[i]);
        }
        return out.array();
    }

    public static CellSummaries fromBytes(byte[] bytes) {
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        double[] min = new double[bytes.length / 16];
        double[] max = new double[min.length];
        for (int i = 0; i < min.length; i++) {
            min[i] = in.getDouble();
            max[i] = in.getDouble();
        }
        return new CellSummaries(min, max);
    }
}
