package org.pelerin.core.series;

import java.util.List;
import org.pelerin.core.unit.Unit;

/**
 * Engineering values of one channel over time.
 *
 * @param axis one instant a value
 * @param blocks the values in order, every block but the last full; those that were read of them: {@link BlockWindow}
 */
public record Series(Channel channel, TimeAxis axis, List<Block> blocks) implements Outlined {

    public Series {
        if (blocks instanceof BlockWindow window) {
            if (window.size() != (axis.count() + Block.CAPACITY - 1) / Block.CAPACITY) {
                throw new IllegalArgumentException(window.size() + " blocks do not hold " + axis.count() + " values");
            }
        } else {
            long held = blocks.stream().mapToLong(Block::count).sum();
            if (held != axis.count()) {
                throw new IllegalArgumentException(
                        "The axis has " + axis.count() + " instants for " + held + " values");
            }
            blocks = List.copyOf(blocks);
        }
    }

    @Override
    public long count() {
        return axis.count();
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

    @Override
    public Outline outline(int level, long from, long to) {
        Outline out = Outline.empty(level, from, Math.toIntExact(to - from));
        int perBlock = Block.CAPACITY / CellSummaries.CELL;
        if (level == 0) {
            for (long cell = from; cell < to; cell++) {
                CellSummaries cells = blocks.get((int) (cell / perBlock)).cells();
                int k = (int) (cell % perBlock);
                out.take((int) (cell - from), cells.min()[k], cells.max()[k], Double.isNaN(cells.min()[k]));
            }
            return out;
        }
        long perGrain = Outline.size(level) / Block.CAPACITY;
        long last = Math.min(blocks.size(), to * perGrain);
        for (long b = from * perGrain; b < last; b++) {
            Block block = blocks.get((int) b);
            boolean hole = block.missing() > 0 && block.cells().incomplete();
            out.take((int) (b / perGrain - from), block.min(), block.max(), hole);
        }
        return out;
    }

    /** Decodes only the blocks that hold them. */
    @Override
    public double[] values(long from, long to) {
        double[] out = new double[(int) (to - from)];
        for (int b = (int) (from / Block.CAPACITY); (long) b * Block.CAPACITY < to; b++) {
            Block block = blocks.get(b);
            double[] values = block.values();
            int start = (int) Math.max(0, from - block.firstIndex());
            int end = (int) Math.min(block.count(), to - block.firstIndex());
            System.arraycopy(values, start, out, (int) (block.firstIndex() + start - from), end - start);
        }
        return out;
    }
}
