package org.pelerin.link.message;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;

/** Builds a payload: big-endian numbers, strings as a length byte and UTF-8. */
public final class Payload {

    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private final DataOutputStream out = new DataOutputStream(bytes);

    private interface Put {
        void into(DataOutputStream out) throws IOException;
    }

    private Payload put(Put put) {
        try {
            put.into(out);
            return this;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Payload u8(int v) {
        return put(o -> o.writeByte(v));
    }

    public Payload u16(int v) {
        return put(o -> o.writeShort(v));
    }

    public Payload u32(long v) {
        return put(o -> o.writeInt((int) v));
    }

    public Payload i64(long v) {
        return put(o -> o.writeLong(v));
    }

    public Payload f64(double v) {
        return put(o -> o.writeDouble(v));
    }

    /** @throws IllegalArgumentException beyond 255 bytes */
    public Payload text(String s) {
        byte[] utf8 = s.getBytes(StandardCharsets.UTF_8);
        if (utf8.length > 255) {
            throw new IllegalArgumentException("Text of " + utf8.length + " bytes is too long to send");
        }
        return u8(utf8.length).raw(utf8);
    }

    /** @throws IllegalArgumentException beyond 65 535 bytes */
    public Payload longText(String s) {
        byte[] utf8 = s.getBytes(StandardCharsets.UTF_8);
        if (utf8.length > 0xffff) {
            throw new IllegalArgumentException("Text of " + utf8.length + " bytes is too long to send");
        }
        return u16(utf8.length).raw(utf8);
    }

    public Payload raw(byte[] b) {
        return put(o -> o.write(b));
    }

    public byte[] bytes() {
        return bytes.toByteArray();
    }
}
