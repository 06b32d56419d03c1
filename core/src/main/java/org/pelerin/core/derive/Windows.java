package org.pelerin.core.derive;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.zone.ZoneOffsetTransition;
import java.time.zone.ZoneRules;
import java.util.Set;
import org.pelerin.core.language.CoreTexts;

/** Windows of time in order, half-open, which do not overlap. Instants are ms since the epoch. */
public interface Windows {

    /** One of them. */
    record Window(long from, long to) {}

    /** The first one that ends after an instant. */
    Window endingAfter(long at);

    /** How many lie wholly between two instants that are ends or beginnings of windows; near enough where they are very many. */
    long between(long from, long to);

    /** Whether one follows the other without time between, so that what lasts can last over several. */
    boolean adjoin();

    /**
     * Windows of one length from an instant on.
     *
     * @param anchor where one begins
     */
    static Windows anchored(long anchor, Duration length) {
        return new Anchored(anchor, length.toMillis());
    }

    /**
     * Windows that begin whenever the local clock shows a multiple of a length since midnight: a day has 23, 24 or 25 hours, the repeated
     * hour of autumn is two windows of an hour. Whole days are counted from the first local date.
     *
     * @param length divides a day, or is whole days
     * @param first an instant of the first local date
     * @throws IllegalArgumentException for another length
     */
    static Windows onTheClock(Duration length, ZoneId zone, long first) {
        return length.compareTo(Duration.ofDays(1)) < 0
                ? new PartsOfDays(clockLength(length).toSeconds(), zone)
                : new Days(
                        clockLength(length).toDays(),
                        zone,
                        Instant.ofEpochMilli(first).atZone(zone).toLocalDate());
    }

    /** @throws IllegalArgumentException if it neither divides a day nor is whole days */
    static Duration clockLength(Duration length) {
        Duration day = Duration.ofDays(1);
        boolean divides = length.compareTo(day) < 0
                && length.getNano() == 0
                && length.toSeconds() > 0
                && day.toSeconds() % length.toSeconds() == 0;
        boolean days = length.toDays() > 0 && length.equals(Duration.ofDays(length.toDays()));
        if (!divides && !days) {
            throw new IllegalArgumentException(
                    CoreTexts.say("core.derive.windows.aWindowOnTheClock", "length", length));
        }
        return length;
    }

    /**
     * Shifts: from a time of the local clock to another on chosen days. One that passes midnight belongs to the day it begins on. An edge
     * in a skipped hour is where the clock jumps, in a repeated hour the first.
     *
     * @param from in the day; 24:00 is written as 00:00 of {@code to}
     */
    static Windows shifts(LocalTime from, LocalTime to, Set<DayOfWeek> days, ZoneId zone) {
        return new Shifts(from, to, Set.copyOf(days), zone.getRules());
    }

    /** See {@link Windows#anchored}. */
    record Anchored(long anchor, long length) implements Windows {

        public Anchored {
            if (length < 1) {
                throw new IllegalArgumentException(CoreTexts.say("core.derive.windows.aWindowLastsAtLeast"));
            }
        }

        @Override
        public Window endingAfter(long at) {
            long from = anchor + Math.floorDiv(at - anchor, length) * length;
            return new Window(from, from + length);
        }

        @Override
        public long between(long from, long to) {
            return Math.max(0, to - from) / length;
        }

        @Override
        public boolean adjoin() {
            return true;
        }
    }

    /** Whole days, so many at a time. */
    record Days(long days, ZoneId zone, LocalDate first) implements Windows {

        @Override
        public Window endingAfter(long at) {
            LocalDate date = Instant.ofEpochMilli(at).atZone(zone).toLocalDate();
            LocalDate begins = first.plusDays(Math.floorDiv(date.toEpochDay() - first.toEpochDay(), days) * days);
            return new Window(midnight(begins), midnight(begins.plusDays(days)));
        }

        private long midnight(LocalDate date) {
            return date.atStartOfDay(zone).toInstant().toEpochMilli();
        }

        @Override
        public long between(long from, long to) {
            return Math.max(0, Math.round((to - from) / 86_400_000.0 / days));
        }

