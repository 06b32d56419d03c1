package org.pelerin.core.record;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.threeten.extra.Interval;

class CoverageTest {

    private static final double GAP = Double.NaN;
    private static final Instant START = Instant.parse("2026-03-19T08:00:00Z");

    /** Ten minutes a sample. */
    private static Series series(double... values) {
        return Series.of(Channel.of("x", ""), TimeAxis.of(START, Duration.ofMinutes(10), values.length), values, null);
    }

    private static Interval minutes(int from, int to) {
        return Interval.of(START.plus(Duration.ofMinutes(from)), START.plus(Duration.ofMinutes(to)));
    }

    private static Coverage of(JudgedRecord record) {
        return Coverage.of(record.sources().stream().map(Coverage::of).toList());
    }

    private static Coverage of(Interval period, List<Exclusion> exclusions, double... values) {
        return of(JudgedRecord.of(List.of(series(values)), period, exclusions));
    }

    @Test
    void missing_samples_are_gaps_at_the_edges_too() {
        Coverage c = of(null, List.of(), GAP, 1, 2, GAP, GAP, 3, 4, GAP);
        assertThat(c.gaps().intervals()).containsExactly(minutes(0, 10), minutes(30, 50), minutes(70, 80));
        assertThat(c.percent()).isEqualTo(50.0);
    }

    @Test
    void the_union_of_gaps_is_where_any_channel_has_one() {
        Coverage c = of(JudgedRecord.of(List.of(series(1, GAP, GAP, 1, 1, 1), series(1, 1, GAP, GAP, 1, GAP))));
        assertThat(c.gaps().intervals()).containsExactly(minutes(10, 40), minutes(50, 60));
    }

    @Test
    void a_channel_that_begins_later_or_ends_earlier_has_gaps_there() {
        Instant later = START.plus(Duration.ofMinutes(30));
        Series part =
                Series.of(Channel.of("b", ""), TimeAxis.of(later, Duration.ofMinutes(10), 5), new double[5], null);
        Coverage c = of(JudgedRecord.of(List.of(series(new double[10]), part)));
        assertThat(c.gaps().intervals()).containsExactly(minutes(0, 30), minutes(80, 100));
        assertThat(c.percent()).isEqualTo(50);
    }

    @Test
    void of_a_period_the_edges_that_nothing_stands_for_are_gaps_and_the_rest_of_an_earlier_sample_is_not_asked_for() {
        // begins in the middle of the second sample, ends two samples after the last
        Coverage c = of(minutes(15, 80), List.of(), 1, 2, 3, 4, 5, 6);
        assertThat(c.unasked().intervals()).containsExactly(minutes(15, 20));
        assertThat(c.gaps().intervals()).containsExactly(minutes(60, 80));
        // 40 of 60 minutes
        assertThat(c.percent()).isEqualTo(100.0 * 40 / 60);
        assertThat(of(minutes(-20, 60), List.of(), 1, 2, 3, 4, 5, 6).gaps().intervals())
                .containsExactly(minutes(-20, 0));
    }

    @Test
    void time_that_is_not_part_of_the_run_is_not_demanded_and_what_is_not_valid_is_missing() {
        Exclusion handled = new Exclusion(minutes(15, 32), Exclusion.Kind.NOT_PART);
        Coverage c = of(null, List.of(handled), 1, 2, 3, 4, 5, 6);
        assertThat(c.judged().intervals()).containsExactly(minutes(0, 15), minutes(32, 60));
        assertThat(c.gaps().isEmpty()).isTrue();
        assertThat(c.unasked().intervals()).containsExactly(minutes(32, 40));
        assertThat(c.percent()).isEqualTo(100);

        Exclusion faulty = new Exclusion(minutes(15, 31), Exclusion.Kind.NOT_VALID);
        Coverage d = of(null, List.of(faulty), 1, 2, 3, 4, 5, 6);
        // the samples at 20 and 30 are missing, each until the next
        assertThat(d.gaps().intervals()).containsExactly(minutes(20, 40));
        assertThat(d.percent()).isEqualTo(100.0 * 40 / 60);
    }

    @Test
    void an_event_holds_into_the_period_and_stops_where_it_is_not_valid() {
        long[] at = {START.toEpochMilli(), START.plus(Duration.ofMinutes(50)).toEpochMilli()};
        Series door = Series.of(
                Channel.of("Door", ""),
                ListedAxis.events(at, START.plus(Duration.ofMinutes(100)), ClockCorrection.NONE),
                new double[] {0, 1},
                null);
        Coverage c = of(JudgedRecord.of(
                List.of(door), minutes(20, 90), List.of(new Exclusion(minutes(30, 40), Exclusion.Kind.NOT_VALID))));
        assertThat(c.unasked().isEmpty()).isTrue();
        assertThat(c.gaps().intervals()).containsExactly(minutes(30, 40));
    }

    @Test
    void missions_in_turn_at_a_spot_are_one_record_with_gaps_between_and_the_earlier_cut_at_the_handover() {
        Series first = series(1, 2, 3, 4, 5, 6);
        Series second = Series.of(
                Channel.of("x", ""),
                TimeAxis.of(START.plus(Duration.ofMinutes(50)), Duration.ofMinutes(5), 4),
                new double[] {9, 9, 9, 9},
                null);
        Series third = Series.of(
                Channel.of("x", ""),
                TimeAxis.of(START.plus(Duration.ofMinutes(90)), Duration.ofMinutes(10), 2),
                new double[] {7, 7},
                null);
        JudgedRecord spot = JudgedRecord.inTurn(List.of(
                JudgedRecord.of(List.of(first), null, List.of(new Exclusion(minutes(10, 20), Exclusion.Kind.NOT_PART))),
                JudgedRecord.of(List.of(second)),
                JudgedRecord.of(List.of(third))));
        Coverage c = of(spot);
        assertThat(c.judged().intervals()).containsExactly(minutes(0, 10), minutes(20, 110));
        // 70 to 90: the second is over, the third has not begun
        assertThat(c.gaps().intervals()).containsExactly(minutes(70, 90));
        assertThat(spot.sources().get(0).judged()).isEqualTo(c.judged());
        StringBuilder told = new StringBuilder();
        spot.sources().get(0).read(new SampleReader() {
            @Override
            public void sample(long from, long to, double value, double terms) {
                told.append((from - START.toEpochMilli()) / 60_000)
                        .append('-')
                        .append((to - START.toEpochMilli()) / 60_000)
                        .append('=')
                        .append((int) value)
                        .append(' ');
            }
        });
        assertThat(told)
                .hasToString("0-10=1 20-30=3 30-40=4 40-50=5 50-55=9 55-60=9 60-65=9 65-70=9 90-100=7 100-110=7 ");
    }
}
