package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.app.PlainShow;

class FormatsTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    private final Formats show = PlainShow.in(PARIS);

    @Test
    void the_repeated_hour_of_autumn_is_told_apart() {
        Instant first = Instant.parse("2026-10-25T00:30:00Z");
        assertThat(show.second(first, PARIS)).isEqualTo("2026-10-25 02:30:00 CEST");
        assertThat(show.second(first.plus(Duration.ofHours(1)), PARIS)).isEqualTo("2026-10-25 02:30:00 CET");
    }

    @ParameterizedTest
    @CsvSource({"100,100", "99.999,99.9", "99.95,99.9", "99.9,99.9", "0,0.0", "94.04,94.0"})
    void only_the_whole_is_a_hundred_per_cent(double share, String shown) {
        assertThat(show.percent(share)).isEqualTo(shown + "\u00a0%");
    }

    @Test
    void numbers_have_thin_groups_a_true_minus_and_no_negative_zero() {
        assertThat(show.number(-1234.5, 1)).isEqualTo("−1\u202f234.5");
        assertThat(show.number(-0.04, 1)).isEqualTo("0.0");
        assertThat(show.number(null, 1)).isEqualTo("–");
        assertThat(show.number(Double.NaN, 1)).isEqualTo("–");
    }

    @Test
    void durations_are_rounded_to_the_second() {
        assertThat(show.duration(Duration.ofMillis(22_800_499))).isEqualTo("6\u00a0h 20\u00a0min");
        assertThat(show.duration(Duration.ofMillis(1_500))).isEqualTo("2\u00a0s");
    }
}
