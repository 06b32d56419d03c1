package org.pelerin.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.pelerin.core.evidence.Sha256;

/** What the command says and ends with. */
class VerifyCommandTest {

    private static final BundleWriter.Signer SIGNER = SampleSigner.of("A house");

    @TempDir
    Path directory;

    private final ByteArrayOutputStream out = new ByteArrayOutputStream();
    private final ByteArrayOutputStream err = new ByteArrayOutputStream();

    private int run(Path... files) {
        return VerifyCommand.run(
                List.of(files).stream().map(Path::toString).toList(),
                new PrintStream(out, true, StandardCharsets.UTF_8),
                new PrintStream(err, true, StandardCharsets.UTF_8));
    }

    /** Of a record that was made of a file: nothing in it can be decoded again. */
    private Path bundle(String judgement, String named) throws IOException {
        Path file = Files.createTempFile(directory, "bundle", ".zip");
        try (OutputStream to = Files.newOutputStream(file);
                BundleWriter zip = new BundleWriter(to)) {
            zip.text(Bundle.SOURCE, "a,b\n1,2\n");
            zip.text(Bundle.LAYOUT, """
                    {"name": "a.xlsx", "sheet": 0, "charset": null, "delimiter": ",",
                     "layout": {"skipped": 1, "decimal": ".", "order": "YEAR_FIRST", "zone": "UTC", "columns": [
                       {"role": "INSTANT", "name": "", "unit": ""}, {"role": "VALUE", "name": "b", "unit": "°C"}]},
                     "merge": "NONE", "sort": false, "device": "x"}""");
            zip.json(
                    Bundle.MISSION,
                    new BundleMission(
                            "file",
                            0,
                            null,
                            null,
                            "UTC",
                            "File a.csv",
                            0,
                            null,
                            null,
                            1L,
                            1L,
                            new BundleMission.Clock(false, 0, 0, null, ""),
                            null,
                            null,
                            "",
                            List.of(),
                            List.of(),
                            true,
                            "none",
                            Map.of()));
            zip.text(Bundle.PLAN, "{}");
            zip.text(Bundle.LIMITS, "{}");
            zip.text(Bundle.JUDGEMENT, judgement);
            zip.text(Bundle.FINDINGS, "[]");
            zip.text(Bundle.SIGNATURES, "[]");
            zip.text(Bundle.AUDIT, "[]");
            zip.finish(
                    new Manifest(
                            Manifest.FORMAT,
                            Manifest.VERSION,
                            7,
                            "QL-1",
                            "A house",
                            0,
                            "tech",
                            sha("a,b\n1,2\n"),
                            sha(named),
                            List.of()),
                    SIGNER);
        }
        return file;
    }

    private static String sha(String text) {
        return Sha256.of(text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void a_sound_one_is_told_with_what_could_not_be_checked() throws IOException {
        assertThat(run(bundle("{\"verdict\": \"within\"}", "{\"verdict\": \"within\"}")))
                .isEqualTo(2);
        assertThat(out.toString(StandardCharsets.UTF_8))
                .contains(
                        "mission 7 of QL-1, A house. It fits together: 9 files by their hashes; its signature by A house")
                .contains("not checked: whether “A house” is who it says: no certificate was named to trust")
                .contains("not checked: its record was made of a workbook");
    }

    @Test
    void of_several_the_worst_counts_and_each_is_told() throws IOException {
        Path nothing = directory.resolve("nothing.zip");
        Path text = Files.writeString(directory.resolve("text.zip"), "no archive at all");
        Path unsound = bundle("{\"verdict\": \"within\"}", "{\"verdict\": \"excursions\"}");
        assertThat(run(unsound)).isEqualTo(1);
        assertThat(out.toString(StandardCharsets.UTF_8))
                .contains("It does not fit: The judgement has another hash than the manifest names.");
        assertThat(run(unsound, nothing, text)).isEqualTo(3);
        assertThat(err.toString(StandardCharsets.UTF_8))
                .contains("nothing.zip: there is no such file.")
                .contains("text.zip: The archive is damaged");
        assertThat(run()).isEqualTo(3);
    }

    @Test
    void of_a_table_it_says_what_it_cannot_tell_and_of_a_damaged_archive_that_it_is_one() throws IOException {
        Path table = Files.writeString(directory.resolve("air.csv"), "time,Air [°C]\r\n2026-03-02T23:00:00Z,20.1\r\n");
        assertThat(run(table)).isEqualTo(2);
        assertThat(out.toString(StandardCharsets.UTF_8))
                .contains("air.csv: a table. It bears no signature of its own.");
        Path damaged = bundle("{}", "{}");
        byte[] bytes = Files.readAllBytes(damaged);
        bytes[0] = 0;
        bytes[bytes.length - 20] ^= 0x55;
        Files.write(damaged, java.util.Arrays.copyOf(bytes, bytes.length / 2));
        assertThat(run(damaged)).isEqualTo(3);
        assertThat(err.toString(StandardCharsets.UTF_8)).contains("The archive is damaged");
    }

    @Test
    void what_is_written_is_compared_to_the_last_byte() throws IOException {
        Comparing same = new Comparing(new java.io.ByteArrayInputStream("a\nb\n".getBytes()));
        same.write("a\nb\n".getBytes());
        assertThat(same.end()).isZero();
        Comparing other = new Comparing(new java.io.ByteArrayInputStream("a\nb\nc\n".getBytes()));
        other.write("a\nX\nc\n".getBytes());
        assertThat(other.end()).isEqualTo(2);
        Comparing longer = new Comparing(new java.io.ByteArrayInputStream("a\nb\n".getBytes()));
        longer.write("a\n".getBytes());
        assertThat(longer.end()).isEqualTo(2);
        Comparing shorter = new Comparing(new java.io.ByteArrayInputStream("a\n".getBytes()));
        shorter.write("a\nb\n".getBytes());
        assertThat(shorter.end()).isEqualTo(2);
    }
}
