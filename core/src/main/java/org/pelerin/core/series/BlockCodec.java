package org.pelerin.core.series;

import java.io.ByteArrayOutputStream;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.zip.CRC32;
import java.util.zip.DataFormatException;
import java.util.zip.Deflater;
import java.util.zip.Inflater;

/**
 * The compact form of a block's values. Round-trip exact to the bit for every double, NaN payloads and −0.0 included.
 *
 * <p>Layout: one byte of kind; the CRC-32 (ISO 3309) of that byte and of what follows the checksum, big-endian in four bytes; then
 * a deflate stream (RFC 1951, no wrapper) of the body. What was damaged is never decoded to other values.
 *
 * <ul>
 *   <li>{@code 1} counts: numerator and denominator of the {@link Resolution} as two little-endian 32-bit integers, then a
 *       value each as a zigzag variable-length delta to the count before it, plus one; 0 stands for a missing value.
 *       Chosen when every value is a whole number of steps to the bit.
 *   <li>{@code 2} doubles: the bits of each value, exclusive-or with those of the value before, in eight planes from the
 *       most significant byte down, so that what seldom changes lies together.
 *   <li>{@code 3} and {@code 4}: bodies like those of 1 and 2 as they are, for records that are kept for a short while only; 4 is
 *       the bits of each value in eight bytes, big-endian.
 * </ul>
 *
 * Cost: one pass and one deflate run of at most 32 KiB each way.
 */
public final class BlockCodec {

    private static final byte COUNTS = 1;
    private static final byte DOUBLES = 2;
    private static final byte COUNTS_AT_HAND = 3;
    private static final byte DOUBLES_AT_HAND = 4;
    private static final long CANONICAL_NAN = Double.doubleToRawLongBits(Double.NaN);
    /** Beyond this a count no longer survives the way through a double. */
    private static final long LARGEST_COUNT = 1L << 52;

