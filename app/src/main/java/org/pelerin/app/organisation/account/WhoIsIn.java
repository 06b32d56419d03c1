package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.web.authentication.logout.SecurityContextLogoutHandler;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Component;

/** Who a session is of, where that changes between the steps of a sign-in. */
@Component
public class WhoIsIn {

    private static final String PROVED = "pelerin.proved";
    private static final Duration JUST_NOW = Duration.ofMinutes(5);

    private final Clock machine;

    WhoIsIn(@Qualifier("machineClock") Clock machine) {
        this.machine = machine;
    }

    /** The session is of that account from now on, under a new number. */
    public Authentication becomes(UserDetails account, HttpServletRequest request, HttpServletResponse response) {
        Authentication done =
                UsernamePasswordAuthenticationToken.authenticated(account, null, account.getAuthorities());
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(done);
        SecurityContextHolder.setContext(context);
        request.changeSessionId();
        new HttpSessionSecurityContextRepository().saveContext(context, request, response);
        return done;
    }

    /** The session ends. */
    public void leaves(HttpServletRequest request, HttpServletResponse response, Authentication who) {
        new SecurityContextLogoutHandler().logout(request, response, who);
    }

    /** Somebody was signed in by the provider at this moment. */
    public void provedJustNow(HttpServletRequest request) {
        request.getSession().setAttribute(PROVED, machine.millis());
    }

    /** Whether the provider signed in whose session it is within the last minutes. */
    boolean provedLately(HttpSession session) {
        return session.getAttribute(PROVED) instanceof Long at
                && machine.instant().isBefore(Instant.ofEpochMilli(at).plus(JUST_NOW));
    }
}
