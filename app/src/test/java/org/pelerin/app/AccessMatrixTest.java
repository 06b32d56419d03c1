package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIRequestContext;
import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.people.account.AccountService;
import org.pelerin.app.people.account.Role;
import org.pelerin.app.people.token.ApiTokens;

/** Every door with every role: {@code access.txt} says who may use it, and knows them all. */
@Timeout(180)
class AccessMatrixTest {

    /** In order: each may what the ones before may. */
    private static final List<String> RANKS = List.of("anyone", "viewer", "reviewer", "technician", "administrator");

    private static final Map<String, String> ACCOUNTS =
            Map.of("viewer", "viewer", "reviewer", "look", "technician", "tech", "administrator", "admin");

    /** What needs no field to do something; other tests do it. */
    private static final Set<String> CHANGES_WITHOUT_FIELDS =
            Set.of("POST /me/calendar", "POST /me/calendar/revoke", "POST /rounds", "POST /yard/advance");

    private static TestBed bed;
    private static final Map<String, String> NEEDED = new TreeMap<>();
    /** Tokens of the roles, for programs. */
    private static final Map<String, String> BEARERS = new TreeMap<>();

    @BeforeAll
    static void begin() throws IOException {
        bed = TestBed.get();
        bed.bean(AccountService.class).create("look", "Reviewer", "pelerin", Role.REVIEWER, "system");
        ACCOUNTS.forEach((role, name) -> BEARERS.put(
                role,
                bed.bean(ApiTokens.class)
                        .make(
                                name,
                                "matrix",
                                Map.of(
                                                "viewer",
                                                Role.VIEWER,
                                                "reviewer",
                                                Role.REVIEWER,
                                                "technician",
                                                Role.TECHNICIAN,
                                                "administrator",
                                                Role.ADMIN)
                                        .get(role),
                                Duration.ofDays(1))));
        try (InputStream in = AccessMatrixTest.class.getResourceAsStream("/access.txt")) {
            new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .filter(l -> !l.startsWith("#") && !l.isBlank())
                    .map(l -> l.strip().split("\\s+"))
                    .forEach(l -> NEEDED.put(l[0] + " " + l[1], l[2]));
        }
    }

    @Test
    void the_list_knows_every_door_and_no_other() {
        assertThat(NEEDED.keySet())
                .isEqualTo(Fuzzer.doors(bed.app).stream()
                        .filter(d -> d.pattern().startsWith("/") && !d.pattern().equals("/error"))
                        .map(d -> d.method() + " " + d.pattern())
                        .collect(Collectors.toCollection(TreeSet::new)));
        assertThat(NEEDED.values()).isSubsetOf(RANKS);
    }

    @Test
    void each_role_passes_the_doors_that_are_its_own_and_no_other() {
        List<String> wrong = new ArrayList<>();
        wrong.addAll(tried("stranger", "anyone", bed.browser().newContext(), ""));
        ACCOUNTS.forEach((role, name) -> {
            BrowserContext context = bed.browser().newContext();
            String token = signedIn(context.request(), name);
            wrong.addAll(tried(role, role, context, token));
        });
        assertThat(wrong).isEmpty();
    }

    private static List<String> tried(String who, String rank, BrowserContext context, String token) {
        List<String> wrong = new ArrayList<>();
        NEEDED.forEach((door, needed) -> {
            boolean may = RANKS.indexOf(rank) >= RANKS.indexOf(needed);
            boolean get = door.startsWith("GET");
            // asked of what is not there, and without a field, so that who may change things changes nothing here
            if (!may || get || !CHANGES_WITHOUT_FIELDS.contains(door)) {
                String path = door.substring(door.indexOf(' ') + 1).replaceAll("\\{[^}]+}", "0");
                RequestOptions options = RequestOptions.create().setMaxRedirects(0);
                if (path.startsWith("/api/v1")) {
                    options.setHeader("Authorization", "Bearer " + BEARERS.getOrDefault(who, "none"));
                }
                APIResponse answer = get
                        ? context.request().get(bed.address + path, options)
                        : context.request()
                                .post(
                                        bed.address + path,
                                        options.setForm(FormData.create().set("_csrf", token)));
                if (get) {
                    // what may be read may be asked for without its body
                    int head =
                            context.request().head(bed.address + path, options).status();
                    if (head == 403 != (answer.status() == 403)) {
                        wrong.add(who + " HEAD " + path + ": " + head + ", GET " + answer.status());
                    }
                }
                String to = answer.headers().getOrDefault("location", "");
                boolean turnedAway = answer.status() == 403
                        || answer.status() == 401
                        || to.endsWith("/login")
                        || to.contains("/login?");
                if (answer.status() >= 500) {
                    wrong.add(who + " breaks " + door + ": " + answer.status());
                }
                if (turnedAway == may) {
                    wrong.add(who + (may ? " may not " : " may ") + door + ": " + answer.status() + " " + to);
                }
            }
        });
        context.close();
        return wrong;
    }

    private static String signedIn(APIRequestContext request, String name) {
        String login = request.get(bed.address + "/login").text();
        request.post(
                bed.address + "/login",
                RequestOptions.create()
                        .setForm(FormData.create()
                                .set("username", name)
                                .set("password", "pelerin")
                                .set("_csrf", found(login, "name=\"_csrf\"[^>]*value=\"([^\"]+)\""))));
        return found(request.get(bed.address + "/me").text(), "name=\"csrf\" content=\"([^\"]+)\"");
    }

    private static String found(String page, String pattern) {
        Matcher m = Pattern.compile(pattern).matcher(page);
        assertThat(m.find()).as(pattern).isTrue();
        return m.group(1);
    }
}
