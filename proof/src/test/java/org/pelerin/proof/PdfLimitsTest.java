package org.pelerin.proof;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.zip.DeflaterOutputStream;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.encryption.AccessPermission;
import org.apache.pdfbox.pdmodel.encryption.StandardProtectionPolicy;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PdfLimitsTest {

    private static final String LARGE = "Unpacked it would be too large";
    private static final String OTHERWISE = "It is encrypted or packed in a way that documents made here are not";

    private static byte[] packed(byte[] bytes) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (DeflaterOutputStream deflater = new DeflaterOutputStream(out)) {
            deflater.write(bytes);
        }
        return out.toByteArray();
    }

    /** So many megabytes of nothing. */
    private static byte[] nothing(int megabytes) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (DeflaterOutputStream deflater = new DeflaterOutputStream(out)) {
            for (int i = 0; i < megabytes; i++) {
                deflater.write(new byte[1 << 20]);
            }
        }
        return out.toByteArray();
    }

    private static byte[] pdf(String dictionary, byte[]... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes("%PDF-1.7\n".getBytes(StandardCharsets.US_ASCII));
        for (byte[] part : parts) {
            out.writeBytes(("1 0 obj\n<< " + dictionary + " /Length " + part.length + " >>\nstream\r\n")
                    .getBytes(StandardCharsets.US_ASCII));
            out.writeBytes(part);
            out.writeBytes("\nendstream\nendobj\n".getBytes(StandardCharsets.US_ASCII));
        }
        return out.toByteArray();
    }

    @Test
    void a_document_with_text_is_opened() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (PDDocument d = new PDDocument()) {
            PDPage page = new PDPage();
            d.addPage(page);
            try (PDPageContentStream c = new PDPageContentStream(d, page)) {
                c.moveTo(1, 1);
            }
            d.save(out);
        }
        assertThat(PdfLimits.refusal(out.toByteArray())).isEmpty();
    }

    @Test
    void what_would_fill_the_memory_is_known_before() throws IOException {
        assertThat(PdfLimits.refusal(pdf("/Filter /FlateDecode", nothing(127)))).isEmpty();
        assertThat(PdfLimits.refusal(pdf("/Filter /FlateDecode", nothing(129)))).contains(LARGE);
        // each for itself small enough, all together not
        byte[] some = nothing(100);
        assertThat(PdfLimits.refusal(pdf("/Filter /FlateDecode", some, some, some, some, some, some)))
                .contains(LARGE);
        // packed twice: a few hundred bytes
        byte[] twice = packed(nothing(200));
        assertThat(twice).hasSizeLessThan(5000);
        assertThat(PdfLimits.refusal(pdf("/Filter [/FlateDecode /FlateDecode]", twice)))
                .contains(LARGE);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/Filter /LZWDecode",
                "/Filter [/ASCIIHexDecode /FlateDecode]",
                "/Filter /A85",
                "/Filter /#4cZWDecode",
                "/Filter 12 0 R",
                "/Filter\n12 0 R",
                "/Filter[/RunLengthDecode]"
            })
    void packings_that_would_hide_the_size_are_refused(String dictionary) throws IOException {
        assertThat(PdfLimits.refusal(pdf(dictionary, packed(new byte[10])))).contains(OTHERWISE);
    }

    @Test
    void what_only_sounds_alike_is_not() throws IOException {
        assertThat(PdfLimits.refusal(pdf(
                        "/Type /EmbeddedFile /Subtype /application#2Fjson /RLX 1 /Filter /FlateDecode",
                        packed("/LZW in a text, and a stream in it".getBytes(StandardCharsets.US_ASCII)))))
                .isEmpty();
    }

    @Test
    void an_encrypted_document_is_refused() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (PDDocument d = new PDDocument()) {
            d.addPage(new PDPage());
            d.protect(new StandardProtectionPolicy("owner", "", new AccessPermission()));
            d.save(out);
        }
        assertThat(PdfLimits.refusal(out.toByteArray())).contains(OTHERWISE);
        assertThat(PdfProof.of(out.toByteArray(), Trust.NOBODY).unreadable()).contains(OTHERWISE);
    }
}
