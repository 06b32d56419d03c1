package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.core.text.TypedNumber;

class LimitTextTest {

    @ParameterizedTest
    @CsvSource({
        "0, 0",
        "14, 14",
        "-12.5, −12.5",
        "999, 999",
        "4325, 4_325",
        "60000, 60_000",
        "-1250000, −1_250_000",
        "90144.8, 90_144.8",
        "1234.56789, 1_234.56789",
        "0.00012, 1.2E−4"
    })
    void thousands_stand_apart_and_minus_is_a_minus(double value, String said) {
        assertThat(LimitText.plain(value)).isEqualTo(said.replace('_', '\u202f'));
    }

    /** What is said can be typed again. */
    @Test
    void it_is_read_as_it_was_said() {
        for (double v : new double[] {4325, -90144.8, 1e9, 0.25}) {
            assertThat(TypedNumber.of(LimitText.plain(v))).isEqualTo(v);
        }
    }
}
