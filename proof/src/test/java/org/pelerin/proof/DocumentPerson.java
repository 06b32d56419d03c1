package org.pelerin.proof;

import java.io.IOException;
import java.math.BigInteger;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.MessageDigest;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import java.util.Hashtable;
import java.util.List;
import java.util.Set;
import org.apache.pdfbox.pdmodel.interactive.digitalsignature.SignatureInterface;
import org.bouncycastle.asn1.ASN1Encodable;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.DERSet;
import org.bouncycastle.asn1.cms.Attribute;
import org.bouncycastle.asn1.cms.AttributeTable;
import org.bouncycastle.asn1.ess.ESSCertIDv2;
import org.bouncycastle.asn1.ess.SigningCertificateV2;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.cert.jcajce.JcaCertStore;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSProcessableByteArray;
import org.bouncycastle.cms.CMSSignedDataGenerator;
import org.bouncycastle.cms.DefaultSignedAttributeTableGenerator;
import org.bouncycastle.cms.jcajce.JcaSignerInfoGeneratorBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.bouncycastle.operator.jcajce.JcaDigestCalculatorProviderBuilder;

/** Somebody with a key of the kind that documents are signed with. */
record DocumentPerson(KeyPair keys, X509Certificate certificate) {

    static DocumentPerson named(String name) throws GeneralSecurityException, IOException, OperatorCreationException {
        KeyPairGenerator generator = KeyPairGenerator.getInstance("EC");
        generator.initialize(256);
        KeyPair keys = generator.generateKeyPair();
        X500Name subject = new X500Name("CN=" + name);
        Instant now = Instant.now();
        return new DocumentPerson(
                keys,
                new JcaX509CertificateConverter()
                        .getCertificate(new JcaX509v3CertificateBuilder(
                                        subject,
                                        BigInteger.TWO,
                                        Date.from(now),
                                        Date.from(now.plus(Duration.ofDays(9))),
                                        subject,
                                        keys.getPublic())
                                .build(new JcaContentSignerBuilder("SHA256withECDSA").build(keys.getPrivate()))));
    }

    CmsSignature.Signer signer() {
        return new CmsSignature.Signer(keys.getPrivate(), "SHA256withECDSA", certificate, List.of());
    }

    Trust trust() {
        return new Trust(Set.of(Trust.fingerprint(certificate)));
    }

    /** @param named the certificate that is part of what is signed; null for none */
    SignatureInterface pdf(X509Certificate named) {
        return content -> {
            try {
                CMSSignedDataGenerator cms = new CMSSignedDataGenerator();
                JcaSignerInfoGeneratorBuilder info =
                        new JcaSignerInfoGeneratorBuilder(new JcaDigestCalculatorProviderBuilder().build());
                if (named != null) {
                    byte[] hash = MessageDigest.getInstance("SHA-256").digest(named.getEncoded());
                    Hashtable<ASN1ObjectIdentifier, ASN1Encodable> attributes = new Hashtable<>();
                    attributes.put(
                            PKCSObjectIdentifiers.id_aa_signingCertificateV2,
                            new Attribute(
                                    PKCSObjectIdentifiers.id_aa_signingCertificateV2,
                                    new DERSet(new SigningCertificateV2(new ESSCertIDv2[] {new ESSCertIDv2(hash)}))));
                    info.setSignedAttributeGenerator(
                            new DefaultSignedAttributeTableGenerator(new AttributeTable(attributes)));
                }
                cms.addSignerInfoGenerator(info.build(
                        new JcaContentSignerBuilder("SHA256withECDSA").build(keys.getPrivate()), certificate));
                cms.addCertificates(new JcaCertStore(List.of(certificate)));
                return cms.generate(new CMSProcessableByteArray(content.readAllBytes()), false)
                        .getEncoded("DER");
            } catch (CMSException | OperatorCreationException | GeneralSecurityException e) {
                throw new IOException(e);
            }
        };
    }
}