        @Override
        public boolean adjoin() {
            return true;
        }
    }

    /** Parts of days on the local clock. */
    final class PartsOfDays implements Windows {

        /** Time between two changes of the clock, half-open, in which it is so many ms ahead. */
        private record Even(long from, long until, long ahead) {}

        private final long millis;
        private final ZoneRules rules;

        /** The one looked at last: windows are asked for in order, and millions of them lie in one. */
        private Even even = new Even(0, 0, 0);

        PartsOfDays(long seconds, ZoneId zone) {
            this.millis = seconds * 1000;
            this.rules = zone.getRules();
        }

        @Override
        public Window endingAfter(long at) {
            long from = begins(at);
            return new Window(from, ends(from));
        }

        /** The last instant at or before one, at which the clock shows a multiple. */
        private long begins(long at) {
            Even e = even(at);
            long candidate = multiple(at, e, 0);
            // or no multiple was shown since the clock was changed
            return candidate >= e.from ? candidate : begins(e.from - 1);
        }

        /** The first instant after one, at which the clock shows a multiple. */
        private long ends(long from) {
            Even e = even(from);
            long candidate = multiple(from, e, 1);
            if (candidate < e.until) {
                return candidate;
            }
            long changed = e.until;
            return multiple(changed, even(changed), 0) == changed ? changed : ends(changed);
        }

        private Even even(long at) {
            Even e = even;
            if (at < e.from || at >= e.until) {
                Instant instant = Instant.ofEpochMilli(at);
                ZoneOffsetTransition before = rules.previousTransition(instant.plusMillis(1));
                ZoneOffsetTransition after = rules.nextTransition(instant);
                e = new Even(
                        before == null ? Long.MIN_VALUE : before.getInstant().toEpochMilli(),
                        after == null ? Long.MAX_VALUE : after.getInstant().toEpochMilli(),
                        rules.getOffset(instant).getTotalSeconds() * 1000L);
                even = e;
            }
            return e;
        }

        /** The multiple that the clock showed at an instant or last before, or a number of multiples on. */
        private long multiple(long at, Even e, int on) {
            return (Math.floorDiv(at + e.ahead, millis) + on) * millis - e.ahead;
        }

        @Override
        public long between(long from, long to) {
            return Math.max(0, Math.round((to - from) / (double) millis));
        }

        @Override
        public boolean adjoin() {
            return true;
        }
    }

    /** See {@link Windows#shifts}. */
    record Shifts(LocalTime begins, LocalTime ends, Set<DayOfWeek> days, ZoneRules rules) implements Windows {

        public Shifts {
            if (days.isEmpty()) {
                throw new IllegalArgumentException(CoreTexts.say("core.derive.windows.aShiftHasAtLeast"));
            }
        }

        @Override
        public Window endingAfter(long at) {
            LocalDate date = LocalDateTime.ofEpochSecond(
                            Math.floorDiv(at, 1000), 0, rules.getOffset(Instant.ofEpochMilli(at)))
                    .toLocalDate()
                    .minusDays(2);
            while (true) {
                if (days.contains(date.getDayOfWeek())) {
                    Window w = on(date);
                    if (w.to > at && w.to > w.from) {
                        return w;
                    }
                }
                date = date.plusDays(1);
            }
        }

        private Window on(LocalDate date) {
            LocalDate last = ends.isAfter(begins) ? date : date.plusDays(1);
            return new Window(edge(date.atTime(begins)), edge(last.atTime(ends)));
        }

        private long edge(LocalDateTime local) {
            ZoneOffsetTransition jump = rules.getTransition(local);
            if (jump != null && jump.isGap()) {
                return jump.getInstant().toEpochMilli();
            }
            return local.toInstant(rules.getValidOffsets(local).get(0)).toEpochMilli();
        }

        @Override
        public long between(long from, long to) {
            return Math.max(0, Math.round((to - from) / 86_400_000.0 * days.size() / 7));
        }

        @Override
        public boolean adjoin() {
            return false;
        }
    }
}
