package org.pelerin.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

class StatisticsTest {

    private static final Instant START = Instant.parse("2026-03-03T22:00:00Z");

    private static Statistics of(String unit, Band band, double... values) {
        TimeAxis axis = TimeAxis.of(START, Duration.ofHours(1), values.length);
        return Statistics.of(Series.of("x", unit, axis, values, null), 0, values.length, band);
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
        assertThat(s.p05()).isCloseTo(1.45, within(1e-12));
        assertThat(s.p50()).isCloseTo(5.5, within(1e-12));
        assertThat(s.p95()).isCloseTo(9.55, within(1e-12));
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
        assertThat(s.maxAt()).isEqualTo(START.plus(Duration.ofHours(1)));
        assertThat(s.minAt()).isEqualTo(START.plus(Duration.ofHours(2)));
        assertThat(s.above()).isEqualTo(2);
        assertThat(s.below()).isEqualTo(2);
        assertThat(s.within()).isEqualTo(1);
    }

    @Test
    void nothing_has_no_figures() {
        Statistics s = of("°C", null, Double.NaN);
        assertThat(s.count()).isZero();
        assertThat(s.mean()).isNaN();
        assertThat(s.p50()).isNaN();
        assertThat(s.first()).isNull();
    }
}
