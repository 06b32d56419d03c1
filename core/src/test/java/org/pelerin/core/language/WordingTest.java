package org.pelerin.core.language;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;

class WordingTest {

    private static String said(String pattern, Locale language, Object... values) {
        Map<String, Object> all = new HashMap<>();
        for (int i = 0; i < values.length; i += 2) {
            all.put((String) values[i], values[i + 1]);
        }
        return Wording.of(pattern, language).with(all);
    }

    @Test
    void arguments_stand_where_the_text_names_them() {
        assertThat(said("{b} of {a}", Locale.ENGLISH, "a", "x", "b", 3)).isEqualTo("3 of x");
        assertThat(said("{a}", Locale.ENGLISH)).isEmpty();
    }

    /** A year and the number of a finding are no quantity; a count is, and its groups are no decimal sign in any language. */
    @Test
    void a_number_is_plain_and_a_count_has_thin_groups() {
        String counted = "{n, plural, one {# file} other {# files}}";
        assertThat(said("finding {n}", Locale.ENGLISH, "n", 12345)).isEqualTo("finding 12345");
        assertThat(said(counted, Locale.ENGLISH, "n", 1)).isEqualTo("1 file");
        assertThat(said(counted, Locale.ENGLISH, "n", 0)).isEqualTo("0 files");
        assertThat(said(counted, Locale.ENGLISH, "n", 32000)).isEqualTo("32\u202f000 files");
        assertThat(said(counted, Locale.GERMAN, "n", 1234567)).isEqualTo("1\u202f234\u202f567 files");
    }

    @Test
    void the_decimal_sign_is_the_languages() {
        assertThat(said("{x}", Locale.ENGLISH, "x", 4.5)).isEqualTo("4.5");
        assertThat(said("{x}", Locale.GERMAN, "x", -4.5)).isEqualTo("−4,5");
        assertThat(said("{x}", Locale.GERMAN, "x", 100.0)).isEqualTo("100");
    }

    @Test
    void what_is_no_number_is_a_dash() {
        assertThat(said("{x}", Locale.ENGLISH, "x", Double.NaN)).isEqualTo("–");
        assertThat(said("{x}", Locale.ENGLISH, "x", Double.NEGATIVE_INFINITY)).isEqualTo("−∞");
    }

    @Test
    void a_choice_is_a_whole_clause() {
        String text = "It is {off, select, true {off} other {on}}{n, plural, one {} other {, # times}}.";
        assertThat(said(text, Locale.ENGLISH, "off", true, "n", 1)).isEqualTo("It is off.");
        assertThat(said(text, Locale.ENGLISH, "off", false, "n", 3)).isEqualTo("It is on, 3 times.");
    }

    @Test
    void what_is_no_message_is_refused_when_it_is_read() {
        assertThatThrownBy(() -> Wording.of("{n, plural, one {#}", Locale.ENGLISH))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
