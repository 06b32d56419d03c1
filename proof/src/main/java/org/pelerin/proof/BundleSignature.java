package org.pelerin.proof;

import java.nio.charset.StandardCharsets;
import java.security.PrivateKey;
import java.security.cert.X509Certificate;
import java.util.Base64;

/**
 * The signature over a bundle's manifest: Ed25519 (RFC 8032) over the bytes of {@code manifest.json}, which names every other entry with its hash. It stands
 * beside it in {@value #SIGNATURE}, in Base64, with the certificate (X.509, PEM) in {@value #CERTIFICATE}.
 */
final class BundleSignature {

    static final String SIGNATURE = "manifest.sig";
    static final String CERTIFICATE = "certificate.pem";

    private BundleSignature() {}

    static String of(byte[] manifest, PrivateKey key) {
        return Ed25519.sign(manifest, key) + "\n";
    }

    /** Whether it is by the key of the certificate, and over these bytes. */
    static boolean fits(byte[] manifest, String signature, X509Certificate by) {
        return Ed25519.fits(manifest, signature, by);
    }

    static String pem(byte[] der) {
        return "-----BEGIN CERTIFICATE-----\n"
                + Base64.getMimeEncoder(64, "\n".getBytes(StandardCharsets.US_ASCII))
                        .encodeToString(der)
                + "\n-----END CERTIFICATE-----\n";
    }
}
