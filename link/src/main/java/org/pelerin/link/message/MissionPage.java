package org.pelerin.link.message;

import java.nio.ByteBuffer;

/**
 * A page of records, a {@link MemoryPage} of the kind {@code 'P' 'G'}: first record (32 bits), records (16), values a record (8),
 * width (8: 0 for counts of 16 bits, 1 for 32), the signed counts record by record, zeros.
 *
 * @param page its number, see {@link PageTable}
 * @param firstRecord of its table
 * @param wide whether counts take 32 bits
 * @param counts {@code records × valuesPerRecord}, {@link #FAULT} where the sensor was open
 */
public record MissionPage(int mission, long page, long firstRecord, int valuesPerRecord, boolean wide, int[] counts) {

    /** The count that stands for a sensor fault; stored as the least number of the width. */
    public static final int FAULT = Integer.MIN_VALUE;

    private static final int PAYLOAD = MemoryPage.SIZE - 16 - MemoryPage.CRC_SIZE;
    static final short KIND = (short) ('P' << 8 | 'G');

    /** 0 for records too wide for a page. */
    public static int recordsPerPage(int valuesPerRecord, boolean wide) {
        return PAYLOAD / (wide ? 4 : 2) / valuesPerRecord;
    }

    public int records() {
        return counts.length / valuesPerRecord;
    }

    public byte[] encode() {
        ByteBuffer out = MemoryPage.begin(KIND, mission, page)
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
        return MemoryPage.seal(out);
    }

    /** @throws MalformedMessageException if the bytes are not an undamaged page of records */
    public static MissionPage decode(byte[] bytes) {
        ByteBuffer in = MemoryPage.open(KIND, bytes);
        long firstRecord = in.getInt() & 0xffff_ffffL;
        int records = in.getShort() & 0xffff;
        int values = in.get() & 0xff;
        int width = in.get() & 0xff;
        if (values == 0 || width > 1 || records > recordsPerPage(values, width == 1)) {
            throw new MalformedMessageException("a page does not make sense");
        }
        int[] counts = new int[records * values];
        for (int i = 0; i < counts.length; i++) {
            counts[i] = width == 1 ? in.getInt() : narrow(in.getShort());
        }
        return new MissionPage(
                MemoryPage.mission(bytes), MemoryPage.number(bytes), firstRecord, values, width == 1, counts);
    }

    private static int narrow(short count) {
        return count == Short.MIN_VALUE ? FAULT : count;
    }
}
