package org.pelerin.app.house.key;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.GregorianCalendar;
import java.util.Hashtable;
import java.util.List;
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
import org.bouncycastle.asn1.ASN1Encodable;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.DERSet;
import org.bouncycastle.asn1.cms.Attribute;
import org.bouncycastle.asn1.cms.AttributeTable;
import org.bouncycastle.asn1.cms.CMSAttributes;
import org.bouncycastle.asn1.ess.ESSCertIDv2;
import org.bouncycastle.asn1.ess.SigningCertificateV2;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.cert.jcajce.JcaCertStore;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSProcessableByteArray;
import org.bouncycastle.cms.CMSSignedDataGenerator;
import org.bouncycastle.cms.DefaultSignedAttributeTableGenerator;
import org.bouncycastle.cms.jcajce.JcaSignerInfoGeneratorBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.bouncycastle.operator.jcajce.JcaDigestCalculatorProviderBuilder;
import org.pelerin.proof.Trust;
import org.springframework.stereotype.Component;

/**
 * Signs PDFs as PAdES baseline B-B has it (ETSI EN 319 142-1): one signature over the whole file, appended to it, so that it stays PDF/A-3 and PDF/UA-1 and
 * any reader of PDFs shows whether a byte of it was changed since.
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
        InstallationKeys.Signer by = keys.signer(KeyPurpose.DOCUMENT);
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
            throw new UncheckedIOException("The document could not be signed", e);
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

    private static byte[] detached(InputStream content, InstallationKeys.Signer by) throws IOException {
        try {
            CMSSignedDataGenerator generator = new CMSSignedDataGenerator();
            JcaSignerInfoGeneratorBuilder info =
                    new JcaSignerInfoGeneratorBuilder(new JcaDigestCalculatorProviderBuilder().build());
            info.setSignedAttributeGenerator(attributes(by.certificate()));
            generator.addSignerInfoGenerator(info.build(
                    new JcaContentSignerBuilder(
                                    OwnCertificate.algorithm(by.certificate().getPublicKey()))
                            .build(by.key()),
                    by.certificate()));
            List<X509Certificate> all = new ArrayList<>(List.of(by.certificate()));
            all.addAll(by.chain());
            generator.addCertificates(new JcaCertStore(all));
            return generator
                    .generate(new CMSProcessableByteArray(IOUtils.toByteArray(content)), false)
                    .getEncoded("DER");
        } catch (CMSException | OperatorCreationException | GeneralSecurityException e) {
            throw new IOException(e);
        }
    }

    /** The certificate is part of what is signed; when it was signed says the PDF. */
    private static DefaultSignedAttributeTableGenerator attributes(X509Certificate certificate)
            throws GeneralSecurityException {
        byte[] hash = MessageDigest.getInstance("SHA-256").digest(certificate.getEncoded());
        SigningCertificateV2 named = new SigningCertificateV2(new ESSCertIDv2[] {new ESSCertIDv2(hash)});
        Hashtable<ASN1ObjectIdentifier, ASN1Encodable> table = new Hashtable<>();
        table.put(
                PKCSObjectIdentifiers.id_aa_signingCertificateV2,
                new Attribute(PKCSObjectIdentifiers.id_aa_signingCertificateV2, new DERSet(named)));
        return new DefaultSignedAttributeTableGenerator(new AttributeTable(table)) {
            @Override
            @SuppressWarnings({"rawtypes", "unchecked"})
            protected Hashtable createStandardAttributeTable(java.util.Map parameters) {
                Hashtable all = super.createStandardAttributeTable(parameters);
                all.remove(CMSAttributes.signingTime);
                return all;
            }
        };
    }
}
