package org.pelerin.core.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class NumberReaderTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                ".|21.5|21.5", ".|-0.05|-0.05", ".|−3|-3", ".|1,234.5|1234.5", ".|1'234'567|1234567",
                        ".|6.02e23|6.02e23",
                ".|21.5 °C|21.5", ".|+7|7", ".|1,234,567|1234567", ",|21,5|21.5", ",|1.234,5|1234.5",
                        ",|1 234,5|1234.5",
                ",|-,5|-0.5", ",|5|5", ",|1.234.567|1234567"
            })
    void reads_numbers_with_either_sign(char decimal, String text, double expected) throws Exception {
        assertThat(new NumberReader(decimal, "°C").value(text)).isEqualTo(expected);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", " ", "-", "--", "NaN", "n/a", "NULL", "#N/A"})
    void empty_cells_and_words_for_them_are_missing(String text) throws Exception {
        assertThat(new NumberReader('.', "").value(text)).isNaN();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                ".|21,5|decimal sign is", ",|21.5|decimal sign is", ",|1.234|decimal sign is", ".|abc|is not a number",
                ".|12d|is not a number", ".|0x1p3|is not a number", ".|1.2.3|is not a number", ".|1e999|is too large",
                ".|21.5 °F|is not a number", ".|1,23,456.7|decimal sign is"
            })
    void what_could_be_two_things_or_nothing_is_not_guessed(char decimal, String text, String why) {
        assertThatThrownBy(() -> new NumberReader(decimal, "°C").value(text))
                .isInstanceOf(UnreadableException.class)
                .hasMessageContaining(why);
    }

    @Test
    void the_most_decimals_are_remembered() throws Exception {
        NumberReader r = new NumberReader(',', "");
        r.value("4");
        assertThat(r.decimals()).isZero();
        r.value("4,25");
        r.value("4,5");
        assertThat(r.decimals()).isEqualTo(2);
    }
}
