package org.pelerin.core.language;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import org.junit.jupiter.api.Test;

/** What was stored in English is read in another language, and stays what it is. */
class RecogniserTest {

    private static final String ENGLISH = """
            stored.samples={plain} of {all} samples collected{ended, select, true {} other {; still logging}}{left}
            stored.left=; not collected: {what}
            stored.finding=finding {id}
            stored.merged=merged {n, plural, one {# finding} other {# findings}} into {what}
            stored.span={from} to {to}
            other.text=finding of {who}
            """;
    private static final String GERMAN = """
            stored.samples={plain} von {all} Messwerten ausgelesen{ended, select, true {} other {; zeichnet weiter auf}}{left}
            stored.left=; nicht ausgelesen: {what}
            stored.finding=Befund {id}
            stored.merged={n, plural, one {# Befund} other {# Befunde}} in {what} aufgenommen
            stored.span={from} bis {to}
            other.text=Befund von {who}
            """;

    private final Recogniser recogniser;

    RecogniserTest() throws IOException {
        Bundles all = new Bundles();
        all.add("messages.properties", new ByteArrayInputStream(ENGLISH.getBytes(StandardCharsets.UTF_8)));
        all.add("messages_de.properties", new ByteArrayInputStream(GERMAN.getBytes(StandardCharsets.UTF_8)));
        recogniser = new Recogniser(all, "stored.");
    }

    private String german(String text) {
        return recogniser.in(Locale.GERMAN, text);
    }

    @Test
    void a_sentence_is_said_with_its_arguments() {
        assertThat(german("finding 12")).isEqualTo("Befund 12");
        assertThat(german("145 of 145 samples collected")).isEqualTo("145 von 145 Messwerten ausgelesen");
        assertThat(german("5 of 9 samples collected; still logging"))
                .isEqualTo("5 von 9 Messwerten ausgelesen; zeichnet weiter auf");
    }

    @Test
    void an_argument_is_recognised_itself() {
        assertThat(german("5 of 9 samples collected; still logging; not collected: second table"))
                .isEqualTo("5 von 9 Messwerten ausgelesen; zeichnet weiter auf; nicht ausgelesen: second table");
        assertThat(german("merged 2 findings into finding 7")).isEqualTo("2 Befunde in Befund 7 aufgenommen");
        assertThat(german("merged 1 finding into finding 7")).isEqualTo("1 Befund in Befund 7 aufgenommen");
    }

    @Test
    void what_people_wrote_and_what_would_fit_anything_stays() {
        assertThat(german("the door was open")).isEqualTo("the door was open");
        assertThat(german("Rest to do")).isEqualTo("Rest to do");
        assertThat(german("finding of tech")).isEqualTo("Befund of tech");
        assertThat(german("")).isEmpty();
    }

    @Test
    void in_english_it_is_what_is_stored() {
        assertThat(recogniser.in(Locale.ENGLISH, "finding 12")).isEqualTo("finding 12");
    }
}
