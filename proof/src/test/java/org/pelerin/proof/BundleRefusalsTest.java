package org.pelerin.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneOffset;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.evidence.AuditChain;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.MeanKineticTemperature;
import tools.jackson.databind.json.JsonMapper;

/** What bundles are refused for, each with a sentence and an exit code; signed anew by whoever altered them, so that nothing but the fault speaks. */
class BundleRefusalsTest {

    private static final BundleWriter.Signer SIGNER = SampleSigner.of("A house");

    private static final String CSV =
            "time;Air\n2026-03-02T23:00:00Z;20.5\n2026-03-02T23:10:00Z;21\n2026-03-02T23:20:00Z;22\n";
    private static final String SERIES =
            "ms,\"Air [°C]\"\n1772492400000,20.5\n1772493000000,21.0\n1772493600000,22.0\n";
    private static final String LAYOUT = """
            {"name": "a.csv", "sheet": -1, "charset": "UTF-8", "delimiter": ";",
             "layout": {"skipped": 1, "decimal": ".", "order": "YEAR_FIRST", "zone": "UTC", "columns": [
               {"role": "INSTANT", "name": "", "unit": ""}, {"role": "VALUE", "name": "Air", "unit": "°C"}]},
             "merge": "NONE", "sort": false, "device": "x"}""";
    private static final String MISSION = """
            {"model": "file", "number": 0, "site": null, "spot": null, "zone": "UTC", "planName": "File a.csv", "planVersion": 0,
             "written": null, "collected": null, "expected": 3, "received": 3,
             "clock": {"corrected": false, "readAt": 0, "offsetMs": 0, "battery": null, "reason": ""},
             "judgedFrom": null, "judgedTo": null, "judgedReason": "", "excluded": [], "derived": [], "alone": true,
             "limitsFrom": "none", "documentation": {}}""";
    private static final String LIMITS =
            "{\"rules\": [{\"id\": \"warm\", \"channel\": \"Air\", \"bound\": {\"above\": 30}}]}";

    @TempDir
    Path directory;

    /** A sound one of a text file, with what a test makes of its entries. */
    private Path bundle(Consumer<Map<String, String>> change) throws IOException {
        Map<String, String> entries = new LinkedHashMap<>();
        entries.put(Bundle.SOURCE, CSV);
        entries.put(Bundle.LAYOUT, LAYOUT);
        entries.put("series-1.csv", SERIES);
        entries.put(Bundle.MISSION, MISSION);
        entries.put(Bundle.PLAN, "{}");
        entries.put(Bundle.LIMITS, LIMITS);
        entries.put(Bundle.JUDGEMENT, JUDGEMENT);
        entries.put(Bundle.FINDINGS, "[]");
        entries.put(Bundle.SIGNATURES, "[]");
        entries.put(Bundle.AUDIT, "[]");
        change.accept(entries);
        Path file = Files.createTempFile(directory, "bundle", ".zip");
        try (OutputStream to = Files.newOutputStream(file);
                BundleWriter zip = new BundleWriter(to)) {
            for (Map.Entry<String, String> e : entries.entrySet()) {
                zip.text(e.getKey(), e.getValue());
            }
            zip.finish(
                    new Manifest(
                            Manifest.FORMAT,
                            Manifest.VERSION,
                            7,
                            "QL-1",
                            "A house",
                            0,
                            "tech",
                            sha(entries.getOrDefault(Bundle.SOURCE, "")),
                            sha(entries.getOrDefault(Bundle.JUDGEMENT, "")),
                            List.of()),
                    SIGNER);
        }
        return file;
    }

    private static final String JUDGEMENT = judgement();

