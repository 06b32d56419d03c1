package org.pelerin.link.message;

import java.nio.ByteBuffer;
import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.mains.Disturbance;

/**
 * One disturbance of the mains, a {@link MemoryPage} of the kind {@code 'P' 'D'}: kind (8 bits: 0 dip, 1 swell, 2 interruption, 3
 * inrush), channel (8), values (16), values before it (16), half a period in µs (16), start in ms since the epoch on the logger's
 * clock (64), duration in ms (32), its extreme as a count (32), then an unsigned 16-bit count a half period, zeros. Counts are in
 * tenths of a volt or an ampere.
 *
 * @param page its number, see {@link PageTable#DISTURBANCES}
 */
public record DisturbancePage(int mission, long page, Disturbance disturbance) {

    /** Half periods that a page holds. */
    public static final int MOST_VALUES = (MemoryPage.SIZE - 32 - MemoryPage.CRC_SIZE) / 2;

    private static final short KIND = (short) ('P' << 8 | 'D');
    private static final double COUNTS = 10;

    public byte[] encode() {
        Disturbance d = disturbance;
        ByteBuffer out = MemoryPage.begin(KIND, mission, page)
                .put((byte) d.kind().ordinal())
                .put((byte) d.channel())
                .putShort((short) d.values().size())
                .putShort((short) d.before())
                .putShort((short) (d.halfPeriod().toNanos() / 1000))
                .putLong(d.start().toEpochMilli())
                .putInt((int) d.duration().toMillis())
                .putInt((int) Math.round(d.extreme() * COUNTS));
        d.values().forEach(v -> out.putShort((short) Math.round(v * COUNTS)));
        return MemoryPage.seal(out);
    }

    /** @throws MalformedMessageException if the bytes are not an undamaged page of a disturbance */
    public static DisturbancePage decode(byte[] bytes) {
        ByteBuffer in = MemoryPage.open(KIND, bytes);
        int kind = in.get() & 0xff;
        int channel = in.get() & 0xff;
        int count = in.getShort() & 0xffff;
        int before = in.getShort() & 0xffff;
        Duration half = Duration.ofNanos((in.getShort() & 0xffff) * 1000L);
        Instant start = Instant.ofEpochMilli(in.getLong());
        Duration duration = Duration.ofMillis(in.getInt() & 0xffff_ffffL);
        double extreme = in.getInt() / COUNTS;
        if (kind >= Disturbance.Kind.values().length || count > MOST_VALUES || before > count) {
            throw new MalformedMessageException("a page does not make sense");
        }
        java.util.List<Double> values = new java.util.ArrayList<>(count);
        for (int i = 0; i < count; i++) {
            values.add((in.getShort() & 0xffff) / COUNTS);
        }
        Disturbance d = new Disturbance(
                Disturbance.Kind.values()[kind], channel, start, duration, extreme, half, before, values);
        return new DisturbancePage(MemoryPage.mission(bytes), MemoryPage.number(bytes), d);
    }
}
