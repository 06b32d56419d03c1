package org.pelerin.proof;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.PrivateKey;
import java.security.Signature;
import java.security.cert.X509Certificate;
import java.util.Base64;

/**
 * The signature over a bundle's manifest: Ed25519 (RFC 8032) over the bytes of {@code manifest.json}, which names every other entry with its hash. It stands
 * beside it in {@value #SIGNATURE}, in Base64, with the certificate (X.509, PEM) in {@value #CERTIFICATE}.
 */
final class BundleSignature {

    static final String SIGNATURE = "manifest.sig";
    static final String CERTIFICATE = "certificate.pem";
    private static final String ALGORITHM = "Ed25519";

    private BundleSignature() {}

    static String of(byte[] manifest, PrivateKey key) {
        try {
            Signature s = Signature.getInstance(ALGORITHM);
            s.initSign(key);
            s.update(manifest);
            return Base64.getEncoder().encodeToString(s.sign()) + "\n";
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("The manifest cannot be signed", e);
        }
    }

    /** Whether it is by the key of the certificate, and over these bytes. */
    static boolean fits(byte[] manifest, String signature, X509Certificate by) {
        try {
            Signature s = Signature.getInstance(ALGORITHM);
            s.initVerify(by.getPublicKey());
            s.update(manifest);
            return s.verify(Base64.getDecoder().decode(signature.strip()));
        } catch (GeneralSecurityException | IllegalArgumentException e) {
            return false;
        }
    }

    static String pem(byte[] der) {
        return "-----BEGIN CERTIFICATE-----\n"
                + Base64.getMimeEncoder(64, "\n".getBytes(StandardCharsets.US_ASCII))
                        .encodeToString(der)
                + "\n-----END CERTIFICATE-----\n";
    }
}
