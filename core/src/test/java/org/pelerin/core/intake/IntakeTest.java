package org.pelerin.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.pelerin.core.record.Coverage;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.EvenAxis;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Series;

class IntakeTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");

    private static Layout layout(int values) {
        List<Layout.Column> columns = new ArrayList<>();
        columns.add(new Layout.Column(Layout.Role.INSTANT, "Time", ""));
        for (int i = 0; i < values; i++) {
            columns.add(new Layout.Column(Layout.Role.VALUE, "Value " + i, "°C"));
        }
        return new Layout(1, '.', DateOrder.YEAR_FIRST, ZoneOffset.UTC, columns);
    }

    private static Intake of(String... rows) {
        Intake in = new Intake(layout(rows[0].split(";", -1).length - 1));
        for (int i = 0; i < rows.length; i++) {
            in.add(i + 2L, List.of(rows[i].split(";", -1)));
        }
        return in;
    }

    private static String at(long minutes) {
        return START.plus(Duration.ofMinutes(minutes)).toString();
    }

    @Test
    void the_mean_of_doubled_levels_is_one_of_energy() {
        Layout levels = new Layout(
                1,
                '.',
                DateOrder.YEAR_FIRST,
                ZoneOffset.UTC,
                List.of(
                        new Layout.Column(Layout.Role.INSTANT, "Time", ""),
                        new Layout.Column(Layout.Role.VALUE, "Hall", "dB"),
                        new Layout.Column(Layout.Role.VALUE, "Air", "°C")));
        Intake in = new Intake(levels);
        in.add(2, List.of(at(0), "80", "80"));
        in.add(3, List.of(at(0), "90", "90"));
        in.add(4, List.of(at(10), "70.1", ""));
        List<Series> out = in.series(Merge.MEAN);
        // published: 80 and 90 dB for equal times
        assertThat(out.get(0).values(0, 2)[0]).isCloseTo(87.403627, within(5e-7));
        assertThat(out.get(0).values(0, 2)[1]).isEqualTo(70.1);
        assertThat(out.get(1).values(0, 2)).containsExactly(85, Double.NaN);
    }

    @Test
    void rows_on_a_grid_make_an_even_axis_with_what_is_missing_as_gaps() {
        Intake in = of(at(0) + ";4.0", at(10) + ";4.5", at(20) + ";", at(30) + ";5.0", at(60) + ";6.25");
        FileSummary f = in.findings();
        assertThat(f.interval()).isEqualTo(Duration.ofMinutes(10));
        assertThat(f.gaps()).isEqualTo(1);
        assertThat(f.missing()).isEqualTo(1);
        Series s = in.series(Merge.NONE).get(0);
        assertThat(s.axis())
                .isEqualTo(
                        new EvenAxis(START, Duration.ofMinutes(10), 7, s.axis().correction()));
        assertThat(s.values(0, 7)).containsExactly(4.0, 4.5, Double.NaN, 5.0, Double.NaN, Double.NaN, 6.25);
        // by hand: 20–30 and 40–60 are missing of 0–70
        assertThat(gaps(s).gaps().total()).isEqualTo(30 * 60_000);
        assertThat(gaps(s).percent()).isEqualTo(100.0 * 40 / 70);
    }

    @Test
    void rows_off_the_grid_keep_their_instants_and_stand_until_the_next_or_for_one_interval() {
        // spacings 10, 14, 16, 10, 10 min: the median is 10; 14 is no gap, 16 is
        Intake in = of(at(0) + ";1", at(10) + ";2", at(24) + ";3", at(40) + ";4", at(50) + ";5", at(60) + ";6");
        assertThat(in.findings().gaps()).isEqualTo(1);
        Series s = in.series(Merge.NONE).get(0);
        assertThat(s.axis()).isInstanceOf(ListedAxis.class);
        assertThat(s.axis().events()).isFalse();
        assertThat(s.values(0, s.axis().count())).containsExactly(1, 2, 3, Double.NaN, 4, 5, 6);
        assertThat(s.axis().instantAt(3)).isEqualTo(START.plus(Duration.ofMinutes(34)));
        assertThat(s.axis().end()).isEqualTo(START.plus(Duration.ofMinutes(70)));
        assertThat(s.axis().hoursHeld(1)).isEqualTo(14 / 60.0);
    }

    @Test
    void a_gap_of_exactly_one_and_a_half_intervals_is_none() {
        Intake in = of(at(0) + ";1", at(10) + ";2", at(20) + ";3", at(35) + ";4", at(45) + ";5");
        assertThat(in.findings().gaps()).isZero();
        assertThat(in.series(Merge.NONE).get(0).missing()).isZero();
    }

    @Test
    void what_cannot_be_read_is_listed_with_its_line_and_the_rest_is_kept() {
        Intake in = of(at(0) + ";4.0;50", at(10) + ";x;51", "later;4.2;52", at(30) + ";4,3;53", "; ", at(40) + ";4.4;");
        FileSummary f = in.findings();
        assertThat(f.rows()).isEqualTo(5);
        assertThat(f.good()).isEqualTo(4);
        assertThat(f.troubles())
                .extracting(t -> t.line() + " " + t.column() + ": " + t.reason())
                .containsExactly(
                        "3 Value 0: “x” is not a number",
                        "4 : “later” is not a month",
                        "5 Value 0: “4,3” has a “,”; the decimal sign is “.”");
        List<Series> series = in.series(Merge.NONE);
        assertThat(series.get(0).values(0, 5)).containsExactly(4.0, Double.NaN, Double.NaN, Double.NaN, 4.4);
        assertThat(series.get(1).values(0, 5)).containsExactly(50, 51, Double.NaN, 53, Double.NaN);
    }

    @Test
    void duplicates_and_disorder_are_counted_and_merged_as_asked() {
        String[] rows = {
            at(0) + ";1", at(20) + ";3", at(10) + ";2", at(10) + ";2", at(20) + ";5", at(30) + ";4", at(20) + ";"
        };
        FileSummary f = of(rows).findings();
        assertThat(f.disorder()).isEqualTo(2);
        assertThat(f.firstDisorder()).containsExactly(4L, 8L);
        assertThat(f.duplicates()).isEqualTo(3);
        assertThat(f.differing()).isEqualTo(2);
        assertThat(f.firstDuplicates()).containsExactlyInAnyOrder(5L, 6L, 8L);
        assertThat(f.undecided(Merge.NONE, true)).isTrue();
        assertThat(f.undecided(Merge.FIRST, false)).isTrue();
        assertThat(f.undecided(Merge.FIRST, true)).isFalse();
        assertThatThrownBy(() -> of(rows).series(Merge.NONE)).isInstanceOf(IllegalStateException.class);
        assertThat(of(rows).series(Merge.FIRST).get(0).values(0, 4)).containsExactly(1, 2, 3, 4);
        assertThat(of(rows).series(Merge.LAST).get(0).values(0, 4)).containsExactly(1, 2, Double.NaN, 4);
        assertThat(of(rows).series(Merge.MEAN).get(0).values(0, 4)).containsExactly(1, 2, 4, 4);
    }

    @Test
    void one_row_or_none_makes_no_record() {
        assertThatThrownBy(() -> of(at(0) + ";1").series(Merge.NONE)).hasMessageContaining("two rows");
        FileSummary none = new Intake(layout(1)).findings();
        assertThat(none.first()).isNull();
        assertThat(none.interval()).isNull();
    }

    @Test
    void a_layout_that_fits_nothing_ends_early_with_the_first_troubles() {
        Intake in = new Intake(layout(1));
        assertThatThrownBy(() -> {
                    for (int i = 0; i < 20_000; i++) {
                        in.add(i, List.of("no time", "1"));
                    }
                })
                .isInstanceOfSatisfying(
                        Intake.TooManyTroublesException.class,
                        e -> assertThat(e.first()).hasSize(100));
    }

    @Test
    void rows_years_apart_are_not_filled_up() {
        Intake in = of(at(0) + ";1", at(1) + ";2", at(2) + ";3", at(60L * 24 * 3650) + ";4");
        Series s = in.series(Merge.NONE).get(0);
        assertThat(s.axis().count()).isEqualTo(5);
        assertThat(gaps(s).gaps().intervals()).hasSize(1);
    }

    /** Shuffled rows against a sorted map, over several blocks. */
    @Test
    void whatever_the_order_of_the_rows_the_series_is_that_of_a_sorted_file() {
        Random random = new Random(5);
        TreeMap<Long, Double> expected = new TreeMap<>();
        List<String> rows = new ArrayList<>();
        for (int i = 0; i < 10_000; i++) {
            double v = random.nextInt(100_000) / 1000.0;
            expected.put((long) i, v);
            rows.add(at(i) + ";" + v);
        }
        Collections.shuffle(rows.subList(3000, 7000), random);
        Intake in = of(rows.toArray(String[]::new));
        assertThat(in.findings().disorder()).isPositive();
        double[] values = in.series(Merge.NONE).get(0).values(0, 10_000);
        assertThat(values)
                .containsExactly(expected.values().stream()
                        .mapToDouble(Double::doubleValue)
                        .toArray());
    }

    @Test
    void the_order_of_keys_is_stable() {
        long[] keys = {5, 1, 5, 3, 1, 9, 3};
        assertThat(Sorted.order(keys, 7)).containsExactly(1, 4, 3, 6, 0, 2, 5);
        assertThat(Sorted.order(keys, 0)).isEmpty();
        assertThat(Arrays.stream(Sorted.order(new long[] {1, 2, 3}, 3)).toArray())
                .containsExactly(0, 1, 2);
    }

    private static Coverage gaps(Series s) {
        return Coverage.of(JudgedRecord.of(List.of(s)).sources().get(0));
    }
}
