package org.pelerin.app.platform.secret;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.stereotype.Component;

/**
 * Keeps short secrets so that whoever reads the database, or a copy of it, does not read them: AES-256-GCM under the newest of the
 * {@link SealingKeys}, whose number stands before what is sealed. What was sealed by an earlier version, under a hash of the installation's secret, is
 * still opened, and is to be sealed anew ({@link #current}).
 */
@Component
public class Seal {

    private static final Pattern SEALED = Pattern.compile("k(\\d{1,9}):([A-Za-z0-9+/=]+)");

    private final SealingKeys keys;

    Seal(SealingKeys keys) {
        this.keys = keys;
    }

    /** Empty for what is empty. */
    public String close(String secret) {
        if (secret.isEmpty()) {
            return "";
        }
        SealingKeys.Usable usable = keys.usable();
        byte[] key = usable.keys().get(usable.newest());
        return "k" + usable.newest() + ":"
                + Base64.getEncoder().encodeToString(AesGcm.encrypt(key, secret.getBytes(StandardCharsets.UTF_8)));
    }

    /** Empty for what is empty, or was sealed under a key that cannot be had, or changed since. */
    public String open(String sealed) {
        if (sealed == null || sealed.isEmpty()) {
            return "";
        }
        Matcher m = SEALED.matcher(sealed);
        try {
            Optional<byte[]> opened =
                    m.matches() ? opened(Integer.parseInt(m.group(1)), bytes(m.group(2))) : earlier(bytes(sealed));
            return opened.map(b -> new String(b, StandardCharsets.UTF_8)).orElse("");
        } catch (IllegalArgumentException e) {
            // no base64
            return "";
        }
    }

    /** Whether it is sealed under the key that seals now; so too what is empty. */
    public boolean current(String sealed) {
        return sealed == null
                || sealed.isEmpty()
                || sealed.startsWith("k" + keys.usable().newest() + ":");
    }

    private Optional<byte[]> opened(int number, byte[] sealed) {
        byte[] key = keys.usable().keys().get(number);
        return key == null ? Optional.empty() : AesGcm.decrypt(key, sealed);
    }

    private Optional<byte[]> earlier(byte[] sealed) {
        return keys.secrets().stream()
                .map(secret -> AesGcm.decrypt(hash("pelerin seal: " + secret), sealed))
                .flatMap(Optional::stream)
                .findFirst();
    }

    private static byte[] bytes(String base64) {
        return Base64.getDecoder().decode(base64);
    }

    private static byte[] hash(String text) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
