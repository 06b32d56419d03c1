package org.pelerin.app.organisation.key;

import java.math.BigInteger;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.SecureRandom;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.security.spec.ECGenParameterSpec;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import org.bouncycastle.asn1.x500.X500NameBuilder;
import org.bouncycastle.asn1.x500.style.BCStyle;
import org.bouncycastle.asn1.x509.BasicConstraints;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.bouncycastle.cert.CertIOException;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.OperatorCreationException;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/** Makes keys with certificates that say whose they are; each is signed by itself, and believed by its fingerprint. */
final class CertificateMaker {

    private static final Duration VALID = Duration.ofDays(20 * 366);
    private static final int SERIAL_BITS = 127;

    private CertificateMaker() {}

    record Made(KeyPair pair, X509Certificate certificate) {}

    /** @param name of the installation, as its certificate has it */
    static Made make(KeyPurpose purpose, String name, Instant now) {
        try {
            KeyPairGenerator generator = KeyPairGenerator.getInstance(purpose.algorithm());
            if (purpose == KeyPurpose.DOCUMENT) {
                generator.initialize(new ECGenParameterSpec("secp256r1"));
            }
            KeyPair pair = generator.generateKeyPair();
            var subject = new X500NameBuilder()
                    .addRDN(BCStyle.CN, name.isBlank() ? "Pelerin" : name)
                    .build();
            var builder = new JcaX509v3CertificateBuilder(
                    subject,
                    new BigInteger(SERIAL_BITS, new SecureRandom()),
                    Date.from(now.minus(Duration.ofDays(1))),
                    Date.from(now.plus(VALID)),
                    subject,
                    pair.getPublic());
            builder.addExtension(Extension.basicConstraints, true, new BasicConstraints(false));
            builder.addExtension(
                    Extension.keyUsage, true, new KeyUsage(KeyUsage.digitalSignature | KeyUsage.nonRepudiation));
            String signing = purpose == KeyPurpose.DOCUMENT ? "SHA256withECDSA" : "Ed25519";
            return new Made(
                    pair,
                    new JcaX509CertificateConverter()
                            .getCertificate(
                                    builder.build(new JcaContentSignerBuilder(signing).build(pair.getPrivate()))));
        } catch (GeneralSecurityException | OperatorCreationException | CertIOException e) {
            throw new IllegalStateException("A key could not be made", e);
        }
    }

    static String encoded(X509Certificate certificate) {
        try {
            return "-----BEGIN CERTIFICATE-----\n"
                    + java.util.Base64.getMimeEncoder(64, "\n".getBytes(java.nio.charset.StandardCharsets.US_ASCII))
                            .encodeToString(certificate.getEncoded())
                    + "\n-----END CERTIFICATE-----\n";
        } catch (CertificateException e) {
            throw new IllegalStateException(e);
        }
    }
}
