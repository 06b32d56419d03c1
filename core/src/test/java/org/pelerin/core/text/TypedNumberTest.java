package org.pelerin.core.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TypedNumberTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "12.5|12.5",
                "12,5|12.5",
                "−12,5|-12.5",
                "1 250|1250",
                "1\u202f250,5|1250.5",
                "1,234.5|1234.5",
                "1.234,5|1234.5",
                "1,234,567.25|1234567.25",
                "0,125|0.125",
                "1,0|1",
                "1.000|1",
                "1e-3|0.001",
                ".5|0.5",
                "+7|7",
                "1234,567|1234.567"
            })
    void what_people_type(String typed, double value) {
        assertThat(TypedNumber.of(typed)).isEqualTo(value);
    }

    @ParameterizedTest
    @ValueSource(strings = {"12d", "5f", "0x1p3", "NaN", "Infinity", "1e400", "", "1.2.3", "1,2,3", "1-2", "٣", "12 V"})
    void what_is_no_number(String typed) {
        assertThatThrownBy(() -> TypedNumber.of(typed)).hasMessageContaining("is not a number");
    }

    @Test
    void what_could_be_two_is_asked_about() {
        assertThatThrownBy(() -> TypedNumber.of("1,000"))
                .hasMessage("“1,000” can mean 1000 or 1.000: write it without a comma, or with a point");
        assertThatThrownBy(() -> TypedNumber.of("-12,345")).hasMessageContaining("can mean -12345 or -12.345");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "4.5|4.5|4,5",
                "1.125|1.125|1,1250",
                "-999.875|-999.875|-999,8750",
                "0.125|0.125|0,125",
                "1000|1000|1000",
                "12.25|12.25|12,25",
                "1234.125|1234.125|1234,125",
                "1.0E-5|1.0E-5|1,0E-5",
                "3|3|3"
            })
    void a_field_shows_what_is_read_as_the_same(double v, String english, String german) {
        assertThat(TypedNumber.shown(v, Locale.ENGLISH)).isEqualTo(english);
        assertThat(TypedNumber.shown(v, Locale.GERMAN)).isEqualTo(german);
        assertThat(TypedNumber.of(english, Locale.ENGLISH)).isEqualTo(v);
        assertThat(TypedNumber.of(german, Locale.GERMAN)).isEqualTo(v);
    }

    @Test
    void what_a_field_shows_of_any_number_is_read_as_that_number() {
        Random random = new Random(7);
        for (int i = 0; i < 20_000; i++) {
            double v = BigDecimal.valueOf(random.nextInt(4_000_001) - 2_000_000, random.nextInt(7))
                    .doubleValue();
            for (Locale language : List.of(Locale.ENGLISH, Locale.GERMAN, Locale.FRENCH)) {
                assertThat(TypedNumber.of(TypedNumber.shown(v, language), language))
                        .isEqualTo(v);
            }
        }
    }

    /** 1.013 hPa is a thousand and thirteen where a comma stands before the tenths. */
    @ParameterizedTest
    @ValueSource(strings = {"1.013", "-1.000", "999.999", "1,000"})
    void a_thousand_and_one_are_not_confused_where_a_comma_is_written(String typed) {
        assertThatThrownBy(() -> TypedNumber.of(typed, Locale.GERMAN)).hasMessageContaining("can mean");
        if (!typed.contains(",")) {
            assertThat(TypedNumber.of(typed, Locale.ENGLISH)).isEqualTo(Double.parseDouble(typed));
        }
    }
}