    private static final VarHandle LITTLE = MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);

    /** Bytes of kind and checksum. */
    private static final int HEAD = 5;

    private BlockCodec() {}

    /**
     * @param resolution the channel's step, or null where none is known
     * @throws IllegalArgumentException if count is outside 1…{@link Block#CAPACITY}
     */
    public static byte[] encode(double[] values, int count, Resolution resolution) {
        if (count < 1 || count > Block.CAPACITY || count > values.length) {
            throw new IllegalArgumentException("Cannot encode " + count + " values");
        }
        byte[] counts = resolution == null ? null : asCounts(values, count, resolution);
        return counts != null ? deflate(COUNTS, counts) : deflate(DOUBLES, asDoubles(values, count));
    }

    /** The same without compressing it. */
    static byte[] encodeAtHand(double[] values, int count, Resolution resolution) {
        byte[] counts = resolution == null ? null : asCounts(values, count, resolution);
        if (counts != null) {
            return stored(COUNTS_AT_HAND, counts);
        }
        ByteBuffer bits = ByteBuffer.allocate(count * 8);
        for (int i = 0; i < count; i++) {
            bits.putLong(Double.doubleToRawLongBits(values[i]));
        }
        return stored(DOUBLES_AT_HAND, bits.array());
    }

    private static byte[] stored(byte kind, byte[] body) {
        byte[] data = new byte[HEAD + body.length];
        data[0] = kind;
        System.arraycopy(body, 0, data, HEAD, body.length);
        ByteBuffer.wrap(data, 1, HEAD - 1).putInt(checksum(data));
        return data;
    }

    /** @throws IllegalArgumentException if the bytes are not an encoding of {@code count} values */
    public static double[] decode(byte[] data, int count) {
        if (data.length < HEAD + 1 || ByteBuffer.wrap(data, 1, HEAD - 1).getInt() != checksum(data)) {
            throw damaged();
        }
        return switch (data[0]) {
            case COUNTS -> {
                Body body = inflate(data, 8 + count * 10);
                yield fromCounts(body.bytes, 0, body.length, count);
            }
            case DOUBLES -> {
                Body body = inflate(data, count * 8);
                yield fromDoubles(body.bytes, body.length, count);
            }
            case COUNTS_AT_HAND -> fromCounts(data, HEAD, data.length, count);
            case DOUBLES_AT_HAND -> fromBits(data, count);
            default -> throw damaged();
        };
    }

    private static double[] fromBits(byte[] data, int count) {
        if (data.length != HEAD + count * 8) {
            throw damaged();
        }
        double[] values = new double[count];
        ByteBuffer.wrap(data, HEAD, count * 8).asDoubleBuffer().get(values);
        return values;
    }

    private static byte[] asCounts(double[] values, int count, Resolution resolution) {
        byte[] out = new byte[8 + count * 10];
        LITTLE.set(out, 0, resolution.numerator());
        LITTLE.set(out, 4, resolution.denominator());
        long most = LARGEST_COUNT / resolution.numerator();
        int at = 8;
        long previous = 0;
        for (int i = 0; i < count; i++) {
            double v = values[i];
            if (Double.doubleToRawLongBits(v) == CANONICAL_NAN) {
                out[at++] = 0;
                continue;
            }
            long k = resolution.count(v);
            if (k > most
                    || k < -most
                    || Double.doubleToRawLongBits(resolution.value(k)) != Double.doubleToRawLongBits(v)) {
                return null;
            }
            long delta = k - previous;
            long coded = ((delta << 1) ^ (delta >> 63)) + 1;
            while ((coded & ~0x7fL) != 0) {
                out[at++] = (byte) (coded & 0x7f | 0x80);
                coded >>>= 7;
            }
            out[at++] = (byte) coded;
            previous = k;
        }
        return Arrays.copyOf(out, at);
    }

    /** @param body from {@code from} to {@code to} */
    private static double[] fromCounts(byte[] body, int from, int to, int count) {
        if (to - from < 8) {
            throw damaged();
        }
        long numerator = (int) LITTLE.get(body, from);
        double denominator = (int) LITTLE.get(body, from + 4);
        if (numerator <= 0 || denominator <= 0) {
            throw damaged();
        }
        double[] values = new double[count];
        int at = from + 8;
        long k = 0;
        long valueOf = 0;
        double value = 0;
        for (int i = 0; i < count; i++) {
            if (at == to) {
                throw damaged();
            }
            long coded = body[at++];
            if (coded < 0) {
                coded &= 0x7f;
                int shift = 7;
                byte b;
                do {
                    if (at == to || shift > 63) {
                        throw damaged();
                    }
                    b = body[at++];
                    coded |= (long) (b & 0x7f) << shift;
                    shift += 7;
                } while (b < 0);
            }
            if (coded == 0) {
                values[i] = Double.NaN;
                continue;
            }
            long zigzag = coded - 1;
            k += (zigzag >>> 1) ^ -(zigzag & 1);
            if (k != valueOf) {
                valueOf = k;
                value = (k * numerator) / denominator;
            }
            values[i] = value;
        }
        if (at != to) {
            throw damaged();
        }
        return values;
    }

    private static byte[] asDoubles(double[] values, int count) {
        byte[] body = new byte[count * 8];
        long previous = 0;
        for (int i = 0; i < count; i++) {
            long bits = Double.doubleToRawLongBits(values[i]);
            long x = bits ^ previous;
            previous = bits;
            for (int plane = 0; plane < 8; plane++) {
                body[plane * count + i] = (byte) (x >>> (56 - 8 * plane));
            }
        }
        return body;
    }

    private static double[] fromDoubles(byte[] body, int length, int count) {
        if (length != count * 8) {
            throw damaged();
        }
        double[] values = new double[count];
        long bits = 0;
        for (int i = 0; i < count; i++) {
            long x = 0;
            for (int plane = 0; plane < 8; plane++) {
                x = x << 8 | body[plane * count + i] & 0xff;
            }
            bits ^= x;
            values[i] = Double.longBitsToDouble(bits);
        }
        return values;
    }

    private static byte[] deflate(byte kind, byte[] body) {
        Deflater deflater = new Deflater(Deflater.DEFAULT_COMPRESSION, true);
        try {
            deflater.setInput(body);
            deflater.finish();
            ByteArrayOutputStream out = new ByteArrayOutputStream(body.length / 3 + 16);
            out.write(kind);
            out.writeBytes(new byte[HEAD - 1]);
            byte[] buffer = new byte[8192];
            while (!deflater.finished()) {
                out.write(buffer, 0, deflater.deflate(buffer));
            }
            byte[] data = out.toByteArray();
            ByteBuffer.wrap(data, 1, HEAD - 1).putInt(checksum(data));
            return data;
        } finally {
            deflater.end();
        }
    }

    private static int checksum(byte[] data) {
        CRC32 crc = new CRC32();
        crc.update(data, 0, 1);
        crc.update(data, HEAD, data.length - HEAD);
        return (int) crc.getValue();
    }

    /** What a thread inflates into, again and again. */
    private static final class Body {
        private final Inflater inflater = new Inflater(true);
        private byte[] bytes = new byte[0];
        private int length;
    }

    private static final ThreadLocal<Body> BODY = ThreadLocal.withInitial(Body::new);

    /** Good until the same thread inflates again. */
    private static Body inflate(byte[] data, int atMost) {
        Body body = BODY.get();
        if (body.bytes.length < atMost + 1) {
            body.bytes = new byte[atMost + 1];
        }
        body.length = 0;
        body.inflater.reset();
        try {
            body.inflater.setInput(data, HEAD, data.length - HEAD);
            while (!body.inflater.finished()) {
                int n = body.inflater.inflate(body.bytes, body.length, atMost + 1 - body.length);
                if (n == 0 || body.length + n > atMost) {
                    throw damaged();
                }
                body.length += n;
            }
            return body;
        } catch (DataFormatException e) {
            throw damaged();
        }
    }

    private static IllegalArgumentException damaged() {
        return new IllegalArgumentException("The block's bytes are damaged");
    }
}
