package org.pelerin.link.frame;

import java.io.DataInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.util.zip.CRC32C;

/**
 * Frames as bytes, big-endian: {@code 'P' 'L'}, version, type, id (16 bits), payload length (32 bits), payload, CRC-32C
 * (RFC 3720) over everything before it.
 *
 * <p>A reader never allocates more than a frame may hold and never reads past a frame. Whatever does not fit is a
 * {@link FrameException}; the stream is then of no further use and is to be closed.
 */
public final class FrameCodec {

    public static final int VERSION = 1;
    public static final int MAX_PAYLOAD = 65_536;
    private static final int HEADER = 10;
    private static final int MAGIC = 'P' << 8 | 'L';

    private FrameCodec() {}

    public static byte[] encode(Frame frame) {
        byte[] payload = frame.payload();
        if (payload.length > MAX_PAYLOAD) {
            throw new IllegalArgumentException("A frame holds " + MAX_PAYLOAD + " bytes, not " + payload.length);
        }
        ByteBuffer out = ByteBuffer.allocate(HEADER + payload.length + 4);
        out.putShort((short) MAGIC)
                .put((byte) VERSION)
                .put((byte) frame.type())
                .putShort((short) frame.id())
                .putInt(payload.length)
                .put(payload);
        out.putInt(crc(out.array(), HEADER + payload.length));
        return out.array();
    }

    public static void write(OutputStream out, Frame frame) throws IOException {
        out.write(encode(frame));
        out.flush();
    }

    /**
     * Reads one frame, waiting for it.
     *
     * @throws FrameException if the bytes are not a frame of this version
     * @throws EOFException if the stream ends, inside a frame or before one
     */
    public static Frame read(InputStream stream) throws IOException {
        DataInputStream in = new DataInputStream(stream);
        byte[] head = new byte[HEADER];
        in.readFully(head);
        ByteBuffer header = ByteBuffer.wrap(head);
        if ((header.getShort() & 0xffff) != MAGIC) {
            throw new FrameException("these are not the bytes of a frame");
        }
        int version = header.get() & 0xff;
        if (version != VERSION) {
            throw new FrameException("protocol version " + version + " is not known");
        }
        int type = header.get() & 0xff;
        int id = header.getShort() & 0xffff;
        int length = header.getInt();
        if (length < 0 || length > MAX_PAYLOAD) {
            throw new FrameException("a frame of " + Integer.toUnsignedString(length) + " bytes is too long");
        }
        byte[] payload = new byte[length];
        in.readFully(payload);
        int sum = in.readInt();
        CRC32C crc = new CRC32C();
        crc.update(head);
        crc.update(payload);
        if ((int) crc.getValue() != sum) {
            throw new FrameException("a frame arrived damaged");
        }
        return new Frame(type, id, payload);
    }

    private static int crc(byte[] bytes, int length) {
        CRC32C crc = new CRC32C();
        crc.update(bytes, 0, length);
        return (int) crc.getValue();
    }
}
