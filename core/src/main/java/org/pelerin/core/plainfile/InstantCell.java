package org.pelerin.core.plainfile;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.format.ResolverStyle;

/**
 * Reads ISO 8601 instants with an offset, to the millisecond. The common form is read digit by digit, the day and the minute only once
 * as long as they stay the same; all others by the JDK.
 */
final class InstantCell {

    /** In the place of an instant that cannot be read. */
    static final long NONE = Long.MIN_VALUE;

    private static final DateTimeFormatter ANY = new DateTimeFormatterBuilder()
            .append(DateTimeFormatter.ISO_LOCAL_DATE_TIME)
            .appendPattern("[XXX][XX][X]")
            .toFormatter()
            .withResolverStyle(ResolverStyle.STRICT);

    private static final VarHandle EIGHT = MethodHandles.byteArrayViewVarHandle(long[].class, ByteOrder.BIG_ENDIAN);
    /** 2026-03-19T08:00:00Z. */
    private static final int SHORTEST = 20;

    private static final long DAY = 86_400_000L;

    private long yearAndMonth;
    private long dayHourAndMinute;
    private long dayMillis = NONE;
    private long minuteMillis = NONE;
    private int end;

    /** Where the instant ended that was read in its common form. */
    int end() {
        return end;
    }

    /**
     * Reads the common form, which ends where it ends.
     *
     * @param length of the text that is read
     * @return ms since the epoch, or {@link #NONE} for another form
     */
    long common(byte[] b, int from, int length) {
        if (length - from < SHORTEST) {
            return NONE;
        }
        long first = (long) EIGHT.get(b, from);
        long second = (long) EIGHT.get(b, from + 8);
        if (first != yearAndMonth || second != dayHourAndMinute || minuteMillis == NONE) {
            // the day is two of the second eight
            if (first != yearAndMonth || second >>> 48 != dayHourAndMinute >>> 48 || dayMillis == NONE) {
                dayMillis = day(b, from);
            }
            minuteMillis = minute(b, from);
            yearAndMonth = first;
            dayHourAndMinute = second;
        }
        int seconds = two(b, from + 17);
        if (minuteMillis == NONE || b[from + 16] != ':' || seconds < 0 || seconds > 59) {
            return NONE;
        }
        int at = from + 19;
        int fraction = 0;
        if (b[at] == '.') {
            int digits = 0;
            for (at++; at < length && b[at] >= '0' && b[at] <= '9'; at++) {
                if (digits++ < 3) {
                    fraction = fraction * 10 + b[at] - '0';
                }
            }
            if (digits == 0 || digits > 9) {
                return NONE;
            }
            for (; digits < 3; digits++) {
                fraction *= 10;
            }
        }
        long local = minuteMillis + seconds * 1000 + fraction;
        if (at < length && b[at] == 'Z') {
            end = at + 1;
            return local;
        }
        if (at + 6 > length || b[at] != '+' && b[at] != '-' || b[at + 3] != ':') {
            return NONE;
        }
        int hours = two(b, at + 1);
        int minutes = two(b, at + 4);
        if ((hours | minutes) < 0 || hours > 17 || minutes > 59) {
            return NONE;
        }
        end = at + 6;
        long offset = (hours * 60L + minutes) * 60_000;
        return b[at] == '-' ? local + offset : local - offset;
    }

    /** Date, hour and minute of the common form, as if at UTC; its day is read. */
    private long minute(byte[] b, int from) {
        int hour = two(b, from + 11);
        int minute = two(b, from + 14);
        return dayMillis == NONE
                        || (hour | minute) < 0
                        || b[from + 10] != 'T'
                        || b[from + 13] != ':'
                        || hour > 23
                        || minute > 59
                ? NONE
                : dayMillis + (hour * 60L + minute) * 60_000;
    }

    private static long day(byte[] b, int from) {
        int century = two(b, from);
        int year = two(b, from + 2);
        int month = two(b, from + 5);
        int day = two(b, from + 8);
        if ((century | year | month | day) < 0 || b[from + 4] != '-' || b[from + 7] != '-') {
            return NONE;
        }
        try {
            return LocalDate.of(century * 100 + year, month, day).toEpochDay() * DAY;
        } catch (DateTimeException e) {
            return NONE;
        }
    }

    private static int two(byte[] b, int at) {
        int tens = b[at] - '0';
        int ones = b[at + 1] - '0';
        return tens < 0 || tens > 9 || ones < 0 || ones > 9 ? -1 : tens * 10 + ones;
    }

    /** Reads any form in a cell; {@link #NONE} for none. */
    static long any(byte[] b, int from, int to) {
        if (from == to || to - from > 40) {
            return NONE;
        }
        try {
            return OffsetDateTime.parse(new String(b, from, to - from, StandardCharsets.ISO_8859_1), ANY)
                    .toInstant()
                    .toEpochMilli();
        } catch (DateTimeException | ArithmeticException e) {
            return NONE;
        }
    }
}
