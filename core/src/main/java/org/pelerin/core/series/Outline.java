package org.pelerin.core.series;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.zip.CRC32;

/**
 * Least and greatest values of consecutive runs of samples, all of one length, from which a series is drawn without its values. There
 * are {@value #LEVELS} lengths: {@value CellSummaries#CELL} samples and from one to the next {@value #FAN} times as many, so that a
 * record of any length is drawn from about as many of them as the picture has columns.
 *
 * @param level of their length, from 0
 * @param first number of the first of them, counted from the beginning of the series
 * @param min NaN where a run holds no value
 * @param max NaN where a run holds no value
 * @param incomplete those in which at least one whole cell is missing
 */
public record Outline(int level, long first, double[] min, double[] max, BitSet incomplete) {

    public static final int LEVELS = 4;
    /** Outline of one level in one of the next. */
    public static final int FAN = 16;

    public Outline {
        if (level < 0 || level >= LEVELS || first < 0 || min.length != max.length) {
            throw new IllegalArgumentException("There is no such level");
        }
    }

    /** Samples in one. */
    public static long size(int level) {
        return (long) CellSummaries.CELL << (4 * level);
    }

    /** The finest of blocks that follow each other; the first begins a block of its series. */
    public static Outline of(List<Block> blocks) {
        int perBlock = Block.CAPACITY / CellSummaries.CELL;
        List<Outline> parts = new ArrayList<>();
        for (Block b : blocks) {
            CellSummaries cells = b.cells();
            BitSet incomplete = new BitSet();
            for (int i = 0; i < cells.min().length; i++) {
                incomplete.set(i, Double.isNaN(cells.min()[i]));
            }
            parts.add(new Outline(0, b.firstIndex() / Block.CAPACITY * perBlock, cells.min(), cells.max(), incomplete));
        }
        return together(parts);
    }

    /** Room for some, with no value in them. */
    static Outline empty(int level, long first, int count) {
        double[] min = new double[count];
        double[] max = new double[count];
        Arrays.fill(min, Double.NaN);
        Arrays.fill(max, Double.NaN);
        return new Outline(level, first, min, max, new BitSet());
    }

    public int count() {
        return min.length;
    }

    /** One past the number of the last. */
    public long end() {
        return first + min.length;
    }

    void take(int at, double low, double high, boolean hole) {
        if (!(min[at] <= low)) {
            min[at] = Double.isNaN(low) ? min[at] : low;
        }
        if (!(max[at] >= high)) {
            max[at] = Double.isNaN(high) ? max[at] : high;
        }
        if (hole) {
            incomplete.set(at);
        }
    }

    /** Those from one number to another, exclusive. */
    public Outline part(long from, long to) {
        int a = Math.toIntExact(from - first);
        int b = Math.toIntExact(to - first);
        return new Outline(
                level, from, Arrays.copyOfRange(min, a, b), Arrays.copyOfRange(max, a, b), incomplete.get(a, b));
    }

    /** Some of one level that follow each other. */
    public static Outline together(List<Outline> parts) {
        Outline head = parts.get(0);
        int count = parts.stream().mapToInt(Outline::count).sum();
        Outline out = empty(head.level, head.first, count);
        int at = 0;
        for (Outline p : parts) {
            if (p.level != head.level || p.first != head.first + at) {
                throw new IllegalArgumentException(
                        "Run " + p.first + " of the outline does not follow " + (head.first + at));
            }
            System.arraycopy(p.min, 0, out.min, at, p.count());
            System.arraycopy(p.max, 0, out.max, at, p.count());
            int shift = at;
            p.incomplete.stream().forEach(i -> out.incomplete.set(shift + i));
            at += p.count();
        }
        return out;
    }

    /** The same at the next level; the first must be the first of one of those. */
    public Outline coarser() {
        if (first % FAN != 0) {
            throw new IllegalArgumentException("Grain " + first + " is not the first of a coarser one");
        }
        Outline out = empty(level + 1, first / FAN, (count() + FAN - 1) / FAN);
        for (int i = 0; i < count(); i++) {
            out.take(i / FAN, min[i], max[i], incomplete.get(i));
        }
        return out;
    }

    /** Little-endian: a CRC-32 of what follows, then pairs min, max, then a bit a grain for the incomplete. */
    public byte[] toBytes() {
        ByteBuffer out = ByteBuffer.allocate(length(count())).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(0);
        for (int i = 0; i < count(); i++) {
            out.putDouble(min[i]).putDouble(max[i]);
        }
        out.put(incomplete.toByteArray());
        return out.putInt(0, checksum(out.array())).array();
    }

    private static int length(int count) {
        return Integer.BYTES + count * 2 * Double.BYTES + (count + 7) / 8;
    }

    /** @throws IllegalArgumentException if they are damaged: other values than were stored are never returned */
    public static Outline fromBytes(int level, long first, byte[] bytes) {
        // 129 bits each: so many bytes fit one count only
        int count = Math.max(0, (bytes.length - Integer.BYTES) * 8 / 129);
        if (bytes.length < Integer.BYTES || length(count) != bytes.length) {
            throw new IllegalArgumentException("A summary of a series is damaged");
        }
        ByteBuffer in = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        if (in.getInt() != checksum(bytes)) {
            throw new IllegalArgumentException("A summary of a series is damaged");
        }
        double[] min = new double[count];
        double[] max = new double[count];
        for (int i = 0; i < count; i++) {
            min[i] = in.getDouble();
            max[i] = in.getDouble();
        }
        return new Outline(level, first, min, max, BitSet.valueOf(in));
    }

    private static int checksum(byte[] bytes) {
        CRC32 crc = new CRC32();
        crc.update(bytes, Integer.BYTES, bytes.length - Integer.BYTES);
        return (int) crc.getValue();
    }

    @Override
    public boolean equals(Object o) {
        return o instanceof Outline other
                && level == other.level
                && first == other.first
                && Arrays.equals(min, other.min)
                && Arrays.equals(max, other.max)
                && incomplete.equals(other.incomplete);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(min);
    }
}
