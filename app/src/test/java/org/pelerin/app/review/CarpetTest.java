package org.pelerin.app.review;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.threeten.extra.Interval;

class CarpetTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private static Interval span(String from, String to) {
        return Interval.of(Instant.parse(from), Instant.parse(to));
    }

    private static List<Carpet.Hour> day(Carpet carpet, int day) {
        return carpet.days().get(day - 1).hours();
    }

    @Test
    void says_the_worst_of_each_hour_and_whose_record_it_is() {
        Carpet.Piece first = new Carpet.Piece(
                1,
                span("2026-03-02T00:00:00Z", "2026-03-04T00:00:00Z"),
                List.of(
                        span("2026-03-02T08:00:00Z", "2026-03-03T06:00:00Z"),
                        span("2026-03-03T09:00:00Z", "2026-03-04T00:00:00Z")),
                List.of(
                        new Carpet.Departure(span("2026-03-02T10:20:00Z", "2026-03-02T12:00:00Z"), true),
                        new Carpet.Departure(span("2026-03-02T11:00:00Z", "2026-03-02T13:30:00Z"), false)),
                List.of(span("2026-03-02T13:00:00Z", "2026-03-02T15:00:00Z")),
                List.of(),
                95,
                false);
        Carpet.Piece second = new Carpet.Piece(
                2,
                span("2026-03-05T00:00:00Z", "2026-03-05T06:00:00Z"),
                List.of(span("2026-03-05T00:00:00Z", "2026-03-05T06:00:00Z")),
                List.of(),
                List.of(),
                List.of(),
                95,
                false);
        Carpet carpet = Carpet.of(YearMonth.of(2026, 3), PARIS, List.of(first, second));
        assertThat(carpet.days()).hasSize(31);
        // 10:20 to 12:00 UTC is 11:20 to 13:00 in Paris: the hours 11 and 12
        assertThat(day(carpet, 2)).extracting(Carpet.Hour::state).element(11).isEqualTo(Carpet.State.ABOVE);
        assertThat(day(carpet, 2).get(12).state()).isEqualTo(Carpet.State.ABOVE);
        // until 13:30 below; half-open: what ends at an hour is not in it
        assertThat(day(carpet, 2).get(13).state()).isEqualTo(Carpet.State.BELOW);
        assertThat(day(carpet, 2).get(14).state()).isEqualTo(Carpet.State.BELOW);
        assertThat(day(carpet, 2).get(15).state()).isEqualTo(Carpet.State.MISSING);
        assertThat(day(carpet, 2).get(16).state()).isEqualTo(Carpet.State.KEPT);
        assertThat(day(carpet, 2).get(8).state()).isEqualTo(Carpet.State.UNJUDGED);
        assertThat(day(carpet, 2).get(9).state()).isEqualTo(Carpet.State.KEPT);
        assertThat(day(carpet, 1).get(12).state()).isEqualTo(Carpet.State.NOTHING);
        assertThat(day(carpet, 1).get(12).mission()).isNull();
        assertThat(day(carpet, 5).get(3).mission()).isEqualTo(2);
        // both departures together last from 10:20 to 13:30, not 1 h 40 min and 2 h 30 min
        assertThat(carpet.out()).isEqualTo(Duration.ofMinutes(190));
        assertThat(carpet.missing()).isEqualTo(Duration.ofHours(2));
        // what was left out, from 06:00 to 09:00 on the 3rd, is not judged
        assertThat(day(carpet, 3).get(8).state()).isEqualTo(Carpet.State.UNJUDGED);
        assertThat(carpet.judged()).isEqualTo(Duration.ofHours(43));
    }

    private static Carpet.Piece month(
            String from, List<Interval> judged, Interval gap, boolean tooLong, double needed, boolean lacks) {
        return new Carpet.Piece(
                1,
                span(from, "2026-04-01T00:00:00Z"),
                judged,
                List.of(),
                List.of(gap),
                tooLong ? List.of(gap) : List.of(),
                needed,
                lacks);
    }

    /** Of several channels each may be covered as it must be though together they are not: what its page says counts. */
    @Test
    void a_month_that_holds_a_whole_mission_says_of_it_what_its_page_says() {
        List<Interval> judged = List.of(span("2026-03-01T12:00:00Z", "2026-03-31T12:00:00Z"));
        Interval gap = span("2026-03-10T00:00:00Z", "2026-03-12T00:00:00Z");
        String from = "2026-03-01T00:00:00Z";
        assertThat(state(month(from, judged, gap, false, 95, false))).isEqualTo(Carpet.State.KEPT);
        assertThat(state(month(from, judged, gap, false, 90, true))).isEqualTo(Carpet.State.MISSING);
    }

    @Test
    void of_a_mission_that_reaches_over_its_edge_the_part_is_reckoned() {
        // March in Paris: 733 hours of it judged, of which 7 h 12 min are missing: 99.02 %
        List<Interval> judged = List.of(span("2026-02-15T12:00:00Z", "2026-03-31T12:00:00Z"));
        Interval gap = span("2026-03-10T00:00:00Z", "2026-03-10T07:12:00Z");
        String from = "2026-02-15T00:00:00Z";
        assertThat(state(month(from, judged, gap, false, 95, true))).isEqualTo(Carpet.State.KEPT);
        assertThat(state(month(from, judged, gap, false, 99, true))).isEqualTo(Carpet.State.KEPT);
        assertThat(state(month(from, judged, gap, false, 99.1, false))).isEqualTo(Carpet.State.MISSING);
        assertThat(state(month(from, judged, gap, true, 95, false))).isEqualTo(Carpet.State.MISSING);
    }

    private static Carpet.State state(Carpet.Piece piece) {
        return Carpet.of(YearMonth.of(2026, 3), PARIS, List.of(piece)).total().state();
    }

    @Test
    void an_hour_that_is_left_out_in_part_says_so() {
        // from 08:00 to 10:20 UTC and from 10:40: of the hour that begins at 10 UTC, 11 in Paris, twenty minutes are
        // left out
        Interval whole = span("2026-03-02T08:00:00Z", "2026-03-02T12:00:00Z");
        Carpet.Piece cut = new Carpet.Piece(
                1,
                whole,
                List.of(
                        span("2026-03-02T08:00:00Z", "2026-03-02T10:20:00Z"),
                        span("2026-03-02T10:40:00Z", "2026-03-02T12:00:00Z")),
                List.of(),
                List.of(),
                List.of(),
                95,
                false);
        Carpet carpet = Carpet.of(YearMonth.of(2026, 3), PARIS, List.of(cut));
        assertThat(day(carpet, 2).subList(9, 13))
                .extracting(Carpet.Hour::state)
                .containsExactly(Carpet.State.KEPT, Carpet.State.KEPT, Carpet.State.PARTLY, Carpet.State.KEPT);
        // where another logger went on, nothing was left out
        Carpet.Piece other = new Carpet.Piece(
                2,
                span("2026-03-02T10:20:00Z", "2026-03-02T10:40:00Z"),
                List.of(span("2026-03-02T10:20:00Z", "2026-03-02T10:40:00Z")),
                List.of(),
                List.of(),
                List.of(),
                95,
                false);
        assertThat(day(Carpet.of(YearMonth.of(2026, 3), PARIS, List.of(cut, other)), 2)
                        .get(11)
                        .state())
                .isEqualTo(Carpet.State.KEPT);
    }

    @Test
    void a_skipped_hour_is_not_there_and_one_that_comes_twice_is_two_halves() {
        Carpet spring = Carpet.of(YearMonth.of(2026, 3), PARIS, List.of());
        List<Carpet.Hour> short23 = day(spring, 29);
        assertThat(short23).hasSize(23);
        assertThat(short23).extracting(Carpet.Hour::x).startsWith(0.0, 1.0, 3.0).endsWith(23.0);
        assertThat(short23).extracting(Carpet.Hour::width).containsOnly(1.0);
        Carpet autumn = Carpet.of(YearMonth.of(2026, 10), PARIS, List.of());
        assertThat(autumn.days().get(24).date()).isEqualTo(LocalDate.of(2026, 10, 25));
        List<Carpet.Hour> long25 = day(autumn, 25);
        assertThat(long25).hasSize(25);
        assertThat(long25.subList(1, 5)).extracting(Carpet.Hour::x).containsExactly(1.0, 2.0, 2.5, 3.0);
        assertThat(long25.subList(1, 5)).extracting(Carpet.Hour::width).containsExactly(1.0, 0.5, 0.5, 1.0);
        assertThat(long25.get(24).to()).isEqualTo(Instant.parse("2026-10-25T23:00:00Z"));
    }

    @Test
    void what_reaches_over_the_month_counts_in_it_only() {
        Carpet.Piece long40 = new Carpet.Piece(
                7,
                span("2026-01-20T00:00:00Z", "2026-03-10T00:00:00Z"),
                List.of(span("2026-01-20T00:00:00Z", "2026-03-10T00:00:00Z")),
                List.of(new Carpet.Departure(span("2026-01-31T22:00:00Z", "2026-02-01T01:00:00Z"), true)),
                List.of(),
                List.of(),
                95,
                false);
        Carpet february = Carpet.of(YearMonth.of(2026, 2), PARIS, List.of(long40));
        // February begins at 23:00 UTC
        assertThat(february.out()).isEqualTo(Duration.ofHours(2));
        assertThat(february.judged()).isEqualTo(Duration.ofDays(28));
        // day by day: two hours on the first, none on the second
        assertThat(february.days().get(0).total().out()).isEqualTo(Duration.ofHours(2));
        assertThat(february.days().get(0).total().state()).isEqualTo(Carpet.State.ABOVE);
        assertThat(february.days().get(1).total().state()).isEqualTo(Carpet.State.KEPT);
    }
}
