package org.pelerin.proof;

import java.io.IOException;
import java.security.cert.X509Certificate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.interactive.digitalsignature.PDSignature;
import org.bouncycastle.asn1.ASN1InputStream;
import org.bouncycastle.asn1.cms.ContentInfo;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSProcessableByteArray;
import org.bouncycastle.cms.CMSSignedData;

/**
 * Checks the signature of a PDF (PAdES baseline, ETSI EN 319 142-1) by the file alone: that it is over every byte of it but itself, that it is by the key of
 * the certificate in it, and whose that is.
 */
public final class PdfProof {

    private final byte[] pdf;
    private final Trust trust;
    private final List<String> troubles = new ArrayList<>();
    private final List<String> checked = new ArrayList<>();
    private final List<String> left = new ArrayList<>();
    private BundleCheck.Origin origin;

    private PdfProof(byte[] pdf, Trust trust) {
        this.pdf = pdf;
        this.trust = trust;
    }

    /** Whether bytes are a PDF's. */
    public static boolean is(byte[] bytes) {
        return bytes.length > 5 && new String(bytes, 0, 5, java.nio.charset.StandardCharsets.US_ASCII).equals("%PDF-");
    }

    public static BundleCheck.Outcome of(byte[] pdf, Trust trust) {
        PdfProof proof = new PdfProof(pdf, trust);
        Optional<String> refusal = PdfLimits.refusal(pdf);
        if (refusal.isPresent()) {
            return new BundleCheck.Outcome(List.of(), List.of(), List.of(), refusal, Optional.empty());
        }
        String unreadable = null;
        try (PDDocument document = Loader.loadPDF(pdf)) {
            proof.signatures(document.getSignatureDictionaries());
        } catch (IOException | RuntimeException e) {
            unreadable = "It cannot be read as a PDF; it may be damaged";
        }
        return new BundleCheck.Outcome(
                proof.troubles,
                proof.checked,
                proof.left,
                Optional.ofNullable(unreadable),
                Optional.ofNullable(proof.origin));
    }

    private void signatures(List<PDSignature> all) throws IOException {
        if (all.isEmpty()) {
            left.add("whether it is as it was made: it bears no signature");
            return;
        }
        for (PDSignature s : all) {
            signature(s);
        }
        if (all.stream().noneMatch(this::whole)) {
            troubles.add("Something was added to it after it was signed");
        }
    }

    /** Whether it is over the whole file, but for the signature's own digits. */
    private boolean whole(PDSignature s) {
        int[] range = s.getByteRange();
        if (range == null || range.length != 4 || range[0] != 0 || range[2] < range[1]) {
            return false;
        }
        int hole = range[2] - range[1];
        // the digits between their brackets, as the file has them
        boolean digits = range[1] < pdf.length
                && pdf[range[1]] == '<'
                && pdf[range[2] - 1] == '>'
                && hole == 2 * s.getContents().length + 2;
        return digits && range[2] + range[3] == pdf.length;
    }

    private void signature(PDSignature s) throws IOException {
        try {
            byte[] signed = s.getSignedContent(pdf);
            CMSSignedData data = new CMSSignedData(new CMSProcessableByteArray(signed), content(s));
            CmsSignature.verified(data, troubles).forEach(by -> told(by.certificate()));
        } catch (CMSException | IOException | RuntimeException e) {
            troubles.add("Its content is not what was signed");
        }
    }

    /** What is filled up with zeros to its room. */
    private static ContentInfo content(PDSignature s) throws IOException {
        try (ASN1InputStream in = new ASN1InputStream(s.getContents())) {
            return ContentInfo.getInstance(in.readObject());
        }
    }

    private void told(X509Certificate by) {
        String name = Trust.name(by);
        origin = new BundleCheck.Origin(name, Trust.fingerprint(by), trust.of(by));
        checked.add("every byte, by its signature by " + name);
        if (!origin.trusted()) {
            left.add(BundleCheck.untrusted(origin, trust));
        }
    }
}
