package org.pelerin.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.bouncycastle.cms.CMSProcessableByteArray;
import org.bouncycastle.cms.CMSSignedData;
import org.bouncycastle.cms.SignerInformation;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A file with its signature in one archive: what was changed, put beside it or signed by another is told. */
class SignedFileTest {

    private static final Instant AT = Instant.now().plusSeconds(60);
    private static final String TABLE = "time,Air [°C]\r\n2026-03-02T22:00:00Z,20.1\r\n";

    private static DocumentPerson ann;
    private static DocumentPerson bob;

    @TempDir
    Path directory;

    @BeforeAll
    static void people() throws Exception {
        ann = DocumentPerson.named("Ostrel creameries");
        bob = DocumentPerson.named("Somebody else");
    }

    private Path signed(DocumentPerson by, String name, String text) throws IOException {
        return signed(by, name, text, AT);
    }

    private Path signed(DocumentPerson by, String name, String text, Instant at) throws IOException {
        Path file = Files.createTempFile(directory, "signed", ".zip");
        try (OutputStream to = Files.newOutputStream(file)) {
            SignedFile.write(to, name, by.signer(), at, out -> {
                byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
                // in pieces, and one byte by itself
                out.write(bytes[0]);
                out.write(bytes, 1, bytes.length - 1);
            });
        }
        return file;
    }

    private static Map<String, byte[]> entries(Path archive) throws IOException {
        Map<String, byte[]> out = new LinkedHashMap<>();
        try (ZipInputStream zip = new ZipInputStream(Files.newInputStream(archive))) {
            for (ZipEntry e = zip.getNextEntry(); e != null; e = zip.getNextEntry()) {
                out.put(e.getName(), zip.readAllBytes());
            }
        }
        return out;
    }

