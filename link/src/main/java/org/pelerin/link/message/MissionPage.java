package org.pelerin.link.message;

import java.nio.ByteBuffer;
import java.util.zip.CRC32;

/**
 * One page of a logger's memory, {@value #SIZE} bytes, big-endian: {@code 'P' 'G'}, mission (16 bits), page (32), first
 * record (32), records (16), values a record (8), 0 (8), the counts as signed 16-bit numbers record by record, zeros, and
 * a CRC-32 (ISO 3309) of all before it.
 *
 * @param counts {@code records × valuesPerRecord}, {@link #FAULT} where the sensor was open
 */
public record MissionPage(int mission, long page, long firstRecord, int valuesPerRecord, short[] counts) {

    public static final int SIZE = 512;
    /** The count that stands for a sensor fault. */
    public static final short FAULT = Short.MIN_VALUE;

    private static final int HEADER = 16;
    private static final int PAYLOAD = SIZE - HEADER - 4;
    private static final short MAGIC = (short) ('P' << 8 | 'G');

    public static int recordsPerPage(int valuesPerRecord) {
        return PAYLOAD / 2 / valuesPerRecord;
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
                .put((byte) 0);
        for (short count : counts) {
            out.putShort(count);
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
        in.get();
        if (magic != MAGIC || values == 0 || records > recordsPerPage(values)) {
            throw new MalformedMessageException("a page does not make sense");
        }
        short[] counts = new short[records * values];
        for (int i = 0; i < counts.length; i++) {
            counts[i] = in.getShort();
        }
        return new MissionPage(mission, page, firstRecord, values, counts);
    }

    private static int crc(byte[] bytes) {
        CRC32 crc = new CRC32();
        crc.update(bytes, 0, SIZE - 4);
        return (int) crc.getValue();
    }
}
