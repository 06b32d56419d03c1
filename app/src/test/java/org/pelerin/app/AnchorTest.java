package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.organisation.anchor.Anchor;
import org.pelerin.app.organisation.anchor.AnchorCheck;
import org.pelerin.app.organisation.anchor.TrailAnchors;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.organisation.key.KeyPurpose;
import org.pelerin.core.evidence.AuditChain;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.proof.Ed25519;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Heads of the audit trail that are kept elsewhere find what the database alone cannot tell: a trail that was cut back together with its checks. */
@Tag("bed")
@Timeout(120)
class AnchorTest {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static TestBed bed;
    private static JdbcTemplate sql;
    private static AnchorCheck check;

    @TempDir
    Path folder;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        sql = bed.bean(JdbcTemplate.class);
        check = bed.bean(AnchorCheck.class);
    }

    private static void entries(int count) {
        for (int i = 0; i < count; i++) {
            bed.bean(AuditTrail.class).record("tech", "test", "trail", "", "anchored " + i);
        }
    }

    private Path kept(String name, String... lines) throws IOException {
        return Files.writeString(folder.resolve(name), String.join("\n", lines) + "\n");
    }

    private static String line(Anchor a) {
        return JSON.writeValueAsString(a.document());
    }

    /** The last entry taken away, together with the head, all checks, and what a trail that goes on looks like; all of it is taken back. */
    private static <T> T cutBack(Supplier<T> asked) {
        return new TransactionTemplate(bed.bean(PlatformTransactionManager.class)).execute(t -> {
            t.setRollbackOnly();
            sql.update("DELETE FROM audit_check");
            sql.update("DELETE FROM audit_entry ORDER BY sequence DESC LIMIT 1");
            sql.update("UPDATE audit_head h JOIN audit_entry e ON e.sequence = (SELECT MAX(sequence) FROM audit_entry)"
                    + " SET h.sequence = e.sequence, h.hash = e.hash");
            bed.bean(AuditTrail.class).record("tech", "test", "trail", "", "something else");
            return asked.get();
        });
    }

    @Test
    void a_trail_that_was_cut_back_with_its_checks_and_went_on_is_found_by_a_head_from_before() throws IOException {
        entries(3);
        Anchor before = bed.bean(TrailAnchors.class).now();
        Path file = kept("heads.jsonl", line(before));
        assertThat(check.of(file)).isEqualTo(new AnchorCheck.Outcome(1, List.of(), List.of()));
        // the database alone says that all is well
        assertThat(cutBack(() -> bed.bean(AuditVerification.class).check("test").trouble()))
                .isEmpty();
        AnchorCheck.Outcome found = cutBack(() -> of(file));
        assertThat(found.troubles())
                .containsExactly("According to heads.jsonl, entry " + before.sequence()
                        + " is not the original one: the trail was cut back or changed after "
                        + DateTimeFormatter.ofPattern("d MMM uuuu, HH:mm:ss 'UTC'", Locale.ENGLISH)
                                .format(before.at().atOffset(ZoneOffset.UTC)));
        assertThat(found.unchecked()).isEmpty();
    }

    private static AnchorCheck.Outcome of(Path file) {
        try {
            return check.of(file);
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void a_head_that_is_not_there_any_more_is_named() throws IOException {
        entries(1);
        InstallationKeys.Signer by = bed.bean(InstallationKeys.class).signer(KeyPurpose.BUNDLE);
        Anchor now = bed.bean(TrailAnchors.class).now();
        Anchor later = new Anchor(now.sequence() + 1000, now.hash(), now.at(), now.certificate(), "");
        Anchor signed = new Anchor(later.sequence(), later.hash(), later.at(), later.certificate(), sign(later, by));
        assertThat(check.of(kept("later.jsonl", line(signed))).troubles())
                .singleElement()
                .satisfies(t -> assertThat(t).contains("entry " + signed.sequence() + " is missing"));
    }

    /** As the format says it, put together here. */
    private static String sign(Anchor a, InstallationKeys.Signer by) {
        return Ed25519.sign(
                ("pelerin audit head\n" + a.sequence() + "\n" + a.hash() + "\n" + a.at().toEpochMilli() + "\n")
                        .getBytes(StandardCharsets.US_ASCII),
                by.key());
    }

    @Test
    void lines_that_nobody_of_here_signed_or_that_were_cut_off_accuse_nobody_and_are_named() throws IOException {
        entries(1);
        Anchor now = bed.bean(TrailAnchors.class).now();
        // altered after it was signed
        Anchor altered = new Anchor(now.sequence(), "f".repeat(64), now.at(), now.certificate(), now.signature());
        Anchor unsigned = new Anchor(now.sequence(), "d".repeat(64), now.at(), "", "");
        Anchor strange = new Anchor(now.sequence(), "e".repeat(64), now.at(), "1".repeat(64), now.signature());
        String whole = line(now);
        AnchorCheck.Outcome found = check.of(kept(
                "heads.jsonl",
                whole,
                line(altered),
                line(strange),
                line(unsigned),
                whole.substring(0, whole.length() - 20)));
        assertThat(found.troubles()).isEmpty();
        assertThat(found.held()).isEqualTo(4);
        assertThat(found.unchecked())
                .hasSize(4)
                .anyMatch(u -> u.equals("heads.jsonl, line 5 is no head of an audit trail"))
                .anyMatch(u -> u.contains("is not signed by a key of this installation"));
        assertThat(check.of(kept("nothing.txt", "")).unchecked())
                .containsExactly("nothing.txt holds no head of an audit trail");
        assertThat(check.of(kept("broken.zip", "PK\003\004 and then nothing")).unchecked())
                .singleElement()
                .satisfies(u -> assertThat(u).startsWith("broken.zip cannot be read as a bundle"));
        assertThat(check.of(kept("broken.pdf", "%PDF-1.7 and then nothing")).unchecked())
                .contains("broken.pdf cannot be read as a PDF");
    }

    @Test
    void an_entry_can_be_reckoned_again_from_its_fields() {
        entries(1);
        Anchor now = bed.bean(TrailAnchors.class).now();
        AuditEntry newest = bed.bean(AuditTrail.class).latest("trail", 1).get(0);
        assertThat(newest.sequence()).isEqualTo(now.sequence());
        assertThat(AuditChain.hash(newest)).isEqualTo(now.hash());
    }
}
