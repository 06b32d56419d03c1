package org.pelerin.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class CleanTextTest {

    @Test
    void what_cannot_be_seen_is_left_out() {
        assertThat(CleanText.line("Va\u000bult\u0000 \u001b[2J1\ufffe\u202e")).isEqualTo("Vault [2J1");
        assertThat(CleanText.line("half \ud800 a pair, a whole \ud83e\uddc0"))
                .isEqualTo("half  a pair, a whole \ud83e\uddc0");
        assertThat(CleanText.line("\uffffa\ufeffb\u0085c\u061cd")).isEqualTo("ab cd");
    }

    @Test
    void one_line_stays_one_and_several_break_in_one_way() {
        assertThat(CleanText.line("spot\r# Limit: none\r\nx\ty\u2028z")).isEqualTo("spot # Limit: none x y z");
        assertThat(CleanText.lines("a\rb\r\nc\n\td\u2029e\u0007")).isEqualTo("a\nb\nc\n\td\ne");
    }

    @Test
    void what_is_clean_stays_the_very_same() {
        String text = "Käse / Réserve 1, −3.5 °C, 電池, é";
        assertThat(CleanText.line(text)).isSameAs(text);
        assertThat(CleanText.lines("a\nb")).isEqualTo("a\nb");
        assertThat(CleanText.line(null)).isNull();
    }
}