    private Path archive(Map<String, byte[]> entries) throws IOException {
        Path file = Files.createTempFile(directory, "archive", ".zip");
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
            for (Map.Entry<String, byte[]> e : entries.entrySet()) {
                zip.putNextEntry(new ZipEntry(e.getKey()));
                zip.write(e.getValue());
            }
        }
        return file;
    }

    @Test
    void what_is_as_it_was_signed_is_proven_and_says_by_whom_and_when() throws IOException {
        Path file = signed(ann, "air.csv", TABLE);
        BundleCheck.Outcome o = SignedFile.check(file, ann.trust());
        assertThat(o.proven()).as(o.toString()).isTrue();
        assertThat(o.checked())
                .containsExactly("every byte of air.csv, by its signature by Ostrel creameries, dated "
                        + AT.truncatedTo(ChronoUnit.SECONDS));
        assertThat(new String(SignedFile.file(file, 1000), StandardCharsets.UTF_8))
                .isEqualTo(TABLE);
        assertThatThrownBy(() -> SignedFile.file(file, 10)).isInstanceOf(BundleException.class);
        BundleCheck.Outcome stranger = SignedFile.check(file, bob.trust());
        assertThat(stranger.sound()).isTrue();
        assertThat(stranger.proven()).isFalse();
        assertThat(stranger.left()).singleElement().asString().contains("signed by another installation");
    }

    /** As the standard lays it out, read by nothing of ours. */
    @Test
    void its_entries_and_its_signature_are_those_of_the_standard() throws Exception {
        Path file = signed(ann, "air.csv", TABLE);
        Map<String, byte[]> entries = entries(file);
        assertThat(entries.keySet()).containsExactly("mimetype", "air.csv", "META-INF/signature.p7s");
        try (ZipFile zip = new ZipFile(file.toFile())) {
            assertThat(zip.getEntry("mimetype").getMethod()).isEqualTo(ZipEntry.STORED);
        }
        // the kind stands at its offset in the first 68 bytes, where programs look for it
        byte[] bytes = Files.readAllBytes(file);
        assertThat(new String(bytes, 30, 8, StandardCharsets.US_ASCII)).isEqualTo("mimetype");
        assertThat(new String(bytes, 38, 31, StandardCharsets.US_ASCII)).isEqualTo("application/vnd.etsi.asic-s+zip");
        CMSSignedData cms = new CMSSignedData(
                new CMSProcessableByteArray(TABLE.getBytes(StandardCharsets.UTF_8)),
                entries.get("META-INF/signature.p7s"));
        assertThat(cms.isDetachedSignature()).isTrue();
        SignerInformation by = cms.getSignerInfos().getSigners().iterator().next();
        // RFC 5652: content type, message digest, signing time; RFC 5035: signing certificate
        for (String oid : List.of(
                "1.2.840.113549.1.9.3", "1.2.840.113549.1.9.4", "1.2.840.113549.1.9.5", "1.2.840.113549.1.9.16.2.47")) {
            assertThat(by.getSignedAttributes().get(new org.bouncycastle.asn1.ASN1ObjectIdentifier(oid)))
                    .as(oid)
                    .isNotNull();
        }
    }

    @Test
    void a_character_changed_or_a_signature_of_another_file_is_found() throws IOException {
        Map<String, byte[]> entries = entries(signed(ann, "air.csv", TABLE));
        entries.put("air.csv", TABLE.replace("20.1", "19.1").getBytes(StandardCharsets.UTF_8));
        BundleCheck.Outcome o = SignedFile.check(archive(entries), ann.trust());
        assertThat(o.sound()).isFalse();
        assertThat(o.troubles()).containsExactly("Its content is not what was signed");
        entries.put("air.csv", TABLE.getBytes(StandardCharsets.UTF_8));
        entries.put(
                "META-INF/signature.p7s", entries(signed(ann, "b.csv", "x,y\n")).get("META-INF/signature.p7s"));
        assertThat(SignedFile.check(archive(entries), ann.trust()).sound()).isFalse();
        entries.put("META-INF/signature.p7s", new byte[] {1, 2, 3});
        assertThat(SignedFile.check(archive(entries), ann.trust()).sound()).isFalse();
    }

    @Test
    void a_signature_dated_when_its_certificate_was_not_valid_says_so() throws IOException {
        Path before = signed(ann, "air.csv", TABLE, Instant.parse("2001-01-01T00:00:00Z"));
        assertThat(SignedFile.check(before, ann.trust()).troubles())
                .containsExactly("Its certificate was not valid at the time that its signature names");
    }

    /** Nothing would be said of the second. */
    @Test
    void a_second_file_or_none_is_refused() throws IOException {
        Map<String, byte[]> entries = entries(signed(ann, "air.csv", TABLE));
        List<String> beside = new ArrayList<>(List.of("another.csv", "META-INF/more.xml", "folder/"));
        for (String name : beside) {
            Map<String, byte[]> more = new LinkedHashMap<>(entries);
            more.put(name, new byte[0]);
            BundleCheck.Outcome o = SignedFile.check(archive(more), ann.trust());
            assertThat(o.proven()).as(name).isFalse();
            assertThat(o.unreadable()).as(name).isPresent();
        }
        entries.remove("air.csv");
        assertThat(SignedFile.check(archive(entries), ann.trust()).unreadable())
                .hasValue("There is no file in it beside the signature");
    }

    @Test
    void the_command_knows_it() throws IOException {
        Path file = signed(ann, "air.csv", TABLE);
        assertThat(SignedFile.is(Set.of("META-INF/signature.p7s", "x"))).isTrue();
        String fingerprint = Trust.fingerprint(ann.certificate());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        PrintStream print = new PrintStream(out, true, StandardCharsets.UTF_8);
        assertThat(VerifyCommand.run(List.of("--trust", fingerprint, file.toString()), print, print))
                .isZero();
        assertThat(out.toString(StandardCharsets.UTF_8)).contains("signed file.", "every byte of air.csv");
        assertThat(VerifyCommand.run(List.of(file.toString()), print, print)).isEqualTo(2);
        Map<String, byte[]> entries = entries(file);
        entries.put("air.csv", "time\r\n".getBytes(StandardCharsets.UTF_8));
        assertThat(VerifyCommand.run(
                        List.of("--trust", fingerprint, archive(entries).toString()), print, print))
                .isEqualTo(1);
        entries.put("b.csv", new byte[0]);
        assertThat(VerifyCommand.run(List.of(archive(entries).toString()), print, print))
                .isEqualTo(3);
    }
}
