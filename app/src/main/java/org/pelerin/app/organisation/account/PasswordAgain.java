package org.pelerin.app.organisation.account;

import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;

/** Asks who is signed in for the password once more, before what binds that person. Guesses are counted, for each account by themselves. */
@Service
public class PasswordAgain {

    private final AccountMapper accounts;
    private final PasswordEncoder passwords;
    private final SignInGate gate;
    private final AuditTrail audit;

    PasswordAgain(AccountMapper accounts, PasswordEncoder passwords, SignInGate gate, AuditTrail audit) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.gate = gate;
        this.audit = audit;
    }

    /** Counts one that is compared elsewhere; whether it may be. */
    boolean mayTry(String name) {
        return gate.opensAgain(name);
    }

    /** That one was right. */
    void passed(String name) {
        gate.passedAgain(name);
    }

    /**
     * @param name of the account that is signed in
     * @param source address that the request came from
     * @param purpose for the audit trail, where it is refused
     */
    public boolean is(String name, String password, String source, String purpose) {
        boolean compared = gate.opensAgain(name);
        Account account = accounts.byName(name);
        boolean fits = compared
                && account != null
                && !account.disabled()
                && account.onceUntilAt() == null
                && passwords.matches(password, account.passwordHash());
        if (fits) {
            gate.passedAgain(name);
        } else {
            audit.record(
                    "system",
                    "refuse password",
                    name,
                    "",
                    Texts.stored("stored.passwordAgain.purposeFromSource", "purpose", purpose, "source", source));
        }
        return fits;
    }
}
