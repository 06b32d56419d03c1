package org.pelerin.app.record;

import java.nio.ByteBuffer;
import java.util.zip.CRC32;
import org.pelerin.core.series.ListedAxis;

/** The instants of a block that are at hand without reading it: 8 bytes each, big-endian, and a CRC-32 of them. */
final class InstantMarks {

    private InstantMarks() {}

    /** @param from index of the block's first instant, at which a mark stands */
    static byte[] encode(long[] instants, int from, int count) {
        int marks = (count + ListedAxis.MARK - 1) / ListedAxis.MARK;
        ByteBuffer out = ByteBuffer.allocate(marks * Long.BYTES + Integer.BYTES);
        for (int m = 0; m < marks; m++) {
            out.putLong(instants[from + m * ListedAxis.MARK]);
        }
        out.putInt((int) checksum(out.array(), marks * Long.BYTES));
        return out.array();
    }

    /** @throws IllegalStateException if they are damaged: other instants than were stored are never returned */
    static long[] decode(byte[] stored) {
        int marks = (stored.length - Integer.BYTES) / Long.BYTES;
        ByteBuffer in = ByteBuffer.wrap(stored);
        long[] out = new long[marks];
        for (int m = 0; m < marks; m++) {
            out[m] = in.getLong();
        }
        if (in.remaining() != Integer.BYTES || in.getInt() != (int) checksum(stored, marks * Long.BYTES)) {
            throw new IllegalStateException("The marks of a block of instants are damaged");
        }
        return out;
    }

    private static long checksum(byte[] bytes, int length) {
        CRC32 crc = new CRC32();
        crc.update(bytes, 0, length);
        return crc.getValue();
    }
}
