package org.pelerin.link.message;

import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.zip.CRC32;

/**
 * What all pages of a logger's memory have in common: {@value #SIZE} bytes, big-endian, that begin with two letters for their kind,
 * the mission (16 bits) and the page's number (32), and end with a CRC-32 (ISO 3309) of all before it.
 */
public final class MemoryPage {

    public static final int SIZE = 512;
    static final int CRC_SIZE = 4;
    private static final int FIRST_ENTRY = 8;
    private static final int ENTRIES = 12;
    private static final int HEAD = 16;

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

    /**
     * Whether one page is what another has become: the same page with nothing taken away or changed. Entries grow at its end, so
     * that only its count, what was zero, and the checksum may differ.
     *
     * @param before intact
     * @param now intact
     */
    public static boolean grown(byte[] before, byte[] now) {
        ByteBuffer a = ByteBuffer.wrap(before);
        ByteBuffer b = ByteBuffer.wrap(now);
        if (a.getLong(0) != b.getLong(0) || a.getInt(FIRST_ENTRY) != b.getInt(FIRST_ENTRY)) {
            return false;
        }
        if (Arrays.equals(before, now)) {
            return true;
        }
        int entries = a.getShort(ENTRIES) & 0xffff;
        int size = entrySize(a);
        int end = HEAD + entries * size;
        return size > 0
                && size == entrySize(b)
                && (b.getShort(ENTRIES) & 0xffff) >= entries
                && Arrays.equals(before, HEAD, end, now, HEAD, end);
    }

    /** Of pages whose entries come one by one; 0 for others, which never grow. */
    private static int entrySize(ByteBuffer page) {
        return switch (page.getShort(0)) {
            case MissionPage.KIND -> (page.get(14) & 0xff) * (page.get(15) == 1 ? 4 : 2);
            case ChangesPage.KIND -> ChangesPage.ENTRY;
            default -> 0;
        };
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
