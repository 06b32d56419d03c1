package org.pelerin.core.series;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Judgement;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.stats.Statistics;

/** Figures by hand from {@code t' = t − δ · (t − t0)/(t1 − t0)}. */
class ClockCorrectionTest {

    private static final Instant T0 = Instant.parse("2026-03-02T08:00:00Z");
    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private static Instant h(double hours) {
        return T0.plusMillis(Math.round(hours * 3_600_000));
    }

    @ParameterizedTest(name = "after {0} of 100 h, {1} s fast at the end: {2} s")
    @CsvSource({"0, 10, 0", "25, 10, 2.5", "50, 10, 5", "100, 10, 10", "110, 10, 11", "50, -36, -18", "-10, 10, -1"})
    void the_offset_is_spread_evenly(double hours, double offset, double seconds) {
        ClockCorrection c = new ClockCorrection(T0, h(100), Duration.ofMillis(Math.round(offset * 1000)));
        assertThat(Duration.between(c.correct(h(hours)), h(hours)).toMillis()).isEqualTo(Math.round(seconds * 1000));
    }

    @Test
    void nothing_is_corrected_where_no_time_has_passed_or_the_clock_reads_less_than_it_was_set_to() {
        assertThat(new ClockCorrection(T0, T0, Duration.ofSeconds(9)).correct(h(3)))
                .isEqualTo(h(3));
        assertThat(new ClockCorrection(T0, h(-1), Duration.ofHours(-5)).correct(h(3)))
                .isEqualTo(h(3));
        assertThat(ClockCorrection.NONE.correct(h(3))).isEqualTo(h(3));
    }

    @Test
    void the_loggers_own_time_of_a_corrected_instant_is_found_again() {
        ClockCorrection drift = new ClockCorrection(T0, h(100), Duration.ofSeconds(3600));
        Instant before = h(40);
        ClockCorrection set = new ClockCorrection(
                T0,
                h(100),
                Duration.ofSeconds(-600),
                List.of(new ClockCorrection.Setting(before, before.minusSeconds(900))));
        for (ClockCorrection c : List.of(drift, set, ClockCorrection.NONE)) {
            for (double hours : new double[] {-3, 0, 12.25, 39.9, 41, 99.5, 100, 250}) {
                Instant corrected = c.correct(h(hours));
                Instant own = c.loggerTime(corrected);
                // several instants can come to the same millisecond; the earliest is told, and corrects to it again
                assertThat(c.correct(own)).isEqualTo(corrected);
                assertThat(Duration.between(own, h(hours))).isBetween(Duration.ZERO, Duration.ofMillis(2));
            }
        }
        assertThat(drift.loggerTime(h(49.5))).isEqualTo(h(50));
    }

    @Test
    void each_side_of_a_setting_has_its_own_drift() {
        // set at T0; after 40 h it read 20 s fast and was set; 60 h later it is 6 s slow
        Instant before = h(40);
        Instant after = before.minusSeconds(20);
        ClockCorrection c = new ClockCorrection(
                T0,
                after.plus(Duration.ofHours(60)),
                Duration.ofSeconds(-6),
                List.of(new ClockCorrection.Setting(before, after)));
        // half way through the first part: half of its 20 s
        assertThat(c.correct(h(20))).isEqualTo(h(20).minusSeconds(10));
        assertThat(c.correct(before.minusMillis(1)))
                .isEqualTo(before.minusMillis(1).minusSeconds(20));
        // at the setting both parts say the reference
        assertThat(c.correct(before)).isEqualTo(after);
        // 30 h of 60 later: what is counted on is 20 s ahead of the new clock, which is 3 s slow by then
        assertThat(c.correct(h(70))).isEqualTo(h(70).minusSeconds(20).plusSeconds(3));
        // what the clock reads at download, as counted on, is the reference there
        Instant read = c.counted(c.readAt());
        assertThat(read).isEqualTo(h(100));
        assertThat(c.correct(read)).isEqualTo(c.readAt().plusSeconds(6));
    }

    @Test
    void two_settings_make_three_parts_and_time_never_goes_back() {
        ClockCorrection.Setting first = new ClockCorrection.Setting(h(10), h(10).plusSeconds(30));
        ClockCorrection.Setting second = new ClockCorrection.Setting(h(30), h(30).minusSeconds(50));
        ClockCorrection c = new ClockCorrection(T0, h(50), Duration.ofSeconds(8), List.of(first, second));
        long last = Long.MIN_VALUE;
        for (long t = h(0).toEpochMilli(); t < h(51).toEpochMilli(); t += 7_001) {
            long corrected = c.correctMillis(t);
            assertThat(corrected).isGreaterThanOrEqualTo(last);
            last = corrected;
        }
        // 5 h into the first: 15 s slow; in the second the clock reads 30 s more than is counted
        assertThat(c.correct(h(5))).isEqualTo(h(5).plusSeconds(15));
        Instant counted = h(20).minusSeconds(30);
        double share = Duration.between(first.after(), h(20)).toMillis()
                / (double) Duration.between(first.after(), h(30)).toMillis();
        assertThat(c.correct(counted)).isEqualTo(h(20).minusMillis(Math.round(50_000 * share)));
    }

