package org.pelerin.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** Whatever is mistyped in a document, nobody reads of parsers, tokens and classes. */
class JsonFaultTest {

    private static final String LIMITS = """
            {"name": "Cellar", "rules": [
              {"id": "warm", "channel": "Air", "bound": {"above": 14, "below": 2}, "delay": "PT1H", "severity": "major"},
              {"id": "dose", "channel": "Leq", "bound": {"above": 100}, "basis": {"dose": {"criterion": 85, "exchange": 3},
               "from": "06:00", "to": "14:00", "days": ["MON"], "zone": "UTC"}},
              {"id": "holes", "gap": {"longest": "PT2H", "coverage": 95}}]}""";

    @Test
    void no_message_is_in_the_words_of_a_parser() {
        Random random = new Random(11);
        Set<String> messages = new TreeSet<>();
        for (int i = 0; i < 4000; i++) {
            int at = random.nextInt(LIMITS.length());
            int until = Math.min(LIMITS.length(), at + random.nextInt(3));
            String typed = random.nextInt(4) == 0 ? "" : String.valueOf((char) (' ' + random.nextInt(95)));
            try {
                LimitsDocument.read(LIMITS.substring(0, at) + typed + LIMITS.substring(until));
            } catch (DocumentException e) {
                messages.add(e.getMessage());
            }
        }
        assertThat(messages).hasSizeGreaterThan(200);
        assertThat(messages)
                .noneMatch(m -> m.matches(
                        "(?s).*(REDACTED|Source:|StreamRead|token|Unexpected|expecting|tools\\.jackson|java\\.).*"))
                .anyMatch(m -> m.endsWith(
                        "just before there, a comma, a colon, a bracket or a quotation mark is missing or too many"))
                .anyMatch(m -> m.endsWith("the file ends too early: a bracket or a quotation mark is not closed"));
    }
}
