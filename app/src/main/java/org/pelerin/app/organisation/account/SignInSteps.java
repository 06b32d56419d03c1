package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.springframework.security.core.Authentication;
import org.springframework.stereotype.Component;

/** The last step of a sign-in with several. */
@Component
class SignInSteps {

    private final AccountService accounts;
    private final WhoIsIn who;
    private final AuditTrail audit;

    SignInSteps(AccountService accounts, WhoIsIn who, AuditTrail audit) {
        this.accounts = accounts;
        this.who = who;
        this.audit = audit;
    }

    /**
     * Whoever has given all that is asked for is in, with the own role.
     *
     * @throws org.springframework.security.core.userdetails.UsernameNotFoundException if the account was disabled between the steps
     */
    Authentication in(String name, HttpServletRequest request, HttpServletResponse response) {
        Authentication done = who.becomes(accounts.withoutCode(name), request, response);
        audit.record(
                name,
                "sign in",
                name,
                "",
                Texts.stored("stored.countedSignIn.fromSource", "source", request.getRemoteAddr()));
        return done;
    }
}
