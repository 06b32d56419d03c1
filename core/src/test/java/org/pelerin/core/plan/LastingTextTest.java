package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.judge.Lasting;

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
}
