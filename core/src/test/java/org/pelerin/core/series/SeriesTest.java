package org.pelerin.core.series;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.threeten.extra.Interval;

class SeriesTest {

    private static final Instant START = Instant.parse("2026-03-03T22:00:00Z");
    private static final double GAP = Double.NaN;

    private static Series series(double... values) {
        return Series.of(
                Channel.of("Air", "°C"), TimeAxis.of(START, Duration.ofMinutes(10), values.length), values, null);
    }

    @Test
    void drift_is_spread_evenly_over_the_time_since_the_clock_was_set() {
        // 10 s fast after 100 h: 1 s at 10 h, 10 s at the end, nothing at the start
        ClockCorrection c = new ClockCorrection(START, START.plus(Duration.ofHours(100)), Duration.ofSeconds(10));
        assertThat(c.correct(START)).isEqualTo(START);
        assertThat(c.correct(START.plus(Duration.ofHours(10))))
                .isEqualTo(START.plus(Duration.ofHours(10)).minusSeconds(1));
        assertThat(c.correct(START.plus(Duration.ofHours(100))))
                .isEqualTo(START.plus(Duration.ofHours(100)).minusSeconds(10));
        assertThat(ClockCorrection.NONE.correct(START)).isEqualTo(START);
    }

    @ParameterizedTest
    @CsvSource({"10,60,false", "10,61,true", "90,180,false", "90,181,true"})
    void an_offset_is_reported_above_a_minute_or_two_seconds_a_day(int days, int seconds, boolean reported) {
        ClockCorrection c = new ClockCorrection(START, START.plus(Duration.ofDays(days)), Duration.ofSeconds(-seconds));
        assertThat(c.beyond(ClockTolerance.DEFAULT).isPresent()).isEqualTo(reported);
    }

    @Test
    void an_index_is_found_on_the_corrected_axis() {
        TimeAxis axis = TimeAxis.of(
                START,
                Duration.ofMinutes(1),
                10_000,
                new ClockCorrection(START, START.plus(Duration.ofDays(7)), Duration.ofSeconds(-42)));
        for (long i : new long[] {0, 1, 137, 9_999}) {
            assertThat(axis.indexAtOrAfter(axis.millisAt(i))).isEqualTo(i);
            assertThat(axis.indexAtOrAfter(axis.millisAt(i) + 1)).isEqualTo(i + 1);
        }
    }

    @Test
    void part_of_a_series_is_the_same_as_that_part_of_its_values() {
        double[] values = new Random(3).doubles(10_000).toArray();
        Series s = series(values);
        assertThat(s.blocks()).hasSize(3);
        assertThat(s.values(4_000, 8_200)).isEqualTo(Arrays.copyOfRange(values, 4_000, 8_200));
        assertThat(s.values(0, 0)).isEmpty();
        assertThat(s.values(9_999, 10_000)).containsExactly(values[9_999]);
    }

    @ParameterizedTest
    @CsvSource({"0,5000,700", "17,4990,100", "0,50000,20", "300,49000,13", "0,50000,50000", "0,3,10"})
    void an_envelope_holds_the_extremes_of_each_column(long from, long to, int columns) {
        double[] values = new Random(11).doubles(50_000, -40, 85).toArray();
        for (int i = 0; i < values.length; i += 97) {
            values[i] = Double.NaN;
        }
        Series s = series(values);
        Envelope e = Envelope.of(s, from, to, columns);
        assertThat(e.columns()).isEqualTo((int) Math.min(columns, to - from));
        assertThat(e.firstIndex()[0]).isEqualTo(from);
        assertThat(e.firstIndex()[e.columns()]).isEqualTo(to);
        for (int c = 0; c < e.columns(); c++) {
            long a = e.firstIndex()[c];
            long b = e.firstIndex()[c + 1];
            double[] part = Arrays.stream(values, (int) a, (int) b)
                    .filter(v -> !Double.isNaN(v))
                    .toArray();
            if (part.length == 0) {
                assertThat(e.min()[c]).isNaN();
                continue;
            }
            assertThat(e.min()[c]).isEqualTo(Arrays.stream(part).min().orElseThrow());
            assertThat(e.max()[c]).isEqualTo(Arrays.stream(part).max().orElseThrow());
        }
    }

    private static Interval minutes(int from, int to) {
        return Interval.of(START.plus(Duration.ofMinutes(from)), START.plus(Duration.ofMinutes(to)));
    }

    @Test
    void an_envelope_knows_nothing_outside_its_window() {
        double[] values = new double[40_000];
        // peaks just outside the window, in the cells at its edges
        values[9_999] = 99;
        values[29_000] = -99;
        Series s =
                Series.of(Channel.of("x", ""), TimeAxis.of(START, Duration.ofSeconds(1), values.length), values, null);
        Envelope e = Envelope.of(s, 10_000, 29_000, 5);
        assertThat(e.columns()).isEqualTo(5);
        assertThat(e.max()).containsOnly(0);
        assertThat(e.min()).containsOnly(0);
        Envelope all = Envelope.of(s, 9_999, 29_001, 5);
        assertThat(all.max()[0]).isEqualTo(99);
        assertThat(all.min()[4]).isEqualTo(-99);
    }

    @Test
    void an_envelope_has_the_median_of_each_column() {
        Envelope e = Envelope.withMedian(series(1, 9, 2, GAP, 4, 8, GAP, GAP, GAP), 0, 9, 3);
        // 1, 2, 9 · 4, 8 · nothing
        assertThat(e.median()).containsExactly(2, 6, GAP);
        assertThat(e.max()).containsExactly(9, 8, GAP);
        // of two samples a column the least and greatest say all
        assertThat(Envelope.withMedian(series(1, 9, 2, 4), 0, 4, 2).median()).isEmpty();
        assertThat(Envelope.of(series(1, 9, 2, 4, 5, 6), 0, 6, 2).median()).isEmpty();
        // any values in any order: against what sorting says
        double[] any = new Random(5)
                .doubles(7 * 101, -1, 1)
                .map(v -> Math.rint(v * 20))
                .toArray();
        double[] found = Envelope.withMedian(series(any), 0, any.length, 7).median();
        for (int c = 0; c < 7; c++) {
            double[] sorted = Arrays.copyOfRange(any, c * 101, (c + 1) * 101);
            Arrays.sort(sorted);
            assertThat(found[c]).isEqualTo(sorted[50]);
        }
        // drawn from grains of 256, whose middles lie on the slope: 50 000 samples in 10 columns
        double[] slope = new double[50_000];
        for (int i = 0; i < slope.length; i++) {
            slope[i] = i;
        }
        double[] coarse =
                Envelope.withMedian(series(slope), 0, slope.length, 10).median();
        for (int c = 0; c < 10; c++) {
            assertThat(coarse[c]).isCloseTo(5_000 * c + 2_500, within(256.0));
        }
    }
}
