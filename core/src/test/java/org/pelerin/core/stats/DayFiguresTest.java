package org.pelerin.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

class DayFiguresTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    private static List<DayFigures> of(Series s) {
        return DayFigures.of(JudgedRecord.of(List.of(s)).sources().get(0), PARIS);
    }

    private static Series every(String unit, String start, Duration interval, double... values) {
        return Series.of(
                Channel.of("Air", unit), TimeAxis.of(Instant.parse(start), interval, values.length), values, null);
    }

    @Test
    void a_sample_over_midnight_is_divided_by_time() {
        // 23:00, 23:45 (15 min before midnight, 30 after) and 00:30 in Paris
        List<DayFigures> days = of(every("°C", "2026-03-02T22:00:00Z", Duration.ofMinutes(45), 10, 20, 40));
        assertThat(days)
                .extracting(DayFigures::day)
                .containsExactly(LocalDate.of(2026, 3, 2), LocalDate.of(2026, 3, 3));
        // (10·45 + 20·15) / 60 and (20·30 + 40·45) / 75
        assertThat(days.get(0).mean()).isCloseTo(12.5, within(1e-12));
        assertThat(days.get(1).mean()).isCloseTo(32, within(1e-12));
        assertThat(days.get(0).max()).isEqualTo(20);
        assertThat(days.get(1).min()).isEqualTo(20);
        assertThat(days).extracting(DayFigures::valid).containsExactly(Duration.ofMinutes(60), Duration.ofMinutes(75));
    }

    @Test
    void days_have_the_hours_that_the_local_clock_gives_them() {
        // the whole days about the end of summer time, which is on 25 October
        double[] values = new double[4 * 25];
        List<DayFigures> days = of(every("°C", "2026-10-23T22:00:00Z", Duration.ofHours(1), values));
        assertThat(days).extracting(d -> d.valid().toHours()).startsWith(24L, 25L, 24L);
    }

    @Test
    void levels_are_averaged_as_energy() {
        assertThat(of(every("dB(A)", "2026-03-02T08:00:00Z", Duration.ofHours(1), 80, 90))
                        .get(0)
                        .mean())
                .isCloseTo(87.403627, within(1e-6));
    }

    @Test
    void what_is_missing_is_no_day_and_a_state_that_holds_counts_in_each() {
        double gap = Double.NaN;
        assertThat(of(every("°C", "2026-03-01T23:00:00Z", Duration.ofHours(12), 1, 1, gap, gap, 5, 5)))
                .extracting(d -> d.day().getDayOfMonth())
                .containsExactly(2, 4);
        Instant at = Instant.parse("2026-03-01T23:00:00Z");
        Series state = Series.of(
                Channel.of("Door", ""),
                ListedAxis.events(new long[] {at.toEpochMilli()}, at.plus(Duration.ofDays(3)), ClockCorrection.NONE),
                new double[] {1},
                null);
        assertThat(of(state)).hasSize(3).allSatisfy(d -> assertThat(d.mean()).isEqualTo(1));
    }
}
