package org.pelerin.core.language;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;

class BundlesTest {

    private final Bundles trial = Bundles.of(BundlesTest.class, "trial");

    @Test
    void a_language_is_one_file_more() {
        assertThat(trial.languages()).isEqualTo(List.of(Locale.ENGLISH, Locale.FRENCH));
        assertThat(trial.say("trial.greeting", Locale.FRENCH, "name", "Ada")).isEqualTo("Bonjour Ada");
    }

    @Test
    void what_a_language_lacks_is_said_in_english_and_what_all_lack_is_an_error() {
        assertThat(trial.say("trial.greeting", Locale.GERMAN, "name", "Ada")).isEqualTo("Hello Ada");
        assertThatThrownBy(() -> trial.say("trial.nothing")).hasMessageContaining("trial.nothing");
    }
}
