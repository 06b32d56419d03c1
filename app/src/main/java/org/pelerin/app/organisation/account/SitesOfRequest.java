package org.pelerin.app.organisation.account;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.security.Principal;
import org.pelerin.app.platform.rights.OwnSites;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Says of each request whose sites it is about: after it is known who sends it, and before anything reads it, so that the answer to a broken one knows it, too. */
@Component
@Order(0)
class SitesOfRequest extends OncePerRequestFilter {

    private final AccountSites sites;

    SitesOfRequest(AccountSites sites) {
        this.sites = sites;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Principal who = request.getUserPrincipal();
        if (who != null) {
            String name = who.getName();
            OwnSites.inThisRequest(() -> sites.of(name));
        }
        chain.doFilter(request, response);
    }

    @Override
    protected boolean shouldNotFilterErrorDispatch() {
        return false;
    }
}
