package org.pelerin.core.series;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
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
            case COUNTS -> fromCounts(inflate(data, 8 + count * 10), count);
            case DOUBLES -> fromDoubles(inflate(data, count * 8), count);
            case COUNTS_AT_HAND -> fromCounts(java.util.Arrays.copyOfRange(data, HEAD, data.length), count);
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
        ByteBuffer out = ByteBuffer.allocate(8 + count * 10).order(ByteOrder.LITTLE_ENDIAN);
        out.putInt(resolution.numerator()).putInt(resolution.denominator());
        long previous = 0;
        for (int i = 0; i < count; i++) {
            double v = values[i];
            if (Double.doubleToRawLongBits(v) == CANONICAL_NAN) {
                out.put((byte) 0);
                continue;
            }
            long k = resolution.count(v);
            long most = LARGEST_COUNT / resolution.numerator();
            if (k > most
                    || k < -most
                    || Double.doubleToRawLongBits(resolution.value(k)) != Double.doubleToRawLongBits(v)) {
                return null;
            }
            long delta = k - previous;
            putVarint(out, ((delta << 1) ^ (delta >> 63)) + 1);
            previous = k;
        }
        byte[] body = new byte[out.position()];
        out.flip().get(body);
        return body;
    }

    private static double[] fromCounts(byte[] body, int count) {
        ByteBuffer in = ByteBuffer.wrap(body).order(ByteOrder.LITTLE_ENDIAN);
        if (in.remaining() < 8) {
            throw damaged();
        }
        Resolution resolution = Resolution.of(in.getInt(), in.getInt());
        double[] values = new double[count];
        long k = 0;
        for (int i = 0; i < count; i++) {
            long coded = getVarint(in);
            if (coded == 0) {
                values[i] = Double.NaN;
                continue;
            }
            long zigzag = coded - 1;
            k += (zigzag >>> 1) ^ -(zigzag & 1);
            values[i] = resolution.value(k);
        }
        if (in.hasRemaining()) {
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

    private static double[] fromDoubles(byte[] body, int count) {
        if (body.length != count * 8) {
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

    private static void putVarint(ByteBuffer out, long v) {
        while ((v & ~0x7fL) != 0) {
            out.put((byte) (v & 0x7f | 0x80));
            v >>>= 7;
        }
        out.put((byte) v);
    }

    private static long getVarint(ByteBuffer in) {
        long v = 0;
        for (int shift = 0; shift < 64; shift += 7) {
            if (!in.hasRemaining()) {
                throw damaged();
            }
            byte b = in.get();
            v |= (long) (b & 0x7f) << shift;
            if (b >= 0) {
                return v;
            }
        }
        throw damaged();
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

    private static byte[] inflate(byte[] data, int atMost) {
        Inflater inflater = new Inflater(true);
        try {
            inflater.setInput(data, HEAD, data.length - HEAD);
            byte[] body = new byte[atMost + 1];
            int length = 0;
            while (!inflater.finished()) {
                int n = inflater.inflate(body, length, body.length - length);
                if (n == 0 || length + n > atMost) {
                    throw damaged();
                }
                length += n;
            }
            return java.util.Arrays.copyOf(body, length);
        } catch (DataFormatException e) {
            throw damaged();
        } finally {
            inflater.end();
        }
    }

    private static IllegalArgumentException damaged() {
        return new IllegalArgumentException("The block's bytes are damaged");
    }
}
