package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Arrays;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.authorization.AuthorizationManager;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.access.intercept.RequestAuthorizationContext;

/** What a role allows. Routes, buttons and the interface for programs ask here, and nowhere for a role by its name. */
public enum Permission {
    /** To look at everything but what is the administrators'. */
    READ,
    /** To judge records, to document and to sign them. */
    REVIEW,
    /** To program loggers, to place and to collect them. */
    OPERATE,
    /** Accounts, keys and the rules of the organisation. */
    ADMINISTER;

    private static final String ROLE = "ROLE_";

    /** Whether somebody, or a token, has it; nobody where that is null. */
    public boolean heldBy(Authentication who) {
        return who != null
                && who.isAuthenticated()
                && who.getAuthorities().stream()
                        .map(a -> a.getAuthority())
                        .anyMatch(name -> Arrays.stream(Role.values())
                                .anyMatch(r -> name.equals(ROLE + r.name()) && r.allows(this)));
    }

    public boolean heldBy(HttpServletRequest request) {
        return request.getUserPrincipal() instanceof Authentication who && heldBy(who);
    }

    /** For routes that ask for it. */
    public AuthorizationManager<RequestAuthorizationContext> required() {
        return (who, route) -> new AuthorizationDecision(heldBy(who.get()));
    }
}
