package org.pelerin.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Set;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdfwriter.compress.CompressParameters;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.interactive.digitalsignature.PDSignature;
import org.apache.pdfbox.pdmodel.interactive.digitalsignature.SignatureInterface;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** PDFs by the signature that they bear: what was added, changed, cut or signed by another is told. */
class PdfProofTest {

    private static DocumentPerson ann;
    private static DocumentPerson bob;
    private static byte[] plain;
    private static byte[] signed;

    @BeforeAll
    static void make() throws Exception {
        ann = DocumentPerson.named("Ostrel creameries");
        bob = DocumentPerson.named("Somebody else");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (PDDocument document = new PDDocument()) {
            document.addPage(new PDPage());
            document.getDocumentInformation().setTitle("Report of a vault");
            document.save(out, CompressParameters.NO_COMPRESSION);
        }
        plain = out.toByteArray();
        signed = signed(plain, ann.pdf(ann.certificate()));
    }

    private static byte[] signed(byte[] pdf, SignatureInterface by) throws IOException {
        try (PDDocument document = Loader.loadPDF(pdf)) {
            PDSignature signature = new PDSignature();
            signature.setFilter(PDSignature.FILTER_ADOBE_PPKLITE);
            signature.setSubFilter(PDSignature.SUBFILTER_ETSI_CADES_DETACHED);
            document.addSignature(signature, by);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.saveIncremental(out);
            return out.toByteArray();
        }
    }

    @Test
    void one_that_is_as_it_was_signed_is_sound_and_known_by_its_certificate() {
        BundleCheck.Outcome o = PdfProof.of(signed, ann.trust());
        assertThat(o.proven()).isTrue();
        assertThat(o.checked()).containsExactly("every byte, by its signature by Ostrel creameries");
        BundleCheck.Outcome stranger = PdfProof.of(signed, bob.trust());
        assertThat(stranger.sound()).isTrue();
        assertThat(stranger.proven()).isFalse();
        assertThat(stranger.left())
                .singleElement()
                .asString()
                .contains("signed by another installation", Trust.grouped(Trust.fingerprint(ann.certificate())));
        assertThat(PdfProof.of(signed, Trust.NOBODY).left())
                .singleElement()
                .asString()
                .contains("whether “Ostrel creameries” is who it says");
    }

    @Test
    void one_without_a_signature_says_that_it_bears_none() {
        BundleCheck.Outcome o = PdfProof.of(plain, ann.trust());
        assertThat(o.sound()).isTrue();
        assertThat(o.proven()).isFalse();
        assertThat(o.left()).containsExactly("whether it is as it was made: it bears no signature");
        assertThat(o.origin()).isEmpty();
    }

    /** Anywhere in what was signed, however little. */
    @Test
    void every_changed_byte_before_and_after_the_signature_is_found() {
        int from = new String(signed, StandardCharsets.ISO_8859_1).indexOf("Report of a vault");
        for (int at : new int[] {from, from + 3, 20, signed.length - 30}) {
            byte[] altered = signed.clone();
            altered[at] ^= 1;
            BundleCheck.Outcome o = PdfProof.of(altered, ann.trust());
            assertThat(o.proven()).as("byte %s", at).isFalse();
            assertThat(o.sound()).as("byte %s", at).isFalse();
        }
    }

    @Test
    void what_is_added_after_it_was_signed_is_told_even_if_the_signature_still_fits() throws IOException {
        byte[] longer = java.util.Arrays.copyOf(signed, signed.length + 40);
        java.util.Arrays.fill(longer, signed.length, longer.length, (byte) ' ');
        assertThat(PdfProof.of(longer, ann.trust()).troubles())
                .contains("Something was added to it after it was signed");
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (PDDocument document = Loader.loadPDF(signed)) {
            document.getDocumentInformation().setTitle("Report of another vault");
            document.getDocumentInformation().getCOSObject().setNeedToBeUpdated(true);
            document.saveIncremental(out);
        }
        BundleCheck.Outcome o = PdfProof.of(out.toByteArray(), ann.trust());
        assertThat(o.troubles()).containsExactly("Something was added to it after it was signed");
        assertThat(o.proven()).isFalse();
    }

    @Test
    void a_second_signature_over_all_of_it_leaves_both_to_be_told() throws IOException {
        byte[] twice = signed(signed, bob.pdf(bob.certificate()));
        BundleCheck.Outcome o = PdfProof.of(
                twice, new Trust(Set.of(Trust.fingerprint(ann.certificate()), Trust.fingerprint(bob.certificate()))));
        assertThat(o.troubles()).isEmpty();
        assertThat(o.checked())
                .containsExactly(
                        "every byte, by its signature by Ostrel creameries",
                        "every byte, by its signature by Somebody else");
    }

    /** So that no other certificate of the same key is put in its place. */
    @Test
    void the_certificate_has_to_be_part_of_what_was_signed() throws IOException {
        assertThat(PdfProof.of(signed(plain, ann.pdf(null)), ann.trust()).troubles())
                .containsExactly("It is not what was signed");
        assertThat(PdfProof.of(signed(plain, ann.pdf(bob.certificate())), ann.trust())
                        .troubles())
                .containsExactly("It is not what was signed");
    }

    @Test
    void what_is_no_signature_or_no_pdf_is_said_to_be_none() throws IOException {
        assertThat(PdfProof.of(signed(plain, content -> new byte[] {1, 2, 3}), ann.trust())
                        .troubles())
                .containsExactly("Its content is not what was signed");
        BundleCheck.Outcome o =
                PdfProof.of("%PDF-1.7 and nothing more".getBytes(StandardCharsets.US_ASCII), ann.trust());
        assertThat(o.unreadable()).hasValue("It cannot be read as a PDF; it may be damaged");
        assertThat(o.sound()).isFalse();
        assertThat(PdfProof.is(plain)).isTrue();
        assertThat(PdfProof.is("%PD".getBytes(StandardCharsets.US_ASCII))).isFalse();
        assertThat(PdfProof.is("PK-1.7".getBytes(StandardCharsets.US_ASCII))).isFalse();
    }
}
