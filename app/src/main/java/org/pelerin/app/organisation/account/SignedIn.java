package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.time.Duration;
import org.pelerin.app.organisation.language.OwnLanguage;
import org.pelerin.app.platform.language.AskedLanguage;
import org.springframework.http.HttpHeaders;
import org.springframework.security.core.Authentication;
import org.springframework.security.web.authentication.AuthenticationSuccessHandler;
import org.springframework.security.web.savedrequest.HttpSessionRequestCache;
import org.springframework.security.web.savedrequest.RequestCache;
import org.springframework.security.web.savedrequest.SavedRequest;
import org.springframework.stereotype.Component;

/**
 * What follows a sign-in. Sessions of strangers are short; those of who has signed in last a working day. One goes on where one wanted to be, by path alone:
 * the host that the request of then named is the word of whoever sent it. Who owes a code goes to where it is asked for first.
 */
@Component
public class SignedIn implements AuthenticationSuccessHandler {

    /** Attributes of a session, for the list of one's own. */
    static final String BROWSER = "pelerin.browser";

    static final String SOURCE = "pelerin.source";

    private static final int LASTS = (int) Duration.ofHours(12).toSeconds();
    private static final int BROWSER_SHOWN = 200;

    private final RequestCache cache = cache();
    private final KnownDevices devices;
    private final OwnLanguage languages;

    SignedIn(KnownDevices devices, OwnLanguage languages) {
        this.devices = devices;
        this.languages = languages;
    }

    /**
     * Where one wanted to be is a page that somebody opened. What a page asks for by itself, which goes on after its session has ended, is none: it would take that
     * place, and each such request would begin a session of its own beside the one that the form of the sign-in belongs to.
     */
    static HttpSessionRequestCache cache() {
        HttpSessionRequestCache out = new HttpSessionRequestCache();
        out.setMatchingRequestParameterName(null);
        out.setRequestMatcher(SignedIn::opensPage);
        return out;
    }

    private static boolean opensPage(HttpServletRequest request) {
        String accepted = request.getHeader(HttpHeaders.ACCEPT);
        String into = request.getHeader("Sec-Fetch-Dest");
        return "GET".equals(request.getMethod())
                && request.getHeader("HX-Request") == null
                && (into == null || into.equals("document"))
                && (accepted == null || accepted.contains("text/html"));
    }

    @Override
    public void onAuthenticationSuccess(
            HttpServletRequest request, HttpServletResponse response, Authentication authentication)
            throws IOException {
        if (AccountService.owesCode(authentication)) {
            response.sendRedirect("/login/code");
            return;
        }
        if (AccountService.owesFactor(authentication)) {
            response.sendRedirect("/me/second-factor");
            return;
        }
        HttpSession session = request.getSession();
        session.setMaxInactiveInterval(LASTS);
        String browser = request.getHeader(HttpHeaders.USER_AGENT);
        session.setAttribute(
                BROWSER, browser == null ? "" : browser.substring(0, Math.min(BROWSER_SHOWN, browser.length())));
        session.setAttribute(SOURCE, request.getRemoteAddr());
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                devices.remember(KnownDevices.cookie(request), authentication.getName(), request.isSecure())
                        .toString());
        // who chose none reads on in the language of the page that they signed in on
        languages.of(authentication.getName()).ifPresent(chosen -> AskedLanguage.remember(chosen, request, response));
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
