package org.pelerin.link.message;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import org.pelerin.core.text.CleanText;

/** Takes a payload apart; whatever does not fit is a {@link MalformedMessageException}. */
public final class PayloadReader {

    /** 2200-01-01. */
    private static final long LATEST = 7_258_118_400_000L;

    private final ByteBuffer in;

    public PayloadReader(byte[] payload) {
        this.in = ByteBuffer.wrap(payload);
    }

    public int u8() {
        return need(1).get() & 0xff;
    }

    public int u16() {
        return need(2).getShort() & 0xffff;
    }

    public int i16() {
        return need(2).getShort();
    }

    public int i32() {
        return need(4).getInt();
    }

    public long u32() {
        return need(4).getInt() & 0xffff_ffffL;
    }

    public long i64() {
        return need(8).getLong();
    }

    public double f64() {
        return need(8).getDouble();
    }

    /** What a device says of itself, read like what people type. */
    public String text() {
        return CleanText.line(utf8(raw(u8())));
    }

    public String longText() {
        return utf8(raw(u16()));
    }

    /** One of several, by its number. */
    public <T> T one(T[] of, String what) {
        int number = u8();
        if (number >= of.length) {
            throw new MalformedMessageException(what + " " + number + " is not known");
        }
        return of[number];
    }

    private static String utf8(byte[] utf8) {
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(utf8))
                    .toString();
        } catch (CharacterCodingException e) {
            throw new MalformedMessageException("a text is not UTF-8");
        }
    }

    public byte[] raw(int length) {
        byte[] out = new byte[length];
        need(length).get(out);
        return out;
    }

    public byte[] rest() {
        return raw(in.remaining());
    }

    public int position() {
        return in.position();
    }

    /** Says that nothing more may follow. */
    public void end() {
        if (in.hasRemaining()) {
            throw new MalformedMessageException(in.remaining() + " bytes too many");
        }
    }

    private ByteBuffer need(int n) {
        if (in.remaining() < n) {
            throw new MalformedMessageException("the message ends too early");
        }
        return in;
    }

    /**
     * What a clock reads, in ms since 1970. One that has overflowed says nothing that could be reckoned with.
     *
     * @throws MalformedMessageException if it is before 1970 or after 2200
     */
    public Instant clock() {
        long millis = i64();
        if (millis < 0 || millis > LATEST) {
            throw new MalformedMessageException("a clock reads " + millis + " ms, which is no time");
        }
        return Instant.ofEpochMilli(millis);
    }
}
