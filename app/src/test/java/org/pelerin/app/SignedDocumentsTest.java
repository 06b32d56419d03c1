package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.organisation.key.KeyPurpose;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.report.verify.Verification;
import org.pelerin.app.report.verify.Verified;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.proof.BundleCheck;
import org.pelerin.proof.PdfProof;
import org.pelerin.proof.SignedFile;
import org.pelerin.proof.Trust;
import org.pelerin.proof.VerifyCommand;
import org.springframework.jdbc.core.JdbcTemplate;

/** What leaves bears a signature over every byte and is checked with no server; reports stay archival and readable for all. */
@Tag("bed")
@Timeout(180)
class SignedDocumentsTest {

    private static final Instant START = Instant.parse("2026-03-02T00:00:00Z");

    private static TestBed bed;
    private static byte[] pdf;
    private static final Map<String, byte[]> SIGNED = new HashMap<>();
    private static final Map<String, Verified> GIVEN_BACK = new HashMap<>();
    private static String plain;

    @TempDir
    Path folder;

    @BeforeAll
    static void report() throws Exception {
        bed = TestBed.get();
        try (OwnMission m = new OwnMission(bed, "QL-PADES", START)) {
            JdbcTemplate sql = bed.bean(JdbcTemplate.class);
            sql.update(
                    "UPDATE mission SET collected_at = ?, state = 'COLLECTED' WHERE id = ?",
                    START.plus(Duration.ofDays(3)).toEpochMilli(),
                    m.id);
            sql.update(
                    "INSERT INTO foreign_file (mission_id, name, uploaded_at, uploaded_by, size, sha256, settings, state, message)"
                            + " SELECT ?, 'record.csv', 0, 'tech', 0, ?, '{}', 'TAKEN', ''",
                    m.id,
                    Sha256.of(new byte[0]));
            bed.bean(SeriesWriter.class)
                    .replace(
                            m.id,
                            List.of(Series.of(
                                    Channel.of("Air", "°C"),
                                    TimeAxis.of(START, Duration.ofHours(1), 24),
                                    new double[24],
                                    null)));
            bed.bean(Evaluation.class).again(m.id);
            pdf = MadeReports.ofMission(bed, m.id);
            Visitor tech = Visitor.signedIn(bed.address, "tech");
            for (String kind : List.of("csv", "xlsx", "senml.json")) {
                HttpResponse<byte[]> given = tech.send(
                        tech.to("/missions/" + m.id + "/samples." + kind + "?signed=true")
                                .build(),
                        HttpResponse.BodyHandlers.ofByteArray());
                assertThat(given.headers().firstValue("Content-Disposition"))
                        .get()
                        .asString()
                        .endsWith("_m" + m.id + "." + kind + ".zip\"");
                SIGNED.put(kind, given.body());
                GIVEN_BACK.put(kind, bed.bean(Verification.class).of(given.body()));
            }
            plain = tech.get("/missions/" + m.id + "/samples.csv").body();
            sql.update("DELETE FROM foreign_file WHERE mission_id = ?", m.id);
        }
    }

    private static BundleCheck.Outcome checked(byte[] bytes) {
        return PdfProof.of(bytes, bed.bean(InstallationKeys.class).trust());
    }

