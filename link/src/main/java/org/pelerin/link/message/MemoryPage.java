package org.pelerin.link.message;

import java.nio.ByteBuffer;
import java.util.zip.CRC32;

/**
 * What all pages of a logger's memory have in common: {@value #SIZE} bytes, big-endian, that begin with two letters for their kind,
 * the mission (16 bits) and the page's number (32), and end with a CRC-32 (ISO 3309) of all before it.
 */
public final class MemoryPage {

    public static final int SIZE = 512;
    static final int CRC_SIZE = 4;

    private MemoryPage() {}

    /** Whether the bytes are a whole, undamaged page. */
    public static boolean intact(byte[] bytes) {
        return bytes.length == SIZE && ByteBuffer.wrap(bytes).getInt(SIZE - CRC_SIZE) == crc(bytes);
    }

    /** Its mission's number, of an intact page. */
    public static int mission(byte[] bytes) {
        return ByteBuffer.wrap(bytes).getShort(2) & 0xffff;
    }

    /** Its number, of an intact page. */
    public static long number(byte[] bytes) {
        return ByteBuffer.wrap(bytes).getInt(4) & 0xffff_ffffL;
    }

    static ByteBuffer begin(short kind, int mission, long page) {
        return ByteBuffer.allocate(SIZE)
                .putShort(kind)
                .putShort((short) mission)
                .putInt((int) page);
    }

    static byte[] seal(ByteBuffer page) {
        return page.putInt(SIZE - CRC_SIZE, crc(page.array())).array();
    }

    /**
     * Past the part that all pages have.
     *
     * @throws MalformedMessageException if the bytes are not an undamaged page of the kind
     */
    static ByteBuffer open(short kind, byte[] bytes) {
        if (!intact(bytes)) {
            throw new MalformedMessageException("a page is damaged");
        }
        ByteBuffer in = ByteBuffer.wrap(bytes);
        if (in.getShort() != kind) {
            throw new MalformedMessageException("a page is of another kind");
        }
        return in.position(8);
    }

    private static int crc(byte[] bytes) {
        CRC32 crc = new CRC32();
        crc.update(bytes, 0, SIZE - CRC_SIZE);
        return (int) crc.getValue();
    }
}
