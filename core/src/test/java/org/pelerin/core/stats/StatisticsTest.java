package org.pelerin.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

class StatisticsTest {

    private static final Instant START = Instant.parse("2026-03-03T22:00:00Z");

    private static Statistics of(String unit, Band band, double... values) {
        TimeAxis axis = TimeAxis.of(START, Duration.ofHours(1), values.length);
        return Statistics.of(Series.of(Channel.of("x", unit), axis, values, null), band);
    }

    @Test
    void mean_kinetic_temperature_as_published() {
        assertThat(of("°C", null, 5, 5, 5, 25).mkt()).isCloseTo(15.132218, within(5e-7));
        assertThat(of("°C", null, 2, 8).mkt()).isCloseTo(5.536425, within(5e-7));
        double[] day = new double[24];
        Arrays.fill(day, 20);
        day[7] = 40;
        assertThat(of("°C", null, day).mkt()).isCloseTo(22.447930, within(5e-7));
        // the same in the other scales
        assertThat(of("K", null, 278.15, 278.15, 278.15, 298.15).mkt()).isCloseTo(15.132218 + 273.15, within(5e-7));
        assertThat(of("°F", null, 41, 41, 41, 77).mkt()).isCloseTo(15.132218 * 1.8 + 32, within(1e-6));
        assertThat(of("%RH", null, 50, 60).mkt()).isNaN();
    }

    @Test
    void levels_are_averaged_as_energy() {
        assertThat(of("dB(A)", null, 80, 90).mean()).isCloseTo(87.403627, within(5e-7));
        assertThat(of("dB", null, 85, 85, 95).mean()).isCloseTo(91.020600, within(5e-7));
    }

    @Test
    void percentiles_are_of_type_7() {
        // Hyndman and Fan's type 7 of 1…10 at 5 %, 50 %, 95 %
        Statistics s = of("°C", null, 10, 1, 9, 2, 8, 3, 7, 4, 6, 5);
        assertThat(s.quantiles().p05()).isCloseTo(1.45, within(1e-12));
        assertThat(s.quantiles().p50()).isCloseTo(5.5, within(1e-12));
        assertThat(s.quantiles().p95()).isCloseTo(9.55, within(1e-12));
    }

    @Test
    void spread_keeps_its_digits_far_from_zero() {
        // variance of 4, 7, 13, 16 is 30
        assertThat(of("kPa", null, 1e9 + 4, 1e9 + 7, 1e9 + 13, 1e9 + 16).sd()).isCloseTo(Math.sqrt(30), within(1e-9));
        assertThat(of("°C", null, 12).sd()).isNaN();
    }

    @Test
    void magnitudes_to_the_edge_give_true_figures() {
        assertThat(of("x", null, 1e300, 3e300).mean()).isCloseTo(2e300, within(1e286));
        assertThat(of("x", null, 1e-300, 3e-300).mean()).isCloseTo(2e-300, within(1e-314));
    }

    @Test
    void extremes_are_the_first_of_their_kind_and_missing_samples_do_not_count() {
        Statistics s = of("°C", new Band(10, 14), Double.NaN, 15, 9, 15, 9, 12, Double.NaN);
        assertThat(s.count()).isEqualTo(5);
        assertThat(s.first()).isEqualTo(START.plus(Duration.ofHours(1)));
        assertThat(s.last()).isEqualTo(START.plus(Duration.ofHours(5)));
        assertThat(s.extremes().maxAt()).isEqualTo(START.plus(Duration.ofHours(1)));
        assertThat(s.extremes().minAt()).isEqualTo(START.plus(Duration.ofHours(2)));
        assertThat(s.time().above()).isEqualTo(2);
        assertThat(s.time().below()).isEqualTo(2);
        assertThat(s.time().within()).isEqualTo(1);
    }

    @Test
    void nothing_has_no_figures() {
        Statistics s = of("°C", null, Double.NaN);
        assertThat(s.count()).isZero();
        assertThat(s.mean()).isNaN();
        assertThat(s.quantiles().p50()).isNaN();
        assertThat(s.first()).isNull();
    }

    @Test
    void spread_neither_overflows_nor_vanishes() {
        // two values apart by d have the standard deviation d/√2
        assertThat(of("x", null, -1e300, 1e300).sd()).isCloseTo(2e300 / Math.sqrt(2), within(1e286));
        assertThat(of("x", null, 1e-300, 3e-300).sd()).isCloseTo(2e-300 / Math.sqrt(2), within(1e-314));
        assertThat(of("x", null, 1e-200, 1e-200).sd()).isZero();
        // 0.1 has no exact double: a thousand of them still do not spread
        double[] same = new double[1000];
        Arrays.fill(same, 0.1);
        assertThat(of("x", null, same).sd()).isZero();
    }

    @Test
    void mean_kinetic_temperature_of_extreme_records() {
        // an hour at 1 K and a day at 20 °C: the cold hour counts for nothing but its time, −ln(e^(−r/293.15)·24/25)
        double[] coldFirst = new double[25];
        Arrays.fill(coldFirst, 20);
        coldFirst[0] = -272.15;
        double r = 83_144 / 8.3144;
        double expected = r / (r / 293.15 - Math.log(24 / 25.0)) - 273.15;
        assertThat(of("°C", null, coldFirst).mkt()).isCloseTo(expected, within(1e-9));
        assertThat(of("°C", null, -300, 20).mkt()).isNaN();
        assertThat(of("K", null, 0, 0).mkt()).isCloseTo(0, within(1e-12));
    }

    @Test
    void levels_far_apart_have_a_mean() {
        // 10·lg((10^-100 + 10^100)/2)
        assertThat(of("dB", null, -1000, 1000).mean()).isCloseTo(1000 - 10 * Math.log10(2), within(1e-9));
        assertThat(of("dB", null, 0, 4000).mean()).isCloseTo(4000 - 10 * Math.log10(2), within(1e-9));
    }

    @Test
    void events_count_by_the_time_that_they_hold() {
        // closed for 9 h of 10, in one event of four: 0 for 20 min, 1 for 9 h, 0 for 20 min twice
        long hour = 3_600_000;
        long[] own = {0, hour / 3, hour / 3 + 9 * hour, 2 * hour / 3 + 9 * hour};
        TimeAxis axis = ListedAxis.events(own, Instant.ofEpochMilli(10 * hour), ClockCorrection.NONE);
        Statistics s = Statistics.of(Series.of(Channel.of("Door", ""), axis, new double[] {0, 1, 0, 0}, null), null);
        assertThat(s.mean()).isCloseTo(0.9, within(1e-12));
        assertThat(s.quantiles().p50()).isEqualTo(1);
        assertThat(s.quantiles().p05()).isZero();
        // of a value that is 1 for a share p of the time: √(p·(1 − p))
        assertThat(s.sd()).isCloseTo(0.3, within(1e-12));
    }
}
