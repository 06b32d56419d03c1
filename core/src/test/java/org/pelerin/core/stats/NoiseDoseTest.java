package org.pelerin.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

class NoiseDoseTest {

    private static Series levels(Duration interval, double... values) {
        TimeAxis axis =
                TimeAxis.of(Instant.parse("2026-03-03T06:00:00Z"), interval, values.length, ClockCorrection.NONE);
        return Series.of(Channel.of("Leq", "dB"), axis, values, null);
    }

    /** Two hours each at 85, 90, 95 and 78 dB. */
    private static final Series SHIFT = levels(Duration.ofHours(2), 85, 90, 95, 78);

    @Test
    void doses_as_worked_out_by_hand() {
        NoiseDose iso = NoiseDose.of(SHIFT, 85, 3, Double.NEGATIVE_INFINITY);
        assertThat(iso.dose()).isCloseTo(361.314891, within(5e-7));
        assertThat(iso.twa()).isCloseTo(90.559770, within(5e-7));
        assertThat(NoiseDose.of(SHIFT, NoiseDose.Scheme.ISO_85)).isEqualTo(iso);
        NoiseDose osha = NoiseDose.of(SHIFT, NoiseDose.Scheme.OSHA_HC);
        assertThat(osha.dose()).isCloseTo(87.5, within(1e-9));
        assertThat(osha.twa()).isCloseTo(89.036775, within(5e-7));
    }

    @Test
    void eight_hours_at_the_criterion_are_the_whole_dose() {
        assertThat(NoiseDose.of(levels(Duration.ofHours(1), 90, 90, 90, 90, 90, 90, 90, 90), NoiseDose.Scheme.OSHA_PEL)
                        .dose())
                .isCloseTo(100, within(1e-12));
    }

    @Test
    void below_the_threshold_there_is_none_and_missing_samples_add_nothing() {
        NoiseDose none = NoiseDose.of(levels(Duration.ofHours(1), 60, 89.9), NoiseDose.Scheme.OSHA_PEL);
        assertThat(none.dose()).isZero();
        assertThat(none.twa()).isNaN();
        assertThat(NoiseDose.of(levels(Duration.ofHours(4), 90, Double.NaN), NoiseDose.Scheme.OSHA_PEL)
                        .dose())
                .isCloseTo(50, within(1e-12));
        assertThatThrownBy(() -> NoiseDose.of(SHIFT, 85, 0, 0)).hasMessageContaining("above 0");
        assertThat(NoiseDose.Scheme.of("iso80")).contains(NoiseDose.Scheme.ISO_80);
        assertThat(NoiseDose.Scheme.of("none")).isEmpty();
    }
}
