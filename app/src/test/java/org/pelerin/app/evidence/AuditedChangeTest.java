package org.pelerin.app.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.pelerin.core.evidence.AuditEntry;

class AuditedChangeTest {

    private static AuditedChange of(String before, String after) {
        return AuditedChange.of(
                new AuditEntry(1, Instant.EPOCH, "tech", "save", "thing", before, after, "", "0".repeat(64)), "h");
    }

    @Test
    void of_two_documents_only_what_differs_is_told_by_its_path() {
        AuditedChange c = of(
                "{\"name\":\"a\",\"rules\":[{\"id\":\"x\",\"above\":6},{\"id\":\"y\"}]}",
                "{\"name\":\"a\",\"rules\":[{\"id\":\"x\",\"above\":7,\"latched\":true}]}");
        assertThat(c.differences())
                .containsExactly(
                        new AuditedChange.Difference("rules[0].above", "6", "7"),
                        new AuditedChange.Difference("rules[1].id", "y", ""),
                        new AuditedChange.Difference("rules[0].latched", "", "true"));
    }

    @Test
    void a_new_document_is_all_new_and_texts_are_told_whole() {
        assertThat(of("", "{\"name\":\"a\"}").differences())
                .containsExactly(new AuditedChange.Difference("name", "", "a"));
        assertThat(of("off", "on").differences()).containsExactly(new AuditedChange.Difference("", "off", "on"));
        assertThat(of("text", "{\"name\":\"a\"}").differences()).hasSize(1);
        assertThat(of("", "").differences()).isEmpty();
    }

    @Test
    void what_only_looks_like_a_document_is_a_text() {
        assertThat(of("{not json", "{neither").differences())
                .containsExactly(new AuditedChange.Difference("", "{not json", "{neither"));
    }

    @Test
    void of_a_large_document_some_is_shown_and_the_rest_counted() {
        StringBuilder large = new StringBuilder("{\"v\":[0");
        for (int i = 1; i < 100; i++) {
            large.append(',').append(i);
        }
        AuditedChange c = of("", large + "]}");
        assertThat(c.shown()).hasSize(40);
        assertThat(c.more()).isEqualTo(60);
    }
}
