package org.pelerin.core.evidence;

import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** SHA-256 (FIPS 180-4) in lower-case hexadecimal, fed piece by piece. */
public final class Sha256 {

    private final MessageDigest digest;

    public Sha256() {
        try {
            digest = MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java platform has SHA-256", e);
        }
    }

    public Sha256 add(byte[] bytes) {
        digest.update(bytes);
        return this;
    }

    /** The 32 bytes of the hash; the next begins anew. */
    public byte[] bytes() {
        return digest.digest();
    }

    public String hex() {
        return HexFormat.of().formatHex(bytes());
    }

    public static String of(byte[] bytes) {
        return new Sha256().add(bytes).hex();
    }
}
