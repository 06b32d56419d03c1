package org.pelerin.app.organisation.provider;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.pelerin.app.organisation.account.ProvidedAccounts;
import org.pelerin.app.organisation.account.SignedIn;
import org.pelerin.app.organisation.account.WhoIsIn;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.oauth2.core.oidc.user.OidcUser;
import org.springframework.security.web.authentication.AuthenticationFailureHandler;
import org.springframework.security.web.authentication.AuthenticationSuccessHandler;
import org.springframework.stereotype.Component;

/** What follows the provider's answer: from here on somebody is signed in with an account of ours, as everybody. */
@Component
class ProviderSignIn implements AuthenticationSuccessHandler, AuthenticationFailureHandler {

    private static final Logger LOG = LoggerFactory.getLogger(ProviderSignIn.class);

    private final ProvidedAccounts accounts;
    private final WhoIsIn who;
    private final SignedIn signedIn;
    private final ProviderSettings settings;
    private final ClaimedRole roles;

    ProviderSignIn(ProvidedAccounts accounts, WhoIsIn who, SignedIn signedIn, ProviderSettings settings) {
        this.accounts = accounts;
        this.who = who;
        this.signedIn = signedIn;
        this.settings = settings;
        this.roles = ClaimedRole.of(settings.claim(), settings.roles());
    }

    @Override
    public void onAuthenticationSuccess(HttpServletRequest request, HttpServletResponse response, Authentication done)
            throws IOException {
        OidcUser user = (OidcUser) done.getPrincipal();
        try {
            UserDetails account = accounts.signIn(told(user), settings.called(), request.getRemoteAddr());
            Authentication own = who.becomes(account, request, response);
            who.provedJustNow(request);
            signedIn.onAuthenticationSuccess(request, response, own);
        } catch (ProvidedAccounts.RefusedException e) {
            who.leaves(request, response, done);
            response.sendRedirect("/login?provider=" + e.why().name().toLowerCase(java.util.Locale.ROOT));
        }
    }

    private ProvidedAccounts.Told told(OidcUser user) {
        String name = user.getPreferredUsername() != null ? user.getPreferredUsername() : user.getEmail();
        boolean own = !Boolean.FALSE.equals(user.getEmailVerified());
        return new ProvidedAccounts.Told(
                user.getIssuer().toString(),
                user.getSubject(),
                text(name),
                text(user.getFullName()),
                own ? text(user.getEmail()) : "",
                roles.in(user.getClaims()).orElse(null),
                settings.atAllSites());
    }

    private static String text(String claim) {
        return claim == null ? "" : claim;
    }

    @Override
    public void onAuthenticationFailure(
            HttpServletRequest request, HttpServletResponse response, AuthenticationException e) throws IOException {
        LOG.warn("A sign-in with {} did not come about: {}", settings.called(), e.getMessage());
        response.sendRedirect("/login?provider=failed");
    }
}
