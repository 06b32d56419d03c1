package org.pelerin.core.series;

import java.util.List;
import org.pelerin.core.unit.Unit;

/**
 * Engineering values of one channel over time.
 *
 * @param axis one instant a value
 * @param blocks the values in order, every block but the last full
 */
public record Series(Channel channel, TimeAxis axis, List<Block> blocks) {

    public Series {
        long held = blocks.stream().mapToLong(Block::count).sum();
        if (held != axis.count()) {
            throw new IllegalArgumentException("The axis has " + axis.count() + " instants for " + held + " values");
        }
        blocks = List.copyOf(blocks);
    }

    public String label() {
        return channel.label();
    }

    public Unit unit() {
        return channel.unit();
    }

    /** The same under another name. */
    public Series as(Channel other) {
        return new Series(other, axis, blocks);
    }

    /** Encodes plain values; {@code resolution} may be null. */
    public static Series of(Channel channel, TimeAxis axis, double[] values, Resolution resolution) {
        return new SeriesPart(channel, 0, axis, values, resolution).series();
    }

    public long missing() {
        return blocks.stream().mapToLong(Block::missing).sum();
    }

    /** Values {@code from} inclusive to {@code to} exclusive, decoding only the blocks that hold them. */
    public double[] values(long from, long to) {
        double[] out = new double[(int) (to - from)];
        for (int b = (int) (from / Block.CAPACITY); b < blocks.size(); b++) {
            Block block = blocks.get(b);
            if (block.firstIndex() >= to) {
                break;
            }
            double[] values = block.values();
            int start = (int) Math.max(0, from - block.firstIndex());
            int end = (int) Math.min(block.count(), to - block.firstIndex());
            System.arraycopy(values, start, out, (int) (block.firstIndex() + start - from), end - start);
        }
        return out;
    }
}
