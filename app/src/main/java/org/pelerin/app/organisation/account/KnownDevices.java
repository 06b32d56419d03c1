package org.pelerin.app.organisation.account;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.platform.secret.FreshSecret;
import org.pelerin.app.platform.secret.Seal;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

/**
 * Knows a browser again in which somebody signed in before: by a sealed cookie with a number of its own, until when it holds, and the latest accounts.
 * It lets nobody in; its sign-ins are counted by themselves, so that others behind the same address slow nobody down there.
 */
@Component
class KnownDevices {

    static final String COOKIE = "pelerin-device";

    private static final Duration HOLDS = Duration.ofDays(90);
    private static final int MOST_ACCOUNTS = 8;
    private static final int LONGEST = 3000;

    private final Seal seal;
    private final Clock machine;

    /** What a cookie says: first its number, then until when, then accounts, a line each. */
    private record Device(String number, List<String> accounts) {}

    KnownDevices(Seal seal, @Qualifier("machineClock") Clock machine) {
        this.seal = seal;
        this.machine = machine;
    }

    /** The number of the browser, if somebody signed in to this account there; else empty. */
    String number(String cookie, String account) {
        Device d = read(cookie);
        return d.accounts.contains(lower(account)) ? d.number : "";
    }

    static String cookie(HttpServletRequest request) {
        return request.getCookies() == null
                ? ""
                : Arrays.stream(request.getCookies())
                        .filter(c -> c.getName().equals(COOKIE))
                        .map(Cookie::getValue)
                        .findFirst()
                        .orElse("");
    }

    /** @param before what it brought along; empty for nothing */
    ResponseCookie remember(String before, String account, boolean secure) {
        Device d = read(before);
        List<String> lines = new ArrayList<>();
        lines.add(d.number.isEmpty() ? FreshSecret.make() : d.number);
        lines.add(String.valueOf(machine.instant().plus(HOLDS).toEpochMilli()));
        lines.add(lower(account));
        d.accounts.stream()
                .filter(a -> !a.equals(lower(account)))
                .limit(MOST_ACCOUNTS - 1)
                .forEach(lines::add);
        String sealed = seal.close(String.join("\n", lines));
        return ResponseCookie.from(
                        COOKIE,
                        Base64.getUrlEncoder()
                                .withoutPadding()
                                .encodeToString(sealed.getBytes(StandardCharsets.US_ASCII)))
                .path("/login")
                .httpOnly(true)
                .secure(secure)
                .sameSite("Lax")
                .maxAge(HOLDS)
                .build();
    }

    private Device read(String cookie) {
        if (!cookie.isEmpty() && cookie.length() <= LONGEST) {
            try {
                String[] lines = seal.open(new String(Base64.getUrlDecoder().decode(cookie), StandardCharsets.US_ASCII))
                        .split("\n");
                if (lines.length > 2
                        && Instant.ofEpochMilli(Long.parseLong(lines[1])).isAfter(machine.instant())) {
                    return new Device(lines[0], List.of(lines).subList(2, lines.length));
                }
            } catch (IllegalArgumentException e) {
                // none of ours
            }
        }
        return new Device("", List.of());
    }

    private static String lower(String name) {
        return name.strip().toLowerCase(Locale.ROOT);
    }
}
