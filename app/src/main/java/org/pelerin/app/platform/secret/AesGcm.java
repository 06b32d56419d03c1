package org.pelerin.app.platform.secret;

import java.nio.ByteBuffer;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Optional;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;

/** AES-256 in Galois/counter mode (NIST SP 800-38D): a fresh nonce of 96 bits, what is encrypted, a tag of 128 bits. */
final class AesGcm {

    private static final String CIPHER = "AES/GCM/NoPadding";
    private static final int NONCE = 12;
    private static final int TAG_BITS = 128;
    private static final SecureRandom RANDOM = new SecureRandom();

    private AesGcm() {}

    /** @param key 32 bytes */
    static byte[] encrypt(byte[] key, byte[] plain) {
        byte[] nonce = new byte[NONCE];
        RANDOM.nextBytes(nonce);
        try {
            byte[] sealed = cipher(Cipher.ENCRYPT_MODE, key, nonce).doFinal(plain);
            return ByteBuffer.allocate(NONCE + sealed.length)
                    .put(nonce)
                    .put(sealed)
                    .array();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("A secret could not be sealed", e);
        }
    }

    /** Empty where it was encrypted under another key, or changed since. */
    static Optional<byte[]> decrypt(byte[] key, byte[] all) {
        if (all.length <= NONCE) {
            return Optional.empty();
        }
        try {
            byte[] nonce = Arrays.copyOf(all, NONCE);
            return Optional.of(cipher(Cipher.DECRYPT_MODE, key, nonce).doFinal(all, NONCE, all.length - NONCE));
        } catch (GeneralSecurityException e) {
            return Optional.empty();
        }
    }

    private static Cipher cipher(int mode, byte[] key, byte[] nonce) throws GeneralSecurityException {
        Cipher cipher = Cipher.getInstance(CIPHER);
        cipher.init(mode, new SecretKeySpec(key, "AES"), new GCMParameterSpec(TAG_BITS, nonce));
        return cipher;
    }
}
