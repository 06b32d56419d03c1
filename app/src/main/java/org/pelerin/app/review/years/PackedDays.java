package org.pelerin.app.review.years;

import java.nio.ByteBuffer;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.stats.DayFigures;

/** Days as they are stored, {@value #EACH} bytes each: day since 1970-01-01, mean, least, greatest, milliseconds with values. */
final class PackedDays {

    static final int EACH = Integer.BYTES + 3 * Double.BYTES + Long.BYTES;

    private PackedDays() {}

    static byte[] pack(List<DayFigures> days) {
        ByteBuffer out = ByteBuffer.allocate(days.size() * EACH);
        for (DayFigures d : days) {
            out.putInt((int) d.day().toEpochDay())
                    .putDouble(d.mean())
                    .putDouble(d.min())
                    .putDouble(d.max())
                    .putLong(d.valid().toMillis());
        }
        return out.array();
    }

    /** Those from one day to another, exclusive. */
    static List<DayFigures> unpack(byte[] packed, LocalDate from, LocalDate to) {
        List<DayFigures> out = new ArrayList<>(packed.length / EACH);
        ByteBuffer in = ByteBuffer.wrap(packed);
        while (in.remaining() >= EACH) {
            int day = in.getInt();
            DayFigures d = new DayFigures(
                    LocalDate.ofEpochDay(day),
                    in.getDouble(),
                    in.getDouble(),
                    in.getDouble(),
                    Duration.ofMillis(in.getLong()));
            if (day >= from.toEpochDay() && day < to.toEpochDay()) {
                out.add(d);
            }
        }
        return out;
    }
}
