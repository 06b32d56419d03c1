package org.pelerin.link.message;

import java.nio.ByteBuffer;
import java.util.zip.CRC32;

/**
 * One page of a logger's memory, {@value #SIZE} bytes, big-endian: {@code 'P' 'G'}, mission (16 bits), page (32), first
 * record (32), records (16), values a record (8), width (8: 0 for counts of 16 bits, 1 for 32), the signed counts record by
 * record, zeros, and a CRC-32 (ISO 3309) of all before it.
 *
 * @param wide whether counts take 32 bits
 * @param counts {@code records × valuesPerRecord}, {@link #FAULT} where the sensor was open
 */
public record MissionPage(int mission, long page, long firstRecord, int valuesPerRecord, boolean wide, int[] counts) {

    public static final int SIZE = 512;
    /** The count that stands for a sensor fault; stored as the least number of the width. */
    public static final int FAULT = Integer.MIN_VALUE;

    private static final int HEADER = 16;
    private static final int PAYLOAD = SIZE - HEADER - 4;
    private static final short MAGIC = (short) ('P' << 8 | 'G');

    /** 0 for records too wide for a page. */
    public static int recordsPerPage(int valuesPerRecord, boolean wide) {
        return PAYLOAD / (wide ? 4 : 2) / valuesPerRecord;
    }

    public int records() {
        return counts.length / valuesPerRecord;
    }

    public byte[] encode() {
        ByteBuffer out = ByteBuffer.allocate(SIZE);
        out.putShort(MAGIC)
                .putShort((short) mission)
                .putInt((int) page)
                .putInt((int) firstRecord)
                .putShort((short) records())
                .put((byte) valuesPerRecord)
                .put((byte) (wide ? 1 : 0));
        for (int count : counts) {
            if (wide) {
                out.putInt(count);
            } else {
                out.putShort(count == FAULT ? Short.MIN_VALUE : (short) count);
            }
        }
        out.putInt(SIZE - 4, crc(out.array()));
        return out.array();
    }

    /** Whether the bytes are a whole, undamaged page. */
    public static boolean intact(byte[] bytes) {
        return bytes.length == SIZE && ByteBuffer.wrap(bytes).getInt(SIZE - 4) == crc(bytes);
    }

    /** @throws MalformedMessageException if the bytes are not an undamaged page */
    public static MissionPage decode(byte[] bytes) {
        if (!intact(bytes)) {
            throw new MalformedMessageException("a page is damaged");
        }
        ByteBuffer in = ByteBuffer.wrap(bytes);
        short magic = in.getShort();
        int mission = in.getShort() & 0xffff;
        long page = in.getInt() & 0xffff_ffffL;
        long firstRecord = in.getInt() & 0xffff_ffffL;
        int records = in.getShort() & 0xffff;
        int values = in.get() & 0xff;
        int width = in.get() & 0xff;
        if (magic != MAGIC || values == 0 || width > 1 || records > recordsPerPage(values, width == 1)) {
            throw new MalformedMessageException("a page does not make sense");
        }
        int[] counts = new int[records * values];
        for (int i = 0; i < counts.length; i++) {
            counts[i] = width == 1 ? in.getInt() : narrow(in.getShort());
        }
        return new MissionPage(mission, page, firstRecord, values, width == 1, counts);
    }

    private static int narrow(short count) {
        return count == Short.MIN_VALUE ? FAULT : count;
    }

    private static int crc(byte[] bytes) {
        CRC32 crc = new CRC32();
        crc.update(bytes, 0, SIZE - 4);
        return (int) crc.getValue();
    }
}