    @Test
    void it_is_signed_and_still_archival_and_accessible() throws Exception {
        assertThat(Valid.troubles(pdf)).isEmpty();
        BundleCheck.Outcome o = checked(pdf);
        assertThat(o.troubles()).isEmpty();
        assertThat(o.proven()).isTrue();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getSignatureDictionaries()).singleElement().satisfies(s -> {
                assertThat(s.getSubFilter()).isEqualTo("ETSI.CAdES.detached");
                assertThat(s.getSignDate()).isNotNull();
            });
        }
    }

    @Test
    void every_byte_of_it_is_covered() throws Exception {
        // a letter in the middle, one at the beginning, and something added at the end
        for (int at : new int[] {pdf.length / 3, 40}) {
            byte[] other = pdf.clone();
            other[at] ^= 1;
            BundleCheck.Outcome o = checked(other);
            assertThat(o.proven()).as("byte " + at).isFalse();
            assertThat(o.sound()).as("byte " + at).isFalse();
        }
        byte[] longer = Arrays.copyOf(pdf, pdf.length + 1);
        longer[pdf.length] = '\n';
        assertThat(checked(longer).troubles()).contains("Something was added to it after it was signed");
        // saved anew by another program, with nothing changed that is seen
        ByteArrayOutputStream anew = new ByteArrayOutputStream();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            document.save(anew);
        }
        assertThat(checked(anew.toByteArray()).proven()).isFalse();
    }

    @Test
    void the_command_knows_pdfs_and_says_what_tables_cannot_tell() throws Exception {
        String file = Files.write(folder.resolve("r.pdf"), pdf).toString();
        String fingerprint = document();
        assertThat(command("--trust", fingerprint, file)).startsWith("0").contains("every byte, by its signature");
        assertThat(command(file)).startsWith("2").contains(Trust.grouped(fingerprint));
        byte[] other = Arrays.copyOf(pdf, pdf.length + 1);
        assertThat(command(
                        "--trust",
                        fingerprint,
                        Files.write(folder.resolve("o.pdf"), other).toString()))
                .startsWith("1");
        assertThat(command(Files.write(folder.resolve("cut.pdf"), Arrays.copyOf(pdf, 200))
                        .toString()))
                .startsWith("3")
                .doesNotContain("Exception");
        assertThat(command(
                        Files.writeString(folder.resolve("t.csv"), "time,Air\n").toString()))
                .startsWith("2")
                .contains("bears no signature of its own");
    }

    /** A table and its signature in one archive: by the command with no server, and by the page. */
    @Test
    void tables_are_checked_with_the_signature_that_goes_along() throws Exception {
        String fingerprint = document();
        for (Map.Entry<String, byte[]> e : SIGNED.entrySet()) {
            String file = Files.write(folder.resolve("t." + e.getKey() + ".zip"), e.getValue())
                    .toString();
            assertThat(command("--trust", fingerprint, file))
                    .as(e.getKey())
                    .startsWith("0")
                    .contains("every byte of ");
        }
        assertThat(new String(
                        SignedFile.file(Files.write(folder.resolve("c.zip"), SIGNED.get("csv")), 1 << 20),
                        StandardCharsets.UTF_8))
                .isEqualTo(plain);
        assertThat(GIVEN_BACK.get("csv").state()).isEqualTo(Verified.State.SAME);
        assertThat(GIVEN_BACK.get("csv").sentence())
                .startsWith("It was signed here and not changed since. It equals today’s export of mission ");
        assertThat(GIVEN_BACK.get("xlsx").state()).isEqualTo(Verified.State.SAME);
        assertThat(GIVEN_BACK.get("senml.json").state()).isEqualTo(Verified.State.SOUND);
        byte[] other = altered(SIGNED.get("csv"));
        Verified said = bed.bean(Verification.class).of(other);
        assertThat(said.state()).isEqualTo(Verified.State.OTHER);
        assertThat(said.differences()).containsExactly("Its content is not what was signed");
    }

    /** The same archive with one digit of its table changed. */
    private static byte[] altered(byte[] archive) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(archive));
                ZipOutputStream to = new ZipOutputStream(out)) {
            for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
                byte[] bytes = in.readAllBytes();
                if (e.getName().endsWith(".csv")) {
                    bytes[bytes.length - 3] ^= 1;
                }
                to.putNextEntry(new ZipEntry(e.getName()));
                to.write(bytes);
            }
        }
        return out.toByteArray();
    }

    private static String document() {
        return bed.bean(InstallationKeys.class).all().stream()
                .filter(k -> k.purpose() == KeyPurpose.DOCUMENT && k.inUse())
                .findFirst()
                .orElseThrow()
                .fingerprint();
    }

    private static String command(String... args) {
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        PrintStream out = new PrintStream(said, true, StandardCharsets.UTF_8);
        return VerifyCommand.run(List.of(args), out, out) + " " + said.toString(StandardCharsets.UTF_8);
    }
}
