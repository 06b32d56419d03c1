package org.pelerin.app.review;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.record.Spans;
import org.pelerin.core.stats.Comparison;
import org.threeten.extra.Interval;

/**
 * A month of a spot in one picture: days down, the hours of its clock across. An hour that came twice is drawn as two halves, one that the
 * clock skipped is not there.
 *
 * @param total of the whole month
 */
public record Carpet(YearMonth month, List<Day> days, Total total) {

    /**
     * What became of a stretch of time.
     *
     * @param out time beyond the limits, and {@code missing}: without data although judged; neither counts twice where channels overlap
     * @param judged time that was judged
     * @param lacking whether more is missing than its limits allow, as on its missions' own pages: less is covered than they demand, or a gap is
     *     longer than they let pass
     */
    public record Total(Duration out, Duration missing, Duration judged, boolean lacking) {

        /** The verdict on it, the worst of it first. */
        public State state() {
            return !out.isZero()
                    ? State.ABOVE
                    : lacking ? State.MISSING : judged.isZero() ? State.UNJUDGED : State.KEPT;
        }

        public static Total of(List<Piece> pieces, Instant begin, Instant end) {
            Duration missing =
                    time(pieces.stream().flatMap(p -> p.gaps.stream()).toList(), begin, end);
            Duration judged =
                    time(pieces.stream().flatMap(p -> p.judged.stream()).toList(), begin, end);
            return new Total(
                    time(
                            pieces.stream()
                                    .flatMap(p -> p.departures.stream())
                                    .map(Departure::span)
                                    .toList(),
                            begin,
                            end),
                    missing,
                    judged,
                    lacking(pieces, begin, end));
        }

        /** A mission that lies in it as a whole is told as on its own page; of one that reaches over an edge its part is reckoned. */
        private static boolean lacking(List<Piece> pieces, Instant begin, Instant end) {
            return pieces.stream().anyMatch(p -> {
                Duration judged = time(p.judged, begin, end);
                if (judged.isZero()) {
                    return false;
                }
                if (judged.toMillis() == Spans.of(p.judged).total()) {
                    return p.lacks;
                }
                double covered = 100 - 100.0 * time(p.gaps, begin, end).toMillis() / judged.toMillis();
                return Comparison.below(covered, p.needed, 100)
                        || !time(p.tooLong, begin, end).isZero();
            });
        }

        private static Duration time(List<Interval> spans, Instant begin, Instant end) {
            return Duration.ofMillis(Spans.of(spans)
                    .within(begin.toEpochMilli(), end.toEpochMilli())
                    .total());
        }
    }

    public Duration out() {
        return total.out;
    }

    public Duration missing() {
        return total.missing;
    }

    public Duration judged() {
        return total.judged;
    }

    /** What there is to say of an hour, the worst of it. */
    public enum State {
        ABOVE("review.carpet.aboveLimits"),
        BELOW("review.carpet.belowLimits"),
        MISSING("review.carpet.missingData"),
        KEPT("review.carpet.withinLimits"),
        PARTLY("review.carpet.partlyAssessed"),
        UNJUDGED("review.carpet.notAssessed"),
        NOTHING("review.carpet.nothingRecorded");

        private final String words;

        State(String words) {
            this.words = words;
        }

        public String words() {
            return Texts.of(words);
        }

        /** For a style. */
        public String key() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /**
     * One hour, or one of two of the same name.
     *
     * @param x where it begins in its day, in hours of the clock
     * @param width of it, in hours
     * @param mission whose record it is; null for none
     */
    public record Hour(Instant from, Instant to, double x, double width, State state, Long mission) {}

    public record Day(LocalDate date, List<Hour> hours, Total total) {

        public boolean recorded() {
            return hours.stream().anyMatch(h -> h.state != State.NOTHING);
        }
    }

    /** A departure from limits, on the reference clock. */
    public record Departure(Interval span, boolean above) {}

    /**
     * What one mission recorded there.
     *
     * @param recorded all of it
     * @param judged of it: its period, less what is no part of the run; nothing where it has no limits
     * @param tooLong gaps that are longer than its limits let pass
     * @param needed per cent that its limits demand to be covered
     * @param lacks whether the whole of it is inconclusive, or departs by what is missing
     */
    public record Piece(
            long mission,
            Interval recorded,
            List<Interval> judged,
            List<Departure> departures,
            List<Interval> gaps,
            List<Interval> tooLong,
            double needed,
            boolean lacks) {}

    public static Carpet of(YearMonth month, ZoneId zone, List<Piece> pieces) {
        Instant begin = month.atDay(1).atStartOfDay(zone).toInstant();
        Instant end = month.plusMonths(1).atDay(1).atStartOfDay(zone).toInstant();
        List<Day> days = new ArrayList<>();
        for (LocalDate date = month.atDay(1); date.isBefore(month.plusMonths(1).atDay(1)); date = date.plusDays(1)) {
            days.add(new Day(
                    date,
                    hours(date, zone, pieces),
                    Total.of(
                            pieces,
                            date.atStartOfDay(zone).toInstant(),
                            date.plusDays(1).atStartOfDay(zone).toInstant())));
        }
        return new Carpet(month, days, Total.of(pieces, begin, end));
    }

    private static List<Hour> hours(LocalDate date, ZoneId zone, List<Piece> pieces) {
        List<Hour> out = new ArrayList<>();
        Instant end = date.plusDays(1).atStartOfDay(zone).toInstant();
        for (Instant at = date.atStartOfDay(zone).toInstant(); at.isBefore(end); ) {
            Instant next = at.plus(Duration.ofHours(1));
            Instant to = next.isAfter(end) ? end : next;
            double clock = at.atZone(zone).toLocalTime().toSecondOfDay() / 3600.0;
            boolean first = to.atZone(zone).toLocalTime().toSecondOfDay() / 3600.0 == clock;
            boolean second = !out.isEmpty() && out.get(out.size() - 1).x == clock;
            double width = first || second ? 0.5 : 1;
            out.add(hour(at, to, second ? clock + 0.5 : clock, width, pieces));
            at = to;
        }
        return out;
    }

    private static Hour hour(Instant from, Instant to, double x, double width, List<Piece> pieces) {
        Interval hour = Interval.of(from, to);
        State worst = State.NOTHING;
        Long mission = null;
        for (Piece p : pieces) {
            State state = state(p, hour);
            if (state.compareTo(worst) < 0) {
                worst = state;
                mission = p.mission;
            }
        }
        // one mission may go on where another was judged
        return new Hour(from, to, x, width, worst == State.PARTLY && whole(pieces, hour) ? State.KEPT : worst, mission);
    }

    private static State state(Piece p, Interval hour) {
        if (p.departures.stream().anyMatch(d -> d.above && d.span.overlaps(hour))) {
            return State.ABOVE;
        }
        if (p.departures.stream().anyMatch(d -> d.span.overlaps(hour))) {
            return State.BELOW;
        }
        if (p.gaps.stream().anyMatch(g -> g.overlaps(hour))) {
            return State.MISSING;
        }
        if (p.judged.stream().anyMatch(j -> j.overlaps(hour))) {
            return whole(List.of(p), hour) ? State.KEPT : State.PARTLY;
        }
        return p.recorded.overlaps(hour) ? State.UNJUDGED : State.NOTHING;
    }

    private static boolean whole(List<Piece> pieces, Interval hour) {
        return Spans.of(pieces.stream().flatMap(p -> p.judged.stream()).toList())
                        .within(hour.getStart().toEpochMilli(), hour.getEnd().toEpochMilli())
                        .total()
                == hour.toDuration().toMillis();
    }
}