    private static String judgement() {
        try {
            SourceLayout layout = JsonMapper.builder().build().readValue(LAYOUT, SourceLayout.class);
            List<Series> series = layout.read(new ByteArrayInputStream(CSV.getBytes(StandardCharsets.UTF_8)));
            return JudgementDocument.of(
                            JudgedRecord.of(series, null, List.of()),
                            LimitsDocument.read(LIMITS),
                            ZoneOffset.UTC,
                            MeanKineticTemperature.DEFAULT_ENTHALPY)
                    .json();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String sha(String text) {
        return Sha256.of(text.getBytes(StandardCharsets.UTF_8));
    }

    private BundleCheck.Outcome check(Path file) {
        try (Bundle b = Bundle.open(file)) {
            return BundleCheck.of(b, new Trust(java.util.Set.of(Trust.fingerprint(SIGNER.certificate()))));
        }
    }

    private static String run(Path file) {
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        PrintStream to = new PrintStream(said, true, StandardCharsets.UTF_8);
        int code =
                VerifyCommand.run(List.of("--trust", Trust.fingerprint(SIGNER.certificate()), file.toString()), to, to);
        return code + " " + said.toString(StandardCharsets.UTF_8);
    }

    @Test
    void a_file_is_read_again_and_every_value_of_it_is_compared() throws IOException {
        BundleCheck.Outcome o = check(bundle(e -> {}));
        assertThat(o.troubles()).isEmpty();
        assertThat(o.checked()).contains("every value, read from its file again", "the judgement, made again");
        assertThat(o.proven()).isTrue();
        // three values that stand for ten minutes each
        assertThat(JUDGEMENT).contains("\"verdict\":\"within\"", "\"count\":3", "\"max\":22.0", "\"coverage\":100.0");
        assertThat(check(bundle(e -> e.put("series-1.csv", SERIES.replace("21.0", "21.5"))))
                        .troubles())
                .containsExactly("“series-1.csv” is not what its record holds, from line 3 on");
        assertThat(check(bundle(e -> e.put(Bundle.SOURCE, CSV.replace(";21\n", ";21.5\n"))))
                        .troubles())
                .containsExactly("“series-1.csv” is not what its record holds, from line 3 on");
        assertThat(check(bundle(e -> e.remove("series-1.csv"))).troubles())
                .containsExactly("It has 0 tables of values, its record 1");
    }

    @Test
    void a_verdict_a_limit_or_a_figure_that_does_not_follow_is_told() throws IOException {
        String trouble = "The judgement is not what is judged of this record by these limits";
        assertThat(check(bundle(e -> e.put(Bundle.LIMITS, LIMITS.replace("30", "20"))))
                        .troubles())
                .containsExactly(trouble);
        assertThat(check(bundle(e -> e.put(Bundle.JUDGEMENT, JUDGEMENT.replace("\"max\":22.0", "\"max\":21.0"))))
                        .troubles())
                .containsExactly(trouble);
        assertThat(check(bundle(e -> e.put(Bundle.JUDGEMENT, JUDGEMENT.replace("\"within\"", "\"inconclusive\""))))
                        .troubles())
                .containsExactly(trouble);
        // a stretch that is left out and was not when it was judged
        assertThat(check(
                                bundle(
                                        e -> e.put(
                                                Bundle.MISSION,
                                                MISSION.replace(
                                                        "\"excluded\": []",
                                                        "\"excluded\": [{\"kind\": \"NOT_VALID\", \"from\": 1772493600000, \"to\": 1772494200000, \"reason\": \"x\", \"by\": \"tech\", \"at\": 0}]"))))
                        .troubles())
                .containsExactly(trouble);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "mission.json",
                "plan.json",
                "limits.json",
                "judgement.json",
                "findings.json",
                "signatures.json",
                "audit.json",
                "layout.json"
            })
    void what_a_bundle_always_holds_may_not_be_absent(String name) throws IOException {
        Path file = bundle(e -> e.remove(name));
        assertThat(check(file).troubles()).contains("“" + name + "” is missing");
        assertThat(run(file)).startsWith("1 ").doesNotContain("Exception");
    }

    @Test
    void one_without_a_record_has_neither_capture_nor_file() throws IOException {
        assertThat(check(bundle(e -> e.remove(Bundle.SOURCE))).troubles())
                .contains("Neither “capture.zip” nor “source-file” is in it");
    }

    /** Each is a word, not a stack trace. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "mission.json|{|3",
                "mission.json|{}|3",
                "mission.json|null|3",
                "mission.json|[1, 2]|3",
                "judgement.json|{|3",
                "judgement.json|[]|3",
                "judgement.json|{}|3",
                "judgement.json|null|3",
                "limits.json|{|3",
                "limits.json|{\"rules\": 3}|3",
                "layout.json|{|3",
                "layout.json|{\"sheet\": -1}|3",
                "audit.json|{|3",
                "audit.json|[{}]|3",
                "signatures.json|{|3",
                "signatures.json|[{\"meaning\": \"reviewed\"}]|3",
                "source-file|nothing that has columns|1"
            })
    void what_cannot_be_read_is_told(String name, String content, int code) throws IOException {
        assertThat(run(bundle(e -> e.put(name, content))))
                .as("%s: %s", name, content)
                .startsWith(code + " ")
                .doesNotContain("Exception", "null,", "\tat ");
    }

    @Test
    void a_zone_that_does_not_exist_and_a_time_that_runs_backwards_are_no_crash() throws IOException {
        assertThat(run(bundle(e -> e.put(Bundle.MISSION, MISSION.replace("\"UTC\"", "\"Mars/Olympus\"")))))
                .startsWith("3 ")
                .doesNotContain("Exception");
        assertThat(run(bundle(e -> e.put(
                        Bundle.MISSION,
                        MISSION.replace(
                                "\"judgedFrom\": null, \"judgedTo\": null", "\"judgedFrom\": 5, \"judgedTo\": 2")))))
                .startsWith("1 ")
                .doesNotContain("Exception");
    }

    @Test
    void an_entry_of_the_audit_trail_has_to_have_its_own_hash() throws IOException {
        AuditEntry e = new AuditEntry(
                4,
                java.time.Instant.ofEpochMilli(1772492400000L),
                "tech",
                "collect",
                "QL-1",
                "",
                "3 records",
                "",
                AuditChain.GENESIS);
        String entry = """
                [{"sequence": 4, "at": 1772492400000, "who": "tech", "action": "collect", "subject": "QL-1", "before": "",
                  "after": "3 records", "reason": "", "previous": "%s", "hash": "%s"}]""".formatted(AuditChain.GENESIS, AuditChain.hash(e));
        assertThat(check(bundle(b -> b.put(Bundle.AUDIT, entry))).proven()).isTrue();
        for (String[] change : new String[][] {
            {"\"tech\"", "\"boss\""}, {"3 records", "4 records"}, {"1772492400000", "1772492400001"}, {": 4,", ": 5,"}
        }) {
            assertThat(check(bundle(b -> b.put(Bundle.AUDIT, entry.replace(change[0], change[1]))))
                            .troubles())
                    .as(change[1])
                    .hasSize(1)
                    .allSatisfy(t -> assertThat(t).contains("of the audit trail has another hash than it bears"));
        }
    }

    @Test
    void what_somebody_signed_is_of_this_record_this_judgement_and_this_plan() throws IOException {
        for (String[] one : new String[][] {
            {sha(CSV), sha(JUDGEMENT), sha("{}"), ""},
            {sha("x"), sha(JUDGEMENT), sha("{}"), "What was reviewed by Ann is of another record"},
            {sha(CSV), sha("x"), sha("{}"), "What was reviewed by Ann is of another judgement"},
            {sha(CSV), sha(JUDGEMENT), sha("x"), "What was reviewed by Ann is of another plan"}
        }) {
            String content =
                    "{\\\"recordSha256\\\":\\\"%s\\\",\\\"judgementSha256\\\":\\\"%s\\\",\\\"settingsSha256\\\":\\\"%s\\\"}"
                            .formatted(one[0], one[1], one[2]);
            String signature =
                    "[{\"meaning\": \"reviewed\", \"name\": \"Ann\", \"holds\": true, \"contentSha256\": \"%s\", \"content\": \"%s\"}]"
                            .formatted(sha(content.replace("\\", "")), content);
            List<String> troubles =
                    check(bundle(e -> e.put(Bundle.SIGNATURES, signature))).troubles();
            assertThat(troubles).isEqualTo(one[3].isEmpty() ? List.of() : List.of(one[3]));
            // opened again since: it says what it says, and need not fit any more
            assertThat(check(bundle(e -> e.put(Bundle.SIGNATURES, signature.replace("true", "false"))))
                            .troubles())
                    .isEmpty();
            assertThat(check(bundle(e ->
                                    e.put(Bundle.SIGNATURES, signature.replace("Sha256\\\":\\\"", "Sha256\\\":\\\"0"))))
                            .troubles())
                    .contains("What was reviewed by Ann has another hash than was signed");
        }
    }

    private Path zip(Map<String, String> entries) throws IOException {
        Path file = Files.createTempFile(directory, "zip", ".zip");
        try (ZipOutputStream to = new ZipOutputStream(Files.newOutputStream(file))) {
            for (Map.Entry<String, String> e : entries.entrySet()) {
                to.putNextEntry(new ZipEntry(e.getKey()));
                to.write(e.getValue().getBytes(StandardCharsets.UTF_8));
                to.closeEntry();
            }
        }
        return file;
    }

    @Test
    void archives_that_are_no_bundles_say_what_they_lack() throws IOException {
        assertThatThrownBy(() -> Bundle.open(zip(Map.of("a.txt", "x"))))
                .hasMessage("There is no manifest.json in it: this is no bundle");
        assertThatThrownBy(() -> Bundle.open(zip(Map.of("manifest.json", "{"))))
                .hasMessageStartingWith("Its manifest cannot be read");
        assertThatThrownBy(() -> Bundle.open(zip(Map.of("manifest.json", "{\"format\": \"other\", \"version\": 2}"))))
                .hasMessageContaining("It is of the format “other”, version 2");
        assertThatThrownBy(() -> Bundle.open(zip(
                        Map.of("manifest.json", "{\"format\": \"pelerin-bundle\", \"version\": 9, \"entries\": []}"))))
                .hasMessageContaining("version 9; known is pelerin-bundle, versions 1 and 2");
        Map<String, String> many = new LinkedHashMap<>();
        many.put("manifest.json", "{}");
        for (int i = 0; i < 70; i++) {
            many.put("e" + i, "x");
        }
        assertThatThrownBy(() -> Bundle.open(zip(many))).hasMessage("There are more files in it than a bundle has");
        assertThatThrownBy(() -> Bundle.open(directory)).isInstanceOf(BundleException.class);
    }

    @Test
    void whom_to_believe_is_a_file_of_certificates_or_a_fingerprint_in_any_spelling() throws IOException {
        String print = Trust.fingerprint(SIGNER.certificate());
        String pem;
        try {
            pem = BundleSignature.pem(SIGNER.certificate().getEncoded());
        } catch (java.security.cert.CertificateEncodingException e) {
            throw new IllegalStateException(e);
        }
        String colons = print.toUpperCase(java.util.Locale.ROOT).replaceAll("..(?!$)", "$0:");
        Path two = Files.writeString(directory.resolve("two.pem"), pem + pem);
        for (String named : List.of(print, colons, "sha256:" + print, "SHA-256:" + colons, two.toString())) {
            assertThat(Trust.read(List.of(named)).of(SIGNER.certificate()))
                    .as(named)
                    .isTrue();
        }
        assertThat(Trust.NOBODY.any()).isFalse();
        assertThat(Trust.grouped(print)).hasSize(71).startsWith(print.substring(0, 8) + " " + print.substring(8, 16));
        Path none = Files.writeString(directory.resolve("none.pem"), "no certificate");
        Path empty = Files.writeString(directory.resolve("empty.pem"), "");
        for (String named : List.of(none.toString(), empty.toString(), "nowhere.pem", print.substring(1))) {
            assertThatThrownBy(() -> Trust.read(List.of(named))).as(named).isInstanceOf(BundleException.class);
        }
    }

    /** 20 million empty lists are 40 MB unpacked and some ten kilobytes packed; what they would be in memory is a gigabyte. */
    @Test
    void lists_without_end_are_refused_while_they_are_read() throws IOException {
        String bomb = "[" + "[],".repeat(600_000) + "[]]";
        assertThat(run(bundle(e -> e.put(Bundle.AUDIT, bomb))))
                .startsWith("3 ")
                .contains("audit.json cannot be read")
                .doesNotContain("Exception", "OutOfMemory");
        assertThat(run(bundle(e -> e.put(Bundle.SIGNATURES, "[".repeat(60) + "]".repeat(60)))))
                .startsWith("3 ")
                .contains("signatures.json cannot be read");
    }

    @Test
    void zeros_without_end_are_refused_before_they_are_unpacked() throws IOException {
        Path file = Files.createTempFile(directory, "zeros", ".zip");
        byte[] zeros = new byte[1 << 20];
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            zip.putNextEntry(new ZipEntry(BundleWriter.MANIFEST));
            zip.write("{}".getBytes(StandardCharsets.UTF_8));
            zip.putNextEntry(new ZipEntry("series-1.csv"));
            for (int i = 0; i < 64; i++) {
                zip.write(zeros);
            }
        }
        assertThatThrownBy(() -> Bundle.open(file))
                .isInstanceOf(BundleException.class)
                .hasMessageContaining("“series-1.csv” is packed more than 300 times smaller");
    }

    @Test
    void what_is_more_than_an_archive_says_is_not_read() throws IOException {
        DeclaredInput in = new DeclaredInput(new ByteArrayInputStream(new byte[100]), "plan.json", 99);
        assertThat(in.read()).isZero();
        assertThatThrownBy(() -> in.readNBytes(200))
                .hasMessageContaining("“plan.json” is larger than the archive says");
        assertThat(new DeclaredInput(new ByteArrayInputStream(new byte[100]), "plan.json", 100).readNBytes(200))
                .hasSize(100);
    }
}
