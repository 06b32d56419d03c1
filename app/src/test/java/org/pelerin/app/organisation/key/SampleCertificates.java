package org.pelerin.app.organisation.key;

import java.io.ByteArrayOutputStream;
import java.math.BigInteger;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.KeyStore;
import java.security.PrivateKey;
import java.security.cert.Certificate;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import org.bouncycastle.asn1.x500.X500Name;
import org.bouncycastle.asn1.x509.Extension;
import org.bouncycastle.asn1.x509.KeyUsage;
import org.bouncycastle.cert.jcajce.JcaX509CertificateConverter;
import org.bouncycastle.cert.jcajce.JcaX509v3CertificateBuilder;
import org.bouncycastle.operator.jcajce.JcaContentSignerBuilder;

/** Certificates as an authority would issue them, and the files that they come in. */
public final class SampleCertificates {

    private static final Duration VALID = Duration.ofDays(400);

    /** Somebody's key and certificate. */
    public record Owned(KeyPair pair, X509Certificate certificate) {}

    private SampleCertificates() {}

    public static KeyPair pair(String algorithm, int size) throws Exception {
        KeyPairGenerator generator = KeyPairGenerator.getInstance(algorithm);
        if (size > 0) {
            generator.initialize(size);
        }
        return generator.generateKeyPair();
    }

    /**
     * @param from when it becomes valid; for 400 days
     * @param usage its key usage; −1 for none said
     * @param issuer null for one that signs itself
     */
    public static Owned of(String subject, KeyPair pair, Instant from, int usage, Owned issuer) throws Exception {
        Owned by = issuer == null ? new Owned(pair, null) : issuer;
        String signing = switch (by.pair.getPrivate().getAlgorithm()) {
            case "RSA" -> "SHA256withRSA";
            case "EC" -> "SHA256withECDSA";
            default -> "Ed25519";
        };
        JcaX509v3CertificateBuilder builder = new JcaX509v3CertificateBuilder(
                issuer == null
                        ? new X500Name(subject)
                        : new X500Name(
                                issuer.certificate.getSubjectX500Principal().getName()),
                BigInteger.valueOf(Instant.now().toEpochMilli()),
                Date.from(from),
                Date.from(from.plus(VALID)),
                new X500Name(subject),
                pair.getPublic());
        if (usage >= 0) {
            builder.addExtension(Extension.keyUsage, true, new KeyUsage(usage));
        }
        return new Owned(
                pair,
                new JcaX509CertificateConverter()
                        .getCertificate(
                                builder.build(new JcaContentSignerBuilder(signing).build(by.pair.getPrivate()))));
    }

    /** A PKCS#12 file with one key. */
    public static byte[] file(String password, PrivateKey key, Certificate... chain) throws Exception {
        KeyStore store = KeyStore.getInstance("PKCS12");
        store.load(null, null);
        if (key == null) {
            store.setCertificateEntry("only", chain[0]);
        } else {
            store.setKeyEntry("own", key, password.toCharArray(), chain);
        }
        return bytes(store, password);
    }

    static byte[] bytes(KeyStore store, String password) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        store.store(out, password.toCharArray());
        return out.toByteArray();
    }
}
