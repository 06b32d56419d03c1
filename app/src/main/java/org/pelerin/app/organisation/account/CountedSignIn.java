package org.pelerin.app.organisation.account;

import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.springframework.security.authentication.BadCredentialsException;
import org.springframework.security.authentication.dao.DaoAuthenticationProvider;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.authentication.WebAuthenticationDetails;
import org.springframework.stereotype.Component;

/** Compares names and passwords, as often as {@link SignInGate} lets it. Whatever is wrong, the answer is the same. */
@Component
class CountedSignIn extends DaoAuthenticationProvider {

    private static final int LONGEST_NAME = 60;

    private final SignInGate gate;
    private final KnownDevices devices;
    private final AuditTrail audit;

    CountedSignIn(
            AccountService accounts,
            PasswordEncoder passwords,
            SignInGate gate,
            KnownDevices devices,
            AuditTrail audit) {
        super(accounts);
        setPasswordEncoder(passwords);
        this.gate = gate;
        this.devices = devices;
        this.audit = audit;
    }

    @Override
    public Authentication authenticate(Authentication asked) throws AuthenticationException {
        String name = asked.getName();
        String source = asked.getDetails() instanceof WebAuthenticationDetails d ? d.getRemoteAddress() : "";
        String shown = name.length() > LONGEST_NAME ? name.substring(0, LONGEST_NAME) : name;
        String device = asked.getDetails() instanceof SignInDetails d ? devices.number(d.device(), name) : "";
        if (!gate.opens(name, source, device)) {
            throw new BadCredentialsException("not compared");
        }
        try {
            Authentication done = super.authenticate(asked);
            gate.succeeded(name, source, device);
            audit.record(
                    done.getName(),
                    AccountService.owesCode(done) || AccountService.owesFactor(done) ? "give password" : "sign in",
                    done.getName(),
                    "",
                    Texts.stored("stored.countedSignIn.fromSource", "source", source));
            return done;
        } catch (BadCredentialsException e) {
            audit.record(
                    "system",
                    "refuse sign-in",
                    shown,
                    "",
                    Texts.stored("stored.countedSignIn.fromSource", "source", source));
            throw e;
        }
    }
}
