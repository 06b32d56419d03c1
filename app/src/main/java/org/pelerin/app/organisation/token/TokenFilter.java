package org.pelerin.app.organisation.token;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets in who bears a token (RFC 6750), as often as {@link RequestRate} allows. */
final class TokenFilter extends OncePerRequestFilter {

    private static final String BEARER = "Bearer ";

    private final ApiTokens tokens;
    private final RequestRate rate;

    TokenFilter(ApiTokens tokens, RequestRate rate) {
        this.tokens = tokens;
        this.rate = rate;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String header = request.getHeader("Authorization");
        Optional<ApiTokens.Bearer> bearer = header != null && header.startsWith(BEARER)
                ? tokens.bearer(header.substring(BEARER.length()).strip())
                : Optional.empty();
        if (bearer.isPresent()) {
            long wait = rate.pause(bearer.get().token());
            if (wait > 0) {
                response.setHeader("Retry-After", String.valueOf(wait));
                ApiDoor.problem(
                        response,
                        429,
                        "Too many requests",
                        "A token is good for " + RequestRate.MOST + " requests a minute; go on in " + wait + " s.");
                return;
            }
            SecurityContext context = SecurityContextHolder.createEmptyContext();
            context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                    bearer.get().account(),
                    null,
                    List.of(new SimpleGrantedAuthority(
                            "ROLE_" + bearer.get().role().name()))));
            SecurityContextHolder.setContext(context);
        }
        chain.doFilter(request, response);
    }
}
