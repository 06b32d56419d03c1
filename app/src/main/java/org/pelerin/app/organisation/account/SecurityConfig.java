package org.pelerin.app.organisation.account;

import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.authorization.AuthorizationDecision;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.AccessDeniedHandlerImpl;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.util.matcher.AnyRequestMatcher;
import org.springframework.security.web.util.matcher.RequestHeaderRequestMatcher;

@Configuration
class SecurityConfig {

    /** The one style that the interface's description brings within its page. */
    private static final String STYLE_OF_DOCS = "'sha256-RL3ie0nH+Lzz2YNqQN83mnU0J1ot4QL7b99vMdIX99w='";

    /** Nothing but what ships with the application may load or run, and no page may be framed. */
    private static final String CONTENT_POLICY = "default-src 'none'; script-src 'self'; style-src 'self' "
            + STYLE_OF_DOCS + "; img-src 'self' data:; font-src 'self'; "
            + "connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    /** Pages that only lead to a change. */
    private static final String[] OF_TECHNICIANS = {
        "/yard/**",
        "/plans/new",
        "/plans/*/edit",
        "/dock/*/write",
        "/dock/*/test",
        "/missions/*/test",
        "/library/sensors/edit",
        "/batches/new",
        "/dock/find",
        "/places/new",
        "/places/*/edit",
        "/places/*/spots/new",
        "/spots/*/edit",
        "/place",
        "/placements/*",
        "/rounds/new",
        "/people/new",
        "/people/*"
    };

    /** What goes with judging: the record of a mission, and what there is to say of it. */
    private static final String[] OF_REVIEWERS = {
        "/missions/*/clock-correction",
        "/missions/*/assessed-period",
        "/missions/*/assessed-period/follow",
        "/missions/*/exclusions",
        "/missions/*/exclusions/*/undo",
        "/missions/*/derived",
        "/missions/*/derived/*/remove",
        "/missions/*/derived/*/restore",
        "/places/*/studies",
        "/studies/*/remove",
        "/studies/*/report",
        "/tests/report",
        "/audit/check",
        "/findings/**",
        "/limits",
        "/limits/**",
        "/missions/*/limits",
        "/missions/*/judge-anew",
        "/missions/*/sign",
        "/missions/*/reports",
        "/reports",
        "/re-verify",
        "/retention",
        "/reports/**",
        "/missions/*/open-again",
        "/missions/*/what-if",
        "/missions/*/shift",
        "/missions/*/shift/remove",
        "/missions/*/notes",
        "/missions/*/notes/*/remove",
        "/missions/*/notes/*/restore",
        "/missions/*/documentation",
        "/missions/*/attachments",
        "/attachments/*/remove"
    };

    /** Pages that only lead to a change of what reviewers change, and what is theirs to look at. */
    private static final String[] LEADING_REVIEWERS = {
        "/limits/new", "/limits/*/edit", "/retention", "/audit", "/audit.csv", "/audit.json"
    };

    @Bean
    SecurityFilterChain pages(HttpSecurity http, CountedSignIn signIn, SignedIn signedIn) throws Exception {
        http.authorizeHttpRequests(a -> a.requestMatchers(
                                "/login",
                                "/login/provider",
                                "/error",
                                "/favicon.ico",
                                "/favicon.svg",
                                "/css/**",
                                "/js/**",
                                "/round-worker.js",
                                "/fonts/**",
                                "/webjars/**",
                                // whoever knows the secret in it may read that calendar
                                "/calendar/*")
                        .permitAll()
                        .requestMatchers("/admin/**")
                        .access(Permission.ADMINISTER.required())
                        .requestMatchers("/me/password", "/logout", "/login/code")
                        .authenticated()
                        .requestMatchers("/me/second-factor")
                        .access((who, route) -> new AuthorizationDecision(
                                Permission.READ.heldBy(who.get()) || AccountService.owesFactor(who.get())))
                        .requestMatchers(HttpMethod.POST, "/me/**", "/verify")
                        .access(Permission.READ.required())
                        .requestMatchers(HttpMethod.POST, OF_REVIEWERS)
                        .access(Permission.REVIEW.required())
                        .requestMatchers(HttpMethod.GET, LEADING_REVIEWERS)
                        .access(Permission.REVIEW.required())
                        .requestMatchers(HttpMethod.HEAD, LEADING_REVIEWERS)
                        .access(Permission.REVIEW.required())
                        .requestMatchers(HttpMethod.GET, OF_TECHNICIANS)
                        .access(Permission.OPERATE.required())
                        .requestMatchers(HttpMethod.HEAD, OF_TECHNICIANS)
                        .access(Permission.OPERATE.required())
                        .requestMatchers(HttpMethod.GET)
                        .access(Permission.READ.required())
                        .requestMatchers(HttpMethod.HEAD)
                        .access(Permission.READ.required())
                        .anyRequest()
                        .access(Permission.OPERATE.required()))
                .requestCache(c -> c.requestCache(SignedIn.cache()))
                .authenticationProvider(signIn)
                .formLogin(f -> f.loginPage("/login")
                        .authenticationDetailsSource(SignInDetails::new)
                        .successHandler(signedIn)
                        .failureUrl("/login?error"))
                .logout(l -> l.logoutSuccessUrl("/login?out"))
                .exceptionHandling(e -> e.accessDeniedHandler(SecurityConfig::denied)
                        .defaultAuthenticationEntryPointFor(
                                SecurityConfig::refresh, new RequestHeaderRequestMatcher("HX-Request"))
                        .defaultAuthenticationEntryPointFor(toLogin(), AnyRequestMatcher.INSTANCE))
                .headers(h -> h.contentSecurityPolicy(p -> p.policyDirectives(CONTENT_POLICY))
                        .referrerPolicy(r -> r.policy(
                                org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter
                                        .ReferrerPolicy.SAME_ORIGIN)));
        return http.build();
    }

    /** A form whose session has ended meanwhile is not a matter of roles: it says so, and leads to where one goes on. */
    private static void denied(HttpServletRequest request, HttpServletResponse response, AccessDeniedException e)
            throws IOException, ServletException {
        if (request.isUserInRole(AccountService.ONCE)) {
            response.sendRedirect("/me/password");
            return;
        }
        if (request.isUserInRole(AccountService.SECOND)) {
            response.sendRedirect("/login/code");
            return;
        }
        if (request.isUserInRole(AccountService.ENROL)) {
            response.sendRedirect("/me/second-factor");
            return;
        }
        // asked so early nobody's name is with the request yet, but his session is known
        if (e instanceof CsrfException && SecurityContextHolder.getContext().getAuthentication() == null) {
            response.sendRedirect("/login?again");
        } else {
            request.setAttribute("formUnknown", e instanceof CsrfException);
            new AccessDeniedHandlerImpl().handle(request, response, e);
        }
    }

    /** A part of a page has it loaded anew, and so led to the sign-in. There is no page for this error: it would begin a session beside that of the sign-in. */
    private static void refresh(HttpServletRequest request, HttpServletResponse response, AuthenticationException e) {
        response.setHeader("HX-Refresh", "true");
        response.setStatus(HttpServletResponse.SC_FORBIDDEN);
    }

    /** Without the host that the request names: it is whoever asks who says that. */
    private static LoginUrlAuthenticationEntryPoint toLogin() {
        LoginUrlAuthenticationEntryPoint out = new LoginUrlAuthenticationEntryPoint("/login");
        out.setFavorRelativeUris(true);
        return out;
    }
}
