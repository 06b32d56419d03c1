package org.pelerin.app.findings.signing;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** What differs from what was signed, and what only bears another name since. */
class SignedContentTest {

    private static final String SIGNED = """
            {"mission": 7, "serial": "QL-1", "spotId": 12, "site": "Ostrel", "spot": "Vault 1", "limitsFrom": "Vaults, version 2, of its spot",
             "limitsSet": {"via": "SPOT", "id": 3, "version": 2}, "limits": {"rules": [{"id": "warm", "bound": {"above": 14}}]},
             "recordSha256": "aa", "findings": [{"number": 4, "cause": "Door left open"}]}""";

    @Test
    void other_names_of_the_same_place_and_set_alter_nothing() {
        String renamed = SIGNED.replace("\"Ostrel\"", "\"Ostrel cellars\"")
                .replace("Vault 1", "Vault one")
                .replace("Vaults, version 2", "Ripening, version 2");
        assertThat(SignedContent.altered(SIGNED, renamed)).isEmpty();
        assertThat(SignedContent.altered(SIGNED, SIGNED)).isEmpty();
    }

    @Test
    void another_place_another_set_or_another_version_is_told_whatever_it_is_called() {
        assertThat(SignedContent.altered(SIGNED, SIGNED.replace("\"spotId\": 12", "\"spotId\": 13")))
                .containsExactly("spotId: “12” → “13”");
        assertThat(SignedContent.altered(SIGNED, SIGNED.replace("\"id\": 3", "\"id\": 5")))
                .containsExactly("limitsSet id: “3” → “5”");
        assertThat(SignedContent.altered(
                        SIGNED,
                        SIGNED.replace("\"version\": 2}", "\"version\": 3}").replace("version 2,", "version 3,")))
                .containsExactly("limitsSet version: “2” → “3”");
    }

    @Test
    void a_limit_a_record_or_what_was_found_is_told_at_its_place() {
        assertThat(SignedContent.altered(SIGNED, SIGNED.replace("14", "15")))
                .containsExactly("limits rules 1 bound above: “14” → “15”");
        assertThat(SignedContent.altered(SIGNED, SIGNED.replace("\"aa\"", "\"ab\"")))
                .containsExactly("recordSha256: “aa” → “ab”");
        assertThat(SignedContent.altered(SIGNED, SIGNED.replace("Door left open", "Compressor")))
                .containsExactly("findings 1 cause: “Door left open” → “Compressor”");
        assertThat(SignedContent.altered(
                        SIGNED, SIGNED.replace("[{\"number\": 4, \"cause\": \"Door left open\"}]", "[]")))
                .hasSize(2)
                .allSatisfy(d -> assertThat(d).startsWith("findings 1 ").endsWith(" → missing"));
    }

    /** Signatures from before the numbers of place and set were part of it. */
    @Test
    void what_was_signed_by_names_alone_is_held_to_its_names() {
        String before = SIGNED.replace("\"spotId\": 12, ", "").replaceAll("\"limitsSet\": \\{[^}]*}, ", "");
        assertThat(SignedContent.altered(before, SIGNED)).isEmpty();
        assertThat(SignedContent.altered(before, SIGNED.replace("Vault 1", "Vault 9")))
                .containsExactly("spot: “Vault 1” → “Vault 9”");
    }
}
