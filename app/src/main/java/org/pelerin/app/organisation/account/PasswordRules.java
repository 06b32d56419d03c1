package org.pelerin.app.organisation.account;

import com.nulabinc.zxcvbn.Zxcvbn;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.platform.language.Texts;

/**
 * What a password must be: long, and none of those that are tried first. No rules of kinds of letters, and none ends by itself
 * (NIST SP 800-63B, 5.1.1.2).
 */
class PasswordRules {

    static final int SHORTEST = 12;
    /** As many bytes are compared; more would be cut off in silence. */
    static final int MOST_BYTES = 72;

    /** Of 0 to 4: the lists of common passwords, names and words, and what is easily made of them. */
    private static final int LEAST_SCORE = 2;

    private final Zxcvbn lists = new Zxcvbn();

    /** What is wrong with it, without a full stop; empty if nothing is. */
    String wrong(String password, String account, String displayName) {
        if (password.codePointCount(0, password.length()) < SHORTEST) {
            return Texts.of("organisation.account.passwordRules.aPasswordHasAtLeast", "shortest", SHORTEST);
        }
        if (password.getBytes(StandardCharsets.UTF_8).length > MOST_BYTES) {
            return Texts.of("organisation.account.passwordRules.aPasswordHasAtMost", "mostBytes", MOST_BYTES);
        }
        if (password.toLowerCase(Locale.ROOT).contains(account.toLowerCase(Locale.ROOT))) {
            return Texts.of("organisation.account.passwordRules.thePasswordContainsTheSign");
        }
        if (lists.measure(password, List.of(account, displayName, "pelerin", "logger"))
                        .getScore()
                < LEAST_SCORE) {
            return Texts.of("organisation.account.passwordRules.thePasswordIsCommonOr");
        }
        return "";
    }
}
