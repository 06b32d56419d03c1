package org.pelerin.proof;

import java.security.GeneralSecurityException;
import java.security.PrivateKey;
import java.security.Signature;
import java.security.cert.X509Certificate;
import java.util.Base64;

/** Signatures of an installation over bytes: Ed25519 (RFC 8032), in Base64. */
public final class Ed25519 {

    private static final String ALGORITHM = "Ed25519";

    private Ed25519() {}

    public static String sign(byte[] bytes, PrivateKey key) {
        try {
            Signature s = Signature.getInstance(ALGORITHM);
            s.initSign(key);
            s.update(bytes);
            return Base64.getEncoder().encodeToString(s.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("It cannot be signed", e);
        }
    }

    /** Whether it is by the key of the certificate, and over these bytes; what is no signature is not. */
    public static boolean fits(byte[] bytes, String signature, X509Certificate by) {
        try {
            Signature s = Signature.getInstance(ALGORITHM);
            s.initVerify(by.getPublicKey());
            s.update(bytes);
            return s.verify(Base64.getDecoder().decode(signature.strip()));
        } catch (GeneralSecurityException | IllegalArgumentException e) {
            return false;
        }
    }
}
