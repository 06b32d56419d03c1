package org.pelerin.proof;

import java.math.BigInteger;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/** An installation of a test's own. */
final class SampleSigner {

    private SampleSigner() {}

    static BundleWriter.Signer of(String name) {
        try {
            KeyPair pair = KeyPairGenerator.getInstance("Ed25519").generateKeyPair();
            X500Name subject = new X500Name("CN=" + name);
            Instant now = Instant.now();
            return new BundleWriter.Signer(
                    pair.getPrivate(),
                    new JcaX509CertificateConverter()
                            .getCertificate(new JcaX509v3CertificateBuilder(
                                            subject,
                                            BigInteger.ONE,
                                            Date.from(now),
                                            Date.from(now.plus(Duration.ofDays(9))),
                                            subject,
                                            pair.getPublic())
                                    .build(new JcaContentSignerBuilder("Ed25519").build(pair.getPrivate()))));
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }
}
