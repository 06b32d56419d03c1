package org.pelerin.app.organisation.account;

import io.github.wimdeblauwe.htmx.spring.boot.security.HxRefreshHeaderAuthenticationEntryPoint;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.time.Duration;
import org.pelerin.app.organisation.language.OwnLanguage;
import org.pelerin.app.platform.language.AskedLanguage;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.AccessDeniedHandlerImpl;
import org.springframework.security.web.authentication.AuthenticationSuccessHandler;
import org.springframework.security.web.authentication.LoginUrlAuthenticationEntryPoint;
import org.springframework.security.web.csrf.CsrfException;
import org.springframework.security.web.savedrequest.HttpSessionRequestCache;
import org.springframework.security.web.savedrequest.RequestCache;
import org.springframework.security.web.savedrequest.SavedRequest;
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
        "/limits/new", "/limits/*/edit", "/audit", "/audit.csv", "/audit.json"
    };

    @Bean
    SecurityFilterChain pages(HttpSecurity http, CountedSignIn signIn, KnownDevices devices, OwnLanguage languages)
            throws Exception {
        HttpSessionRequestCache cache = new HttpSessionRequestCache();
        cache.setMatchingRequestParameterName(null);
        http.authorizeHttpRequests(a -> a.requestMatchers(
                                "/login",
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
                        .requestMatchers("/me/password", "/logout")
                        .authenticated()
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
                .requestCache(c -> c.requestCache(cache))
                .authenticationProvider(signIn)
                .formLogin(f -> f.loginPage("/login")
                        .authenticationDetailsSource(SignInDetails::new)
                        .successHandler(new SignedIn(cache, devices, languages))
                        .failureUrl("/login?error"))
                .logout(l -> l.logoutSuccessUrl("/login?out"))
                .exceptionHandling(e -> e.accessDeniedHandler(SecurityConfig::denied)
                        .defaultAuthenticationEntryPointFor(
                                new HxRefreshHeaderAuthenticationEntryPoint(),
                                new RequestHeaderRequestMatcher("HX-Request"))
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
        // asked so early nobody's name is with the request yet, but his session is known
        if (e instanceof CsrfException && SecurityContextHolder.getContext().getAuthentication() == null) {
            response.sendRedirect("/login?again");
        } else {
            request.setAttribute("formUnknown", e instanceof CsrfException);
            new AccessDeniedHandlerImpl().handle(request, response, e);
        }
    }

    /** Without the host that the request names: it is whoever asks who says that. */
    private static LoginUrlAuthenticationEntryPoint toLogin() {
        LoginUrlAuthenticationEntryPoint out = new LoginUrlAuthenticationEntryPoint("/login");
        out.setFavorRelativeUris(true);
        return out;
    }

    /**
     * Sessions of strangers are short; those of who has signed in last a working day. One goes on where one wanted to be, by path alone: the host that the
     * request of then named is the word of whoever sent it.
     */
    private static final class SignedIn implements AuthenticationSuccessHandler {

        private static final int LASTS = (int) Duration.ofHours(12).toSeconds();

        private final RequestCache cache;
        private final KnownDevices devices;
        private final OwnLanguage languages;

        SignedIn(RequestCache cache, KnownDevices devices, OwnLanguage languages) {
            this.cache = cache;
            this.devices = devices;
            this.languages = languages;
        }

        @Override
        public void onAuthenticationSuccess(
                HttpServletRequest request, HttpServletResponse response, Authentication authentication)
                throws IOException {
            request.getSession().setMaxInactiveInterval(LASTS);
            response.addHeader(
                    HttpHeaders.SET_COOKIE,
                    devices.remember(KnownDevices.cookie(request), authentication.getName(), request.isSecure())
                            .toString());
            // who chose none reads on in the language of the page that they signed in on
            languages
                    .of(authentication.getName())
                    .ifPresent(chosen -> AskedLanguage.remember(chosen, request, response));
            SavedRequest wanted = cache.getRequest(request, response);
            cache.removeRequest(request, response);
            response.sendRedirect(wanted == null ? "/" : path(wanted.getRedirectUrl()));
        }

        /** Of an address of this application; the first page where it is none. */
        private static String path(String address) {
            try {
                URI uri = new URI(address);
                String path = uri.getRawPath();
                // two slashes would begin a host
                return path == null || !path.startsWith("/") || path.startsWith("//")
                        ? "/"
                        : path + (uri.getRawQuery() == null ? "" : "?" + uri.getRawQuery());
            } catch (URISyntaxException e) {
                return "/";
            }
        }
    }
}
