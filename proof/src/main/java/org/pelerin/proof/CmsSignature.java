package org.pelerin.proof;

import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Date;
import java.util.Hashtable;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.bouncycastle.asn1.ASN1Encodable;
import org.bouncycastle.asn1.ASN1ObjectIdentifier;
import org.bouncycastle.asn1.DERSet;
import org.bouncycastle.asn1.cms.Attribute;
import org.bouncycastle.asn1.cms.AttributeTable;
import org.bouncycastle.asn1.cms.CMSAttributes;
import org.bouncycastle.asn1.cms.Time;
import org.bouncycastle.asn1.ess.ESSCertIDv2;
import org.bouncycastle.asn1.ess.SigningCertificateV2;
import org.bouncycastle.asn1.pkcs.PKCSObjectIdentifiers;
import org.bouncycastle.cert.X509CertificateHolder;
import org.bouncycastle.cert.jcajce.JcaCertStore;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cms.CMSException;
import org.bouncycastle.cms.CMSSignedData;
import org.bouncycastle.cms.CMSSignedGenerator;
import org.bouncycastle.cms.CMSVerifierCertificateNotValidException;
import org.bouncycastle.cms.DefaultSignedAttributeTableGenerator;
import org.bouncycastle.cms.SignerInformation;
import org.bouncycastle.cms.jcajce.JcaSignerInfoGeneratorBuilder;
import org.bouncycastle.cms.jcajce.JcaSimpleSignerInfoVerifierBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;
import org.bouncycastle.operator.jcajce.JcaDigestCalculatorProviderBuilder;
import org.pelerin.core.evidence.Sha256;

/**
 * Detached signatures by CMS (RFC 5652) as the baselines of PAdES and CAdES want them: the signer's certificate is part of what is signed (RFC 5035), so that
 * no other of the same key can be put in its place.
 */
public final class CmsSignature {

    /**
     * Who signs.
     *
     * @param algorithm as the JCA names it, fit for the key
     * @param chain what leads from the certificate to its issuer; none for one that signs itself
     */
    public record Signer(PrivateKey key, String algorithm, X509Certificate certificate, List<X509Certificate> chain) {}

    private CmsSignature() {}

    /**
     * Has a generator sign by a key.
     *
     * @param at when it is signed, for CAdES; null where the document around it says so, for PAdES
     * @return the generator
     */
    public static <G extends CMSSignedGenerator> G signing(G generator, Signer by, Instant at) {
        try {
            JcaSignerInfoGeneratorBuilder info =
                    new JcaSignerInfoGeneratorBuilder(new JcaDigestCalculatorProviderBuilder().build());
            info.setSignedAttributeGenerator(attributes(by.certificate(), at));
            generator.addSignerInfoGenerator(
                    info.build(new JcaContentSignerBuilder(by.algorithm()).build(by.key()), by.certificate()));
            List<X509Certificate> all = new ArrayList<>(List.of(by.certificate()));
            all.addAll(by.chain());
            generator.addCertificates(new JcaCertStore(all));
            return generator;
        } catch (CMSException | OperatorCreationException | GeneralSecurityException e) {
            throw new IllegalStateException("It cannot be signed", e);
        }
    }

    private static DefaultSignedAttributeTableGenerator attributes(X509Certificate certificate, Instant at)
            throws GeneralSecurityException {
        byte[] hash = MessageDigest.getInstance("SHA-256").digest(certificate.getEncoded());
        SigningCertificateV2 named = new SigningCertificateV2(new ESSCertIDv2[] {new ESSCertIDv2(hash)});
        Hashtable<ASN1ObjectIdentifier, ASN1Encodable> table = new Hashtable<>();
        table.put(
                PKCSObjectIdentifiers.id_aa_signingCertificateV2,
                new Attribute(PKCSObjectIdentifiers.id_aa_signingCertificateV2, new DERSet(named)));
        if (at != null) {
            table.put(
                    CMSAttributes.signingTime,
                    new Attribute(CMSAttributes.signingTime, new DERSet(new Time(Date.from(at)))));
        }
        return new DefaultSignedAttributeTableGenerator(new AttributeTable(table)) {
            @Override
            @SuppressWarnings({"rawtypes", "unchecked"})
            protected Hashtable createStandardAttributeTable(Map parameters) {
                Hashtable all = super.createStandardAttributeTable(parameters);
                if (at == null) {
                    all.remove(CMSAttributes.signingTime);
                }
                return all;
            }
        };
    }

    /**
     * Somebody whose signature fits.
     *
     * @param at when, as they say; empty where the signature does not say so
     */
    record SignedBy(X509Certificate certificate, Optional<Instant> at) {}

    /**
     * Holds each signature against its content and its certificate.
     *
     * @param data with its content
     * @param troubles takes what does not fit, without full stops
     * @return whose signatures fit
     */
    static List<SignedBy> verified(CMSSignedData data, List<String> troubles) throws CMSException {
        List<SignedBy> out = new ArrayList<>();
        for (SignerInformation signer : data.getSignerInfos()) {
            @SuppressWarnings("unchecked")
            Collection<X509CertificateHolder> found = data.getCertificates().getMatches(signer.getSID());
            if (found.isEmpty()) {
                troubles.add("Its signature lacks the certificate that it names");
                continue;
            }
            try {
                X509Certificate by = new JcaX509CertificateConverter()
                        .getCertificate(found.iterator().next());
                if (signer.verify(new JcaSimpleSignerInfoVerifierBuilder().build(by)) && names(signer, by)) {
                    out.add(new SignedBy(by, at(signer)));
                } else {
                    troubles.add("It is not what was signed");
                }
            } catch (CMSVerifierCertificateNotValidException e) {
                troubles.add("Its certificate was not valid at the time that its signature names");
            } catch (GeneralSecurityException | OperatorCreationException | CMSException | RuntimeException e) {
                troubles.add("Its content is not what was signed");
            }
        }
        if (data.getSignerInfos().size() == 0) {
            troubles.add("Its signature is by nobody");
        }
        return out;
    }

    /** Whether the certificate is part of what was signed. */
    private static boolean names(SignerInformation signer, X509Certificate by) throws GeneralSecurityException {
        Attribute attribute = signer.getSignedAttributes() == null
                ? null
                : signer.getSignedAttributes().get(PKCSObjectIdentifiers.id_aa_signingCertificateV2);
        if (attribute == null) {
            return false;
        }
        byte[] named = SigningCertificateV2.getInstance(attribute.getAttributeValues()[0])
                .getCerts()[0]
                .getCertHash();
        return Arrays.equals(named, HexFormat.of().parseHex(Sha256.of(by.getEncoded())));
    }

    private static Optional<Instant> at(SignerInformation signer) {
        Attribute attribute = signer.getSignedAttributes().get(CMSAttributes.signingTime);
        return attribute == null
                ? Optional.empty()
                : Optional.of(Time.getInstance(attribute.getAttributeValues()[0])
                        .getDate()
                        .toInstant());
    }
}