    @Test
    void an_offset_as_long_as_its_time_shifts_instead_of_turning_time_around() {
        // half an hour after it was set somebody put it back by a whole hour: it was in another zone all along
        ClockCorrection.Setting zone = new ClockCorrection.Setting(h(0.5), h(-0.5));
        ClockCorrection c = new ClockCorrection(T0, h(99), Duration.ZERO, List.of(zone));
        assertThat(c.correct(h(0))).isEqualTo(h(-1));
        assertThat(c.correct(h(0.4))).isEqualTo(h(-0.6));
        assertThat(c.correct(h(0.6))).isEqualTo(h(-0.4));
    }

    @Test
    void a_part_beyond_tolerance_is_told_even_if_the_clock_is_right_at_the_end() {
        ClockCorrection.Setting wrong = new ClockCorrection.Setting(h(10), h(10).minusSeconds(61));
        assertThat(new ClockCorrection(T0, h(20), Duration.ZERO, List.of(wrong)).beyond(ClockTolerance.DEFAULT))
                .contains(Duration.ofSeconds(61));
        ClockCorrection.Setting fine = new ClockCorrection.Setting(h(10), h(10).minusSeconds(59));
        assertThat(new ClockCorrection(T0, h(20), Duration.ZERO, List.of(fine)).beyond(ClockTolerance.DEFAULT))
                .isEmpty();
    }

    @Test
    void a_tolerance_of_ones_own_counts_and_the_last_part_comes_first() {
        ClockTolerance strict = new ClockTolerance(Duration.ofSeconds(5), 0.5);
        ClockCorrection.Setting before = new ClockCorrection.Setting(h(240), h(240).plusSeconds(40));
        // ten days at half a second a day: five seconds are allowed, of both signs
        assertThat(new ClockCorrection(T0, h(240), Duration.ofSeconds(-5)).beyond(strict))
                .isEmpty();
        assertThat(new ClockCorrection(T0, h(240), Duration.ofMillis(-5001)).beyond(strict))
                .contains(Duration.ofMillis(-5001));
        // twenty days allow ten
        assertThat(new ClockCorrection(T0, h(480), Duration.ofSeconds(10)).beyond(strict))
                .isEmpty();
        assertThat(new ClockCorrection(T0, h(250), Duration.ofSeconds(6), List.of(before)).beyond(strict))
                .contains(Duration.ofSeconds(6));
        assertThat(new ClockCorrection(T0, h(250), Duration.ofSeconds(5), List.of(before)).beyond(strict))
                .contains(Duration.ofSeconds(-40));
    }

    /** The clock knows no zone: an hour that is there twice, or not at all, is an hour like every other. */
    @ParameterizedTest
    @CsvSource({"2026-10-24T22:00:00Z, 25", "2026-03-28T23:00:00Z, 23", "2026-06-01T22:00:00Z, 24"})
    void a_day_of_the_zone_has_as_many_samples_as_hours_and_drift_goes_evenly_through_its_change(
            Instant midnight, int hours) {
        Instant next = midnight.atZone(PARIS)
                .toLocalDate()
                .plusDays(1)
                .atStartOfDay(PARIS)
                .toInstant();
        TimeAxis axis = TimeAxis.of(
                midnight,
                Duration.ofHours(1),
                24 * 7,
                new ClockCorrection(midnight, midnight.plus(Duration.ofDays(7)), Duration.ofSeconds(168)));
        // 1 s an hour: the sample k hours on bears k s less
        for (int k = 0; k < 30; k++) {
            assertThat(axis.instantAt(k))
                    .isEqualTo(midnight.plus(Duration.ofHours(k)).minusSeconds(k));
        }
        assertThat(axis.indexAtOrAfter(next.minusSeconds(hours).toEpochMilli())).isEqualTo(hours);
    }

    @Test
    void a_clock_set_ahead_and_back_lets_no_instant_run_backwards() {
        Instant t0 = Instant.parse("2026-03-01T00:00:00Z");
        // after 2 h somebody sets it a day ahead, after another 2 h somebody sets it back
        Instant ahead = t0.plus(Duration.ofHours(2));
        ClockCorrection.Setting wrong = new ClockCorrection.Setting(ahead, ahead.plus(Duration.ofDays(1)));
        Instant back = wrong.after().plus(Duration.ofHours(2));
        ClockCorrection.Setting right = new ClockCorrection.Setting(back, back.minus(Duration.ofDays(1)));
        ClockCorrection c = new ClockCorrection(t0, t0.plus(Duration.ofHours(6)), Duration.ZERO, List.of(wrong, right));
        EvenAxis axis = TimeAxis.of(t0, Duration.ofMinutes(10), 36, c);
        for (int i = 1; i <= 36; i++) {
            assertThat(axis.millisAt(i)).isGreaterThanOrEqualTo(axis.millisAt(i - 1));
        }
        assertThat(c.overlap()).isPositive();
        assertThat(ClockCorrection.NONE.overlap()).isZero();
        // what can be judged is judged: the record keeps all its samples, and no interval turns around
        double[] values = new double[36];
        values[20] = 50;
        Series series = Series.of(Channel.of("Air", "°C"), axis, values, null);
        Limits limits = new Limits("x", List.of(Rule.of("high", "Air", new Bound.Above(10), Lasting.ANY)));
        Judgement j = Judge.judge(JudgedRecord.of(List.of(series)), limits);
        assertThat(j.excursions()).hasSize(1);
        assertThat(Statistics.of(series, null).count()).isEqualTo(36);
    }
}
