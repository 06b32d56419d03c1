package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.core.evidence.AuditChain;
import org.pelerin.core.evidence.AuditEntry;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The audit trail as people look at it, and what its verification finds; what is done to it here is rolled back. */
@Tag("bed")
@Timeout(120)
class AuditTest extends PageTest {

    private final TestBed bed = TestBed.get();

    /** What verification says once this was done in the database by hand. */
    private String after(String... statements) {
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        return new TransactionTemplate(bed.bean(PlatformTransactionManager.class)).execute(t -> {
            for (String s : statements) {
                sql.update(s);
            }
            String trouble = bed.bean(AuditVerification.class).check("test").trouble();
            t.setRollbackOnly();
            return trouble;
        });
    }

    @Test
    void whatever_is_done_to_the_trail_by_hand_is_found_and_named() {
        AuditTrail trail = bed.bean(AuditTrail.class);
        for (int i = 0; i < 5; i++) {
            trail.record("tech", "test", "trail", "", "entry " + i);
        }
        assertThat(after()).isEmpty();
        assertThat(after("UPDATE audit_entry SET after_state = 'other' WHERE sequence = 3"))
                .isEqualTo("Entry 3 was changed, or the one before it is missing");
        assertThat(after("UPDATE audit_entry SET who = 'nobody' WHERE sequence = 2"))
                .startsWith("Entry 2 was changed");
        assertThat(after("DELETE FROM audit_entry WHERE sequence = 2"))
                .startsWith("Entry 3 was changed, or the one before");
        assertThat(after("DELETE FROM audit_entry WHERE sequence = 1"))
                .isEqualTo("The trail begins with entry 2; earlier entries are missing");
        assertThat(after("DELETE FROM audit_entry ORDER BY sequence DESC LIMIT 1"))
                .startsWith("The trail ends before entry");
        String check =
                "INSERT INTO audit_check (at, checked_by, entries, head_sequence, head_hash, trouble) VALUES (0, 'x', 2, %s, REPEAT('a', 64), '')";
        assertThat(after(check.formatted("2")))
                .isEqualTo("Entry 2 is not the one checked before: the trail was cut and continued");
        assertThat(after(check.formatted("900000000")))
                .isEqualTo("Entry 900000000 is missing: the trail was cut and continued");
    }

    @Test
    void it_is_searched_shows_what_changed_is_checked_and_taken_away() throws IOException {
        AuditTrail trail = bed.bean(AuditTrail.class);
        trail.record(
                "review",
                "save limits",
                "Audited set, version 2",
                "{\"name\":\"a\",\"rules\":[{\"id\":\"warm\",\"bound\":{\"above\":6}}]}",
                "{\"name\":\"a\",\"rules\":[{\"id\":\"warm\",\"bound\":{\"above\":7}}]}",
                "=1+1 as a reason");
        page.navigate(bed.address + "/audit");
        page.fill("#audit-q", "Audited set");
        page.locator("button:has-text('Apply filter')").click();
        assertThat(page.locator("table.audit > tbody > tr")).hasCount(1);
        page.locator("summary:has-text('1 change')").click();
        assertThat(page.locator("table.audit")).containsText("rules[0].bound.above");
        assertThat(page.locator("del")).hasText("6");
        assertThat(page.locator("ins")).hasText("7");
        Axe.check(page);
        Download csv =
                page.waitForDownload(() -> page.locator("a:has-text('CSV')").click());
        List<String> lines = Files.readAllLines(csv.path());
        assertThat(lines).hasSize(2);
        // a spreadsheet must not reckon it
        assertThat(lines.get(1)).contains("'=1+1 as a reason");
        Download json =
                page.waitForDownload(() -> page.locator("a:has-text('JSON')").click());
        JsonNode entry = JsonMapper.builder()
                .build()
                .readTree(Files.readString(json.path()))
                .get(0);
        // whoever has the file can reckon the hash again
        AuditEntry again = new AuditEntry(
                entry.get("sequence").asLong(),
                Instant.ofEpochMilli(entry.get("at").asLong()),
                entry.get("who").asString(),
                entry.get("action").asString(),
                entry.get("subject").asString(),
                entry.get("before").asString(),
                entry.get("after").asString(),
                entry.get("reason").asString(),
                entry.get("previous").asString());
        assertThat(AuditChain.hash(again)).isEqualTo(entry.get("hash").asString());
        page.navigate(bed.address + "/audit?who=review");
        assertThat(new ArrayList<>(page.locator("table.audit > tbody > tr > td:nth-child(3)")
                        .allInnerTexts()))
                .isNotEmpty()
                .containsOnly("review");
        page.navigate(bed.address + "/audit?q=there+is+no+such+thing");
        assertThat(page.locator("main")).containsText("No entries for this filter");
        page.locator("button:has-text('Check all entries now')").click();
        assertThat(page.locator(".said")).containsText("entries are intact, from the first to the newest");
    }

    @Test
    void every_night_it_is_checked_once_and_the_next_night_again() throws Exception {
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        String ordered = "SELECT due_at FROM work WHERE kind = 'audit check'";
        // one order, whatever the number of processes; tomorrow's at the latest
        long due = sql.queryForObject(ordered, Long.class);
        assertThat(due)
                .isBetween(
                        System.currentTimeMillis(),
                        System.currentTimeMillis() + Duration.ofHours(25).toMillis());
        String checks = "SELECT COUNT(*) FROM audit_check WHERE checked_by = 'nightly'";
        long before = sql.queryForObject(checks, Long.class);
        sql.update("UPDATE work SET due_at = 0 WHERE kind = 'audit check'");
        Waiting.until(
                "checked, and ordered again", () -> Math.abs(sql.queryForObject(ordered, Long.class) - due) < 60_000);
        assertThat(sql.queryForObject(checks, Long.class)).isEqualTo(before + 1);
    }
}
