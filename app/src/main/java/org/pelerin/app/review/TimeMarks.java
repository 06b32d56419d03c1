package org.pelerin.app.review;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.DateFormats;

/** Round instants of an axis of time, on the clock of a place: a day has 23, 24 or 25 hours. */
final class TimeMarks {

    private static final List<Duration> STEPS = List.of(
            Duration.ofSeconds(1),
            Duration.ofSeconds(2),
            Duration.ofSeconds(5),
            Duration.ofSeconds(10),
            Duration.ofSeconds(30),
            Duration.ofMinutes(1),
            Duration.ofMinutes(2),
            Duration.ofMinutes(5),
            Duration.ofMinutes(10),
            Duration.ofMinutes(30),
            Duration.ofHours(1),
            Duration.ofHours(2),
            Duration.ofHours(3),
            Duration.ofHours(6),
            Duration.ofHours(12));
    /** Years 1 to 9999: what lies outside is no time of a record. */
    private static final long EARLIEST = Instant.parse("0001-01-01T00:00:00Z").toEpochMilli();

    private static final long LATEST = Instant.parse("9999-12-31T00:00:00Z").toEpochMilli();
    private static final int[] DAYS = {1, 2, 5, 10, 30, 90, 365, 1825};

    private TimeMarks() {}

    /**
     * @param at in ms
     * @param day whether it is the beginning of a day, told by its date
     */
    record Mark(long at, String label, boolean day) {}

    /**
     * At most so many marks, both ends inclusive; none where the ends are no times of a record.
     *
     * @param most at least 2
     */
    static List<Mark> of(long from, long to, int most, ZoneId zone) {
        if (from < EARLIEST || to > LATEST || from > to) {
            return List.of();
        }
        long length = Math.max(1, to - from);
        for (Duration step : STEPS) {
            if (length / step.toMillis() <= most - 1) {
                return ofClock(from, to, step, zone);
            }
        }
        for (int days : DAYS) {
            if (length / Duration.ofDays(days).toMillis() <= most - 1) {
                return ofDays(from, to, days, zone);
            }
        }
        // thousands of years: as many days as leave that many marks
        return ofDays(from, to, (int) (length / Duration.ofDays(1).toMillis() / (most - 1)) + 1, zone);
    }

    private static List<Mark> ofClock(long from, long to, Duration step, ZoneId zone) {
        DateTimeFormatter form =
                step.compareTo(Duration.ofMinutes(1)) < 0 ? DateFormats.of("clockSecond") : DateFormats.of("clock");
        List<Mark> out = new ArrayList<>();
        LocalDateTime midnight =
                Instant.ofEpochMilli(from).atZone(zone).toLocalDate().atStartOfDay();
        long since = Duration.between(
                        midnight, Instant.ofEpochMilli(from).atZone(zone).toLocalDateTime())
                .toMillis();
        LocalDateTime local = midnight.plus(step.multipliedBy((since + step.toMillis() - 1) / step.toMillis()));
        long before = Long.MIN_VALUE;
        for (; ; local = local.plus(step)) {
            ZonedDateTime there = local.atZone(zone);
            long at = there.toInstant().toEpochMilli();
            if (at > to) {
                return out;
            }
            // a time that spring skips has no mark of its own
            if (at >= from && at > before && there.toLocalDateTime().equals(local)) {
                out.add(new Mark(at, form.format(there), false));
                before = at;
            }
        }
    }

    private static List<Mark> ofDays(long from, long to, int days, ZoneId zone) {
        LocalDate first = Instant.ofEpochMilli(from).atZone(zone).toLocalDate();
        boolean years = ChronoUnit.DAYS.between(
                        first, Instant.ofEpochMilli(to).atZone(zone).toLocalDate())
                > 300;
        List<Mark> out = new ArrayList<>();
        for (LocalDate day = first; ; day = day.plusDays(days)) {
            ZonedDateTime begins = day.atStartOfDay(zone);
            long at = begins.toInstant().toEpochMilli();
            if (at > to) {
                return out;
            }
            if (at >= from) {
                out.add(new Mark(at, (years ? DateFormats.of("dayYear") : DateFormats.of("day")).format(begins), true));
            }
        }
    }
}
