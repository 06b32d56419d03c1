package org.pelerin.core.series;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The values of a series from one of them on, not encoded yet: all of them, or what came to those that are kept already.
 *
 * @param from index in its series of the first value
 * @param axis the instants of these values alone
 * @param values NaN where missing
 * @param resolution the channel's step, or null where none is known
 */
public record SeriesPart(Channel channel, long from, TimeAxis axis, double[] values, Resolution resolution) {

    public SeriesPart {
        if (axis.count() != values.length) {
            throw new IllegalArgumentException(
                    "The axis has " + axis.count() + " instants for " + values.length + " values");
        }
    }

    /** The same as what begins at another index. */
    public SeriesPart from(long index) {
        return new SeriesPart(channel, index, axis, values, resolution);
    }

    /** One past the index of the last value. */
    public long to() {
        return from + values.length;
    }

    /** Index of the first value of the block that the first value is in. */
    public long blockStart() {
        return from - from % Block.CAPACITY;
    }

    /**
     * The blocks from {@link #blockStart} on. They are the same, byte for byte, whether a series is encoded at once or part by part.
     *
     * @param before the values from there to {@link #from}
     */
    public List<Block> blocks(double[] before) {
        if (before.length != from - blockStart()) {
            throw new IllegalArgumentException(before.length + " values do not fill the block up to " + from);
        }
        double[] all = before.length == 0 ? values : together(before, values);
        return IntStream.range(0, (all.length + Block.CAPACITY - 1) / Block.CAPACITY)
                .parallel()
                .mapToObj(b -> block(all, b * Block.CAPACITY))
                .toList();
    }

    private Block block(double[] all, int at) {
        int count = Math.min(Block.CAPACITY, all.length - at);
        return Block.of(blockStart() + at, Arrays.copyOfRange(all, at, at + count), count, resolution);
    }

    private static double[] together(double[] a, double[] b) {
        double[] all = Arrays.copyOf(a, a.length + b.length);
        System.arraycopy(b, 0, all, a.length, b.length);
        return all;
    }

    /** What begins at the first value, as a series. */
    public Series series() {
        if (from != 0) {
            throw new IllegalStateException("The " + from + " values before are not here");
        }
        return new Series(channel, axis, blocks(new double[0]));
    }
}
