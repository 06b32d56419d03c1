package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.token.ApiTokens;

/** Every door with every role: {@code access.txt} says who may use it, and knows them all. */
@Tag("bed")
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
    void each_role_passes_the_doors_that_are_its_own_and_no_other() throws Exception {
        Map<String, Visitor> visitors = new TreeMap<>();
        visitors.put("anyone", new Visitor(bed.address, Duration.ofSeconds(30)));
        for (Map.Entry<String, String> account : ACCOUNTS.entrySet()) {
            visitors.put(account.getKey(), Visitor.signedIn(bed.address, account.getValue()));
        }
        assertThat(RANKS.parallelStream()
                        .flatMap(role -> tried(role, visitors.get(role)).stream())
                        .toList())
                .isEmpty();
    }

    private static List<String> tried(String role, Visitor visitor) {
        List<String> wrong = new ArrayList<>();
        NEEDED.forEach((door, needed) -> {
            boolean may = RANKS.indexOf(role) >= RANKS.indexOf(needed);
            boolean get = door.startsWith("GET");
            // asked of what is not there, and without a field, so that who may change things changes nothing here
            if (!may || get || !CHANGES_WITHOUT_FIELDS.contains(door)) {
                String path = door.substring(door.indexOf(' ') + 1).replaceAll("\\{[^}]+}", "0");
                HttpResponse<?> answer = sent(visitor, get ? visitor.to(path) : visitor.emptyForm(path), path, role);
                if (get) {
                    // what may be read may be asked for without its body
                    int head = sent(
                                    visitor,
                                    visitor.to(path).method("HEAD", HttpRequest.BodyPublishers.noBody()),
                                    path,
                                    role)
                            .statusCode();
                    if (head == 403 != (answer.statusCode() == 403)) {
                        wrong.add(role + " HEAD " + path + ": " + head + ", GET " + answer.statusCode());
                    }
                }
                String to = answer.headers().firstValue("Location").orElse("");
                boolean turnedAway = answer.statusCode() == 403
                        || answer.statusCode() == 401
                        || to.endsWith("/login")
                        || to.contains("/login?");
                if (answer.statusCode() >= 500) {
                    wrong.add(role + " breaks " + door + ": " + answer.statusCode());
                }
                if (turnedAway == may) {
                    wrong.add(role + (may ? " may not " : " may ") + door + ": " + answer.statusCode() + " " + to);
                }
            }
        });
        return wrong;
    }

    private static HttpResponse<?> sent(Visitor visitor, HttpRequest.Builder request, String path, String role) {
        if (path.startsWith("/api/v1")) {
            request.header("Authorization", "Bearer " + BEARERS.getOrDefault(role, "none"));
        }
        try {
            return visitor.send(request.build(), HttpResponse.BodyHandlers.discarding());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
