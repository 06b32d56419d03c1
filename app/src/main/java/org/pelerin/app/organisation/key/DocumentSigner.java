package org.pelerin.app.organisation.key;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.util.GregorianCalendar;
import java.util.TimeZone;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.interactive.annotation.PDAnnotationWidget;
import org.apache.pdfbox.pdmodel.interactive.digitalsignature.PDSignature;
import org.apache.pdfbox.pdmodel.interactive.digitalsignature.SignatureOptions;
import org.apache.pdfbox.pdmodel.interactive.form.PDSignatureField;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSProcessableByteArray;
import org.bouncycastle.cms.CMSSignedDataGenerator;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.proof.CmsSignature;
import org.pelerin.proof.SignedFile;
import org.pelerin.proof.Trust;
import org.springframework.stereotype.Component;

/**
 * Signs what leaves. PDFs as PAdES baseline B-B has it (ETSI EN 319 142-1): one signature over the whole file, appended to it, so that it stays PDF/A-3 and
 * PDF/UA-1 and any reader of PDFs shows whether a byte of it was changed since. Other files together with their signature in a container.
 */
@Component
public class DocumentSigner {

    /** Room for the signature, its certificate and what a longer chain of the house's own would need. */
    private static final int ROOM = 24_000;

    private final InstallationKeys keys;

    DocumentSigner(InstallationKeys keys) {
        this.keys = keys;
    }

    /** @param at when it was made, as the signature says */
    public byte[] signed(byte[] pdf, Instant at) {
        CmsSignature.Signer by = signer();
        try (PDDocument document = Loader.loadPDF(pdf);
                SignatureOptions options = new SignatureOptions()) {
            PDSignature signature = new PDSignature();
            signature.setFilter(PDSignature.FILTER_ADOBE_PPKLITE);
            signature.setSubFilter(PDSignature.SUBFILTER_ETSI_CADES_DETACHED);
            signature.setName(Trust.name(by.certificate()));
            GregorianCalendar date = new GregorianCalendar(TimeZone.getTimeZone("UTC"));
            date.setTimeInMillis(at.toEpochMilli());
            signature.setSignDate(date);
            options.setPreferredSignatureSize(ROOM);
            document.addSignature(signature, content -> detached(content, by), options);
            out(document);
            ByteArrayOutputStream out = new ByteArrayOutputStream(pdf.length + 2 * ROOM);
            document.saveIncremental(out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(Texts.of("organisation.key.documentSigner.theDocumentCouldNotBe"), e);
        }
    }

    /** Its field is seen by no reader of the page, and named for those who have it read to them. */
    private static void out(PDDocument document) throws IOException {
        for (PDSignatureField field : document.getSignatureFields()) {
            field.setAlternateFieldName("Signature of the installation that made this document");
            PDAnnotationWidget widget = field.getWidgets().get(0);
            widget.setRectangle(new PDRectangle(-1, -1, 0, 0));
            widget.setPrinted(true);
            PDPage page = document.getPage(0);
            page.getCOSObject().setName(COSName.getPDFName("Tabs"), "S");
            page.getCOSObject().setNeedToBeUpdated(true);
            field.getCOSObject().setNeedToBeUpdated(true);
            widget.getCOSObject().setNeedToBeUpdated(true);
        }
    }

    private static byte[] detached(InputStream content, CmsSignature.Signer by) throws IOException {
        try {
            return CmsSignature.signing(new CMSSignedDataGenerator(), by, null)
                    .generate(new CMSProcessableByteArray(IOUtils.toByteArray(content)), false)
                    .getEncoded("DER");
        } catch (CMSException e) {
            throw new IOException(e);
        }
    }

    /**
     * Writes a file of any kind together with its signature, in one pass.
     *
     * @param name of the file
     * @param at when it is signed
     */
    public void write(OutputStream to, String name, Instant at, SignedFile.Content content) throws IOException {
        SignedFile.write(to, name, signer(), at, content);
    }

    private CmsSignature.Signer signer() {
        InstallationKeys.Signer by = keys.signer(KeyPurpose.DOCUMENT);
        return new CmsSignature.Signer(
                by.key(), OwnCertificate.algorithm(by.certificate().getPublicKey()), by.certificate(), by.chain());
    }
}
