package org.pelerin.core.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

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
}
