package org.pelerin.app.organisation.account;

import java.security.SecureRandom;

/** Passwords that one person gives another: 79 random bits in four groups, without letters and digits that are taken for each other. */
final class OneTimePassword {

    /** 31 of them, nearly 5 bits each. */
    private static final String LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

    private static final int GROUPS = 4;
    private static final int EACH = 4;
    private static final SecureRandom RANDOM = new SecureRandom();

    private OneTimePassword() {}

    static String make() {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < GROUPS * EACH; i++) {
            if (i > 0 && i % EACH == 0) {
                out.append('-');
            }
            out.append(LETTERS.charAt(RANDOM.nextInt(LETTERS.length())));
        }
        return out.toString();
    }
}
