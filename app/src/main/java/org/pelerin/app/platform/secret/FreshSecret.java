package org.pelerin.app.platform.secret;

import java.security.SecureRandom;
import java.util.Base64;

/** Secrets that nobody guesses, as letters, digits, {@code -} and {@code _}. */
public final class FreshSecret {

    /** 256 bits. */
    private static final int BYTES = 32;

    private static final SecureRandom RANDOM = new SecureRandom();

    private FreshSecret() {}

    public static String make() {
        byte[] bytes = new byte[BYTES];
        RANDOM.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }
}
