package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.time.Duration;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.contact.AddressBook;
import org.pelerin.app.organisation.contact.Contact;
import org.pelerin.app.organisation.token.ApiTokens;
import org.springframework.jdbc.core.JdbcTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A person has all that is kept of them, and nobody else's; a disabled one too. */
@Tag("bed")
@Timeout(120)
class PersonExportTest {

    private static final TestBed bed = TestBed.get();

    @Test
    void all_that_belongs_to_a_person_is_handed_out_without_secrets_and_that_is_in_the_trail() throws Exception {
        AccountService accounts = bed.bean(AccountService.class);
        accounts.create("of.one", "Ona Offen", "pelerin", Role.TECHNICIAN, "system");
        accounts.create("of.other", "Otto Offen", "pelerin", Role.TECHNICIAN, "system");
        accounts.reachBy("of.one", "ona@example.org", "of.one");
        bed.bean(AddressBook.class)
                .save(new Contact(0, "Ona O.", "cellar", "12", "Ona@example.org", null, null, "mornings"), "system");
        String token = bed.bean(ApiTokens.class).make("of.one", "scale", Role.VIEWER, Duration.ofDays(9));
        // more than a page of the trail
        for (int i = 0; i < 620; i++) {
            bed.bean(AuditTrail.class).record("of.one", "test", "cellar " + i, "", "");
        }
        bed.bean(AuditTrail.class).record("of.other", "test", "somebody else's", "", "");
        HttpResponse<String> answer = Visitor.signedIn(bed.address, "of.one").get("/me/export.json");
        assertThat(answer.statusCode()).isEqualTo(200);
        JsonNode is = JsonMapper.builder().build().readTree(answer.body());
        assertThat(is.at("/account/displayName").asString()).isEqualTo("Ona Offen");
        assertThat(is.at("/account/mail").asString()).isEqualTo("ona@example.org");
        assertThat(is.at("/tokens/0/name").asString()).isEqualTo("scale");
        assertThat(is.at("/sessions").size()).isEqualTo(1);
        assertThat(is.at("/addressBook/0/notes").asString()).isEqualTo("mornings");
        long tests = 0;
        for (JsonNode e : is.at("/audit")) {
            tests += e.at("/action").asString().equals("test") ? 1 : 0;
            assertThat(e.at("/who").asString().equals("of.one")
                            || e.at("/subject").asString().equals("of.one"))
                    .isTrue();
        }
        assertThat(tests).isEqualTo(620);
        String hash = bed.bean(JdbcTemplate.class)
                .queryForObject("SELECT password_hash FROM account WHERE name = 'of.one'", String.class);
        assertThat(answer.body()).doesNotContain(hash).doesNotContain(token).doesNotContain("else's");

        Visitor other = Visitor.signedIn(bed.address, "of.other");
        assertThat(other.get("/admin/accounts/of.one/export.json").statusCode()).isEqualTo(403);
        Visitor admin = Visitor.signedIn(bed.address, "admin");
        bed.bean(JdbcTemplate.class).update("UPDATE account SET disabled_at = 1 WHERE name = 'of.one'");
        JsonNode later = JsonMapper.builder()
                .build()
                .readTree(admin.get("/admin/accounts/of.one/export.json").body());
        assertThat(later.at("/account/displayName").asString()).isEqualTo("Ona Offen");
        assertThat(later.at("/account/disabledAt").asString()).isEqualTo("1970-01-01T00:00:00.001Z");
        assertThat(later.at("/audit/0/action").asString()).isEqualTo("export person");
        assertThat(later.at("/audit/0/who").asString()).isEqualTo("admin");
        assertThat(admin.get("/admin/accounts/nobody/export.json").statusCode()).isEqualTo(404);
    }
}
