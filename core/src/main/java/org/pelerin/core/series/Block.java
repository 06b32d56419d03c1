package org.pelerin.core.series;

import java.util.function.Function;
import java.util.function.Supplier;

/**
 * Up to {@value #CAPACITY} consecutive values of a series in encoded form, with the figures that let a reader draw or
 * skip them without decoding.
 *
 * @param firstIndex index of the first value in its series
 * @param count values in the block, missing ones included, 1…{@value #CAPACITY}
 * @param missing how many of them are missing (NaN)
 * @param min smallest valid value; NaN if there is none
 * @param max largest valid value; NaN if there is none
 * @param sum plain sum of the valid values
 * @param cells the same at a finer grain; null where they are not at hand, and then made of the values
 * @param stored gives the values as {@link BlockCodec} wrote them, from wherever they are
 */
public record Block(
        long firstIndex,
        int count,
        int missing,
        double min,
        double max,
        double sum,
        CellSummaries cells,
        Supplier<byte[]> stored) {

    public static final int CAPACITY = 4096;

    public Block {
        if (count < 1 || count > CAPACITY) {
            throw new IllegalArgumentException("A block holds 1 to " + CAPACITY + " values, not " + count);
        }
    }

    /** The values as {@link BlockCodec} wrote them. */
    public byte[] data() {
        return stored.get();
    }

    /** The same, its encoded values put elsewhere. @param keeper gives what reads them there */
    public Block put(Function<byte[], Supplier<byte[]>> keeper) {
        return new Block(firstIndex, count, missing, min, max, sum, cells, keeper.apply(data()));
    }

    /** Encodes {@code count} values; missing ones are NaN. */
    public static Block of(long firstIndex, double[] values, int count, Resolution resolution) {
        return of(firstIndex, values, count, BlockCodec.encode(values, count, resolution));
    }

    /** The same, encoded for a short while: some times larger, and many times faster. */
    public static Block atHand(long firstIndex, double[] values, int count, Resolution resolution) {
        return of(firstIndex, values, count, BlockCodec.encodeAtHand(values, count, resolution));
    }

    private static Block of(long firstIndex, double[] values, int count, byte[] data) {
        double min = Double.POSITIVE_INFINITY;
        double max = Double.NEGATIVE_INFINITY;
        double sum = 0;
        int missing = 0;
        for (int i = 0; i < count; i++) {
            double v = values[i];
            if (Double.isNaN(v)) {
                missing++;
                continue;
            }
            min = Math.min(min, v);
            max = Math.max(max, v);
            sum += v;
        }
        boolean none = missing == count;
        return new Block(
                firstIndex,
                count,
                missing,
                none ? Double.NaN : min,
                none ? Double.NaN : max,
                sum,
                CellSummaries.of(values, count),
                () -> data);
    }

    @Override
    public CellSummaries cells() {
        return cells == null ? CellSummaries.of(values(), count) : cells;
    }

    /** The values, NaN where missing; a new array of {@link #count} doubles. */
    public double[] values() {
        return BlockCodec.decode(data(), count);
    }

    public boolean allMissing() {
        return missing == count;
    }

    /** Whether every value is there and lies in the closed range. */
    public boolean liesWithin(double low, double high) {
        return missing == 0 && min >= low && max <= high;
    }
}
