package org.pelerin.app.platform.secret;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Base64;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Keeps short secrets so that whoever reads the database, or a copy of it, does not read them: AES-256-GCM under a key of the
 * installation, a fresh nonce each. The key is {@code PELERIN_KEY}, or follows from the database's password; all processes of an
 * installation share it. What was sealed under another key is lost, and asked for again.
 */
@Component
public class Seal {

    private static final String CIPHER = "AES/GCM/NoPadding";
    private static final int NONCE = 12;
    private static final int TAG_BITS = 128;

    private final SecretKeySpec key;
    private final SecureRandom random = new SecureRandom();

    Seal(@Value("${PELERIN_KEY:}") String own, @Value("${spring.datasource.password:}") String database)
            throws GeneralSecurityException {
        String secret = own.isBlank() ? "database " + database : "key " + own;
        byte[] hash = MessageDigest.getInstance("SHA-256")
                .digest(("pelerin seal: " + secret).getBytes(StandardCharsets.UTF_8));
        this.key = new SecretKeySpec(hash, "AES");
    }

    /** Empty for what is empty. */
    public String close(String secret) {
        if (secret.isEmpty()) {
            return "";
        }
        byte[] nonce = new byte[NONCE];
        random.nextBytes(nonce);
        try {
            byte[] sealed = cipher(Cipher.ENCRYPT_MODE, nonce).doFinal(secret.getBytes(StandardCharsets.UTF_8));
            return Base64.getEncoder()
                    .encodeToString(ByteBuffer.allocate(NONCE + sealed.length)
                            .put(nonce)
                            .put(sealed)
                            .array());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("A secret could not be sealed", e);
        }
    }

    /** Empty for what is empty, or was sealed under another key or changed since. */
    public String open(String sealed) {
        if (sealed == null || sealed.isEmpty()) {
            return "";
        }
        try {
            byte[] all = Base64.getDecoder().decode(sealed);
            byte[] nonce = java.util.Arrays.copyOf(all, NONCE);
            byte[] secret = cipher(Cipher.DECRYPT_MODE, nonce).doFinal(all, NONCE, all.length - NONCE);
            return new String(secret, StandardCharsets.UTF_8);
        } catch (GeneralSecurityException | IllegalArgumentException e) {
            return "";
        }
    }

    private Cipher cipher(int mode, byte[] nonce) throws GeneralSecurityException {
        Cipher cipher = Cipher.getInstance(CIPHER);
        cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, nonce));
        return cipher;
    }
}
