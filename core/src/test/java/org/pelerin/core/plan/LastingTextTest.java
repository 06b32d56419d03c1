package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.language.CurrentLanguage;

class LastingTextTest {

    @Test
    void reads_what_people_write() {
        assertThat(LastingText.parse("")).isEqualTo(Lasting.ANY);
        assertThat(LastingText.parse("at once")).isEqualTo(Lasting.ANY);
        assertThat(LastingText.parse(" 30 min ")).isEqualTo(Lasting.delay(Duration.ofMinutes(30)));
        assertThat(LastingText.parse("3 samples")).isEqualTo(Lasting.samples(3));
        assertThat(LastingText.parse("1 sample")).isEqualTo(Lasting.samples(1));
        assertThat(LastingText.parse("1 h 30 min in all")).isEqualTo(Lasting.allowance(Duration.ofMinutes(90)));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "45 min", "2 d", "1 sample", "12 samples", "8 h in all"})
    void writes_what_it_reads(String text) {
        assertThat(LastingText.format(LastingText.parse(text)).replace('\u00a0', ' '))
                .isEqualTo(text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"soon", "3", "samples", "in all", "-5 min", "0 samples", "3 samples in all"})
    void refuses_the_rest_with_examples(String text) {
        assertThatThrownBy(() -> LastingText.parse(text)).hasMessageContaining("“30 min”, “3 samples” or “8 h in all”");
    }

    @ParameterizedTest
    @CsvSource({
        "'', at once",
        "1 sample, at once",
        "3 samples, in 3 samples in a row",
        "30 min, for longer than 30 min",
        "8 h in all, for longer than 8 h in all"
    })
    void says_it_in_a_sentence(String text, String phrase) {
        assertThat(LastingText.phrase(LastingText.parse(text)).replace('\u00a0', ' '))
                .isEqualTo(phrase);
    }

    /** In each language a form shows what it reads, and it reads what is typed in the other. */
    @Test
    void what_is_shown_in_a_language_is_read_as_the_same() {
        List<Lasting> all = List.of(
                Lasting.ANY,
                Lasting.samples(1),
                Lasting.samples(12),
                Lasting.delay(Duration.ofMinutes(90)),
                Lasting.allowance(Duration.ofHours(8)));
        for (Lasting l : all) {
            for (Locale language : List.of(Locale.ENGLISH, Locale.GERMAN)) {
                String shown = CurrentLanguage.in(language, () -> LastingText.format(l));
                assertThat(LastingText.parse(shown)).as(shown).isEqualTo(l);
            }
        }
        assertThat(LastingText.parse("3 Messwerte")).isEqualTo(Lasting.samples(3));
        assertThat(LastingText.parse("2 Stunden insgesamt")).isEqualTo(Lasting.allowance(Duration.ofHours(2)));
        assertThat(LastingText.parse("1 Tag 2 Std")).isEqualTo(Lasting.delay(Duration.ofHours(26)));
        assertThat(LastingText.parse("30 Sekunden")).isEqualTo(Lasting.delay(Duration.ofSeconds(30)));
    }
}
