package org.pelerin.core.plainfile;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.ResolverStyle;

/**
 * Reads ISO 8601 instants with an offset, to the millisecond. The common form is read digit by digit, and a date only once as long as it
 * stays the same; all others by the JDK.
 */
final class InstantCell {

    /** In the place of an instant that cannot be read. */
    static final long NONE = Long.MIN_VALUE;

    private static final DateTimeFormatter ANY = new DateTimeFormatterBuilder()
            .append(DateTimeFormatter.ISO_LOCAL_DATE_TIME)
            .appendPattern("[XXX][XX][X]")
            .toFormatter()
            .withResolverStyle(ResolverStyle.STRICT);

    private static final int DATE = 10;
    private static final long DAY = 86_400_000L;

    private final byte[] date = new byte[DATE];
    private long dayMillis;

    /** @return ms since the epoch, or {@link #NONE} */
    long millis(byte[] b, int from, int to) {
        int length = to - from;
        // 2026-03-19T08:00:00Z, +01:00 or .250 between
        if (length < 20 || b[from + 10] != 'T' || b[from + 13] != ':' || b[from + 16] != ':') {
            return slow(b, from, to);
        }
        int hour = two(b, from + 11);
        int minute = two(b, from + 14);
        int second = two(b, from + 17);
        if ((hour | minute | second) < 0 || hour > 23 || minute > 59 || second > 59 || !day(b, from)) {
            return slow(b, from, to);
        }
        int at = from + 19;
        int fraction = 0;
        if (b[at] == '.') {
            int digits = 0;
            at++;
            while (at < to && b[at] >= '0' && b[at] <= '9') {
                if (digits < 3) {
                    fraction = fraction * 10 + b[at] - '0';
                }
                digits++;
                at++;
            }
            if (digits == 0 || digits > 9) {
                return NONE;
            }
            for (int d = digits; d < 3; d++) {
                fraction *= 10;
            }
        }
        long offset;
        if (at == to - 1 && b[at] == 'Z') {
            offset = 0;
        } else if (at == to - 6 && (b[at] == '+' || b[at] == '-') && b[at + 3] == ':') {
            int hours = two(b, at + 1);
            int minutes = two(b, at + 4);
            if ((hours | minutes) < 0 || hours > 18 || minutes > 59 || hours == 18 && minutes > 0) {
                return NONE;
            }
            offset = (hours * 60L + minutes) * 60_000 * (b[at] == '-' ? -1 : 1);
        } else {
            return slow(b, from, to);
        }
        return dayMillis + ((hour * 60L + minute) * 60 + second) * 1000 + fraction - offset;
    }

    private boolean day(byte[] b, int from) {
        boolean same = true;
        for (int i = 0; i < DATE; i++) {
            if (date[i] != b[from + i]) {
                same = false;
                date[i] = b[from + i];
            }
        }
        if (same) {
            return true;
        }
        int century = two(b, from);
        int year = two(b, from + 2);
        int month = two(b, from + 5);
        int day = two(b, from + 8);
        if (b[from + 4] == '-' && b[from + 7] == '-' && (century | year | month | day) >= 0) {
            try {
                dayMillis = LocalDate.of(century * 100 + year, month, day).toEpochDay() * DAY;
                return true;
            } catch (DateTimeException e) {
                // forgotten below
            }
        }
        date[0] = 0;
        return false;
    }

    private static int two(byte[] b, int at) {
        int tens = b[at] - '0';
        int ones = b[at + 1] - '0';
        return tens < 0 || tens > 9 || ones < 0 || ones > 9 ? -1 : tens * 10 + ones;
    }

    private static long slow(byte[] b, int from, int to) {
        try {
            String text = new String(b, from, to - from, java.nio.charset.StandardCharsets.ISO_8859_1);
            return text.length() > 40
                    ? NONE
                    : OffsetDateTime.parse(text, ANY).toInstant().toEpochMilli();
        } catch (DateTimeException | ArithmeticException e) {
            return NONE;
        }
    }
}
