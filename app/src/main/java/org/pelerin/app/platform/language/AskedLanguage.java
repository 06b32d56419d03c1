package org.pelerin.app.platform.language;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.LocaleResolver;

/**
 * The language of a request: what was chosen in this browser, else the first that the browser asks for and that there is, else English. The
 * interface for programs and files of data speak English. Asks no database.
 */
@Component("localeResolver")
public class AskedLanguage implements LocaleResolver {

    /** Files of data: the same for everybody, so that they can be written again and compared. */
    private static final Pattern TAKEN_AWAY = Pattern.compile("\\.(csv|xlsx|json|geojson|zip)$");

    private static final String COOKIE = "language";
    private static final Duration KEPT = Duration.ofDays(400);
    private static final String ASKED = AskedLanguage.class.getName();

    /** What was asked for at an address, kept with the request: it is wanted for each of a page's texts. */
    private record Asked(String address, Locale language) {}

    @Override
    public Locale resolveLocale(HttpServletRequest request) {
        String address = request.getRequestURI();
        if (request.getAttribute(ASKED) instanceof Asked asked && asked.address.equals(address)) {
            return asked.language;
        }
        Locale language = of(request);
        request.setAttribute(ASKED, new Asked(address, language));
        return language;
    }

    public static Locale of(HttpServletRequest request) {
        if (request.getRequestURI().startsWith("/api/")
                || TAKEN_AWAY.matcher(request.getRequestURI()).find()) {
            return Locale.ENGLISH;
        }
        List<Locale> there = Texts.all().languages();
        Cookie[] cookies = request.getCookies();
        for (Cookie c : cookies == null ? new Cookie[0] : cookies) {
            Optional<Locale> chosen = COOKIE.equals(c.getName()) ? known(c.getValue()) : Optional.empty();
            if (chosen.isPresent()) {
                return chosen.get();
            }
        }
        return Collections.list(request.getLocales()).stream()
                .map(l -> Locale.forLanguageTag(l.getLanguage()))
                .filter(there::contains)
                .findFirst()
                .orElse(Locale.ENGLISH);
    }

    /** A language that there are texts in. */
    public static Optional<Locale> known(String tag) {
        return Texts.all().languages().stream()
                .filter(l -> l.getLanguage().equals(tag))
                .findFirst();
    }

    /** From now on in this browser; null: as the browser asks. */
    public static void remember(Locale chosen, HttpServletRequest request, HttpServletResponse response) {
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(COOKIE, chosen == null ? "" : chosen.getLanguage())
                        .path("/")
                        .maxAge(chosen == null ? Duration.ZERO : KEPT)
                        .sameSite("Lax")
                        .secure(request.isSecure())
                        .build()
                        .toString());
    }

    /** A language is chosen in one's settings, which call {@link #remember}. */
    @Override
    public void setLocale(HttpServletRequest request, HttpServletResponse response, Locale locale) {
        remember(locale, request, response);
    }
}
