package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;

/** Signing in, and what guessing comes to; from several sources of this machine. */
@Tag("bed")
@Timeout(60)
class SignInTest {

    private static final String HERE = "127.0.0.1";
    private static final String OVER_THERE = "127.0.0.9";

    private static TestBed bed;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
    }

    /** A request and its whole answer, from an address of this machine. */
    private static String sent(String source, String request) throws IOException {
        try (Socket socket = new Socket()) {
            socket.bind(new InetSocketAddress(InetAddress.getByName(source), 0));
            socket.connect(new InetSocketAddress(HERE, URI.create(bed.address).getPort()), 5000);
            socket.setSoTimeout(20_000);
            socket.getOutputStream().write(request.getBytes(StandardCharsets.UTF_8));
            return new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static String found(String text, String pattern) {
        Matcher m = Pattern.compile(pattern).matcher(text);
        assertThat(m.find()).as(pattern).isTrue();
        return m.group(1);
    }

    /** Where a sign-in leads. */
    private static String signIn(String source, String name, String password) throws IOException {
        return found(answer(source, name, password, ""), "(?i)location: (\\S+)");
    }

    /**
     * @param cookie that the browser brings along; empty for none
     * @return the whole answer
     */
    private static String answer(String source, String name, String password, String cookie) throws IOException {
        String page = sent(source, "GET /login HTTP/1.1\r\nHost: x\r\nAccept: text/html\r\nConnection: close\r\n\r\n");
        String body = "username=" + name + "&password=" + password + "&_csrf="
                + URLEncoder.encode(found(page, "name=\"_csrf\"[^>]*value=\"([^\"]+)\""), StandardCharsets.UTF_8);
        return sent(
                source,
                "POST /login HTTP/1.1\r\nHost: evil.example\r\nConnection: close\r\nCookie: "
                        + found(page, "(?i)set-cookie: ([^;]+)") + (cookie.isEmpty() ? "" : "; " + cookie)
                        + "\r\nContent-Type: application/x-www-form-urlencoded\r\nContent-Length: " + body.length()
                        + "\r\n\r\n" + body);
    }

    private static String device(String answer) {
        return found(answer, "(?i)set-cookie: (pelerin-device=[^;]+)");
    }

    private static long noted(String action, String name) throws SQLException {
        try (Connection c = TestDatabase.connect();
                PreparedStatement s =
                        c.prepareStatement("SELECT COUNT(*) FROM audit_entry WHERE action = ? AND subject = ?")) {
            s.setString(1, action);
            s.setString(2, name);
            try (ResultSet r = s.executeQuery()) {
                r.next();
                return r.getLong(1);
            }
        }
    }

    @Test
    void what_an_open_page_asks_for_after_its_session_has_ended_begins_none() throws Exception {
        Visitor stranger = new Visitor(bed.address, Duration.ofSeconds(20));
        for (HttpRequest.Builder request : List.of(
                stranger.to("/dock").header("HX-Request", "true"),
                stranger.to("/dock").setHeader("Accept", "*/*"),
                stranger.to("/dock").header("Sec-Fetch-Dest", "empty"))) {
            HttpResponse<String> answer = stranger.send(request.build());
            assertThat(answer.statusCode()).isNotEqualTo(200);
            assertThat(answer.headers().allValues("Set-Cookie")).isEmpty();
        }
        assertThat(stranger.get("/dock").headers().allValues("Set-Cookie"))
                .as("of a page that somebody opens")
                .isNotEmpty();
    }

    @Test
    void guessing_slows_the_guesser_down_and_nobody_else() throws Exception {
        for (int i = 0; i < 5; i++) {
            assertThat(signIn(OVER_THERE, "slow", "wrong" + i)).isEqualTo("/login?error");
        }
        // from there not even the right one is compared now, and the answer does not tell
        assertThat(signIn(OVER_THERE, "slow", "pelerin")).isEqualTo("/login?error");
        assertThat(noted("refuse sign-in", "slow")).isEqualTo(5);
        // whose account it is signs in from where he is
        assertThat(signIn(HERE, "slow", "pelerin")).isEqualTo("/");
        assertThat(noted("sign in", "slow")).isEqualTo(1);
    }

    @Test
    void guesses_side_by_side_gain_nothing() throws Exception {
        ExecutorService threads = Executors.newFixedThreadPool(30);
        List<Callable<String>> guesses = IntStream.range(0, 60)
                .<Callable<String>>mapToObj(i -> () -> signIn("127.0.0.10", "many", "guess" + i))
                .toList();
        for (Future<String> f : threads.invokeAll(guesses)) {
            assertThat(f.get()).isEqualTo("/login?error");
        }
        threads.shutdown();
        assertThat(noted("refuse sign-in", "many")).isEqualTo(5);
    }

    @Test
    void an_account_that_does_not_exist_is_answered_and_counted_like_one_that_does() throws Exception {
        for (int i = 0; i < 7; i++) {
            assertThat(signIn("127.0.0.11", "nobody-of-that-name", "x")).isEqualTo("/login?error");
        }
        assertThat(noted("refuse sign-in", "nobody-of-that-name")).isEqualTo(5);
    }

    @Test
    void nobody_behind_the_same_address_is_locked_out_by_what_somebody_there_guesses() throws Exception {
        String source = "127.0.0.21";
        AccountService accounts = bed.bean(AccountService.class);
        for (String name : List.of("behind1", "behind2", "behind3")) {
            accounts.create(name, name, "pelerin", Role.VIEWER, "system");
        }
        String cookie = device(answer(source, "behind1", "pelerin", ""));
        // names and passwords by the hundred, and twenty for one account
        for (int i = 0; i < 80; i++) {
            assertThat(signIn(source, "sprayed" + i, "x")).isEqualTo("/login?error");
        }
        for (int i = 0; i < 20; i++) {
            assertThat(signIn(source, "behind1", "guess" + i)).isEqualTo("/login?error");
        }
        // who never was there signs in at once
        assertThat(signIn(source, "behind2", "pelerin")).isEqualTo("/");
        // whose account is guessed at, too, where it was signed in to before; elsewhere the guesser's wait holds for it
        assertThat(signIn(source, "behind1", "pelerin")).isEqualTo("/login?error");
        String again = answer(source, "behind1", "pelerin", cookie);
        assertThat(found(again, "(?i)location: (\\S+)")).isEqualTo("/");
        assertThat(device(again)).isNotEqualTo(cookie);
        // the cookie is of this account, and of nobody else
        for (int i = 0; i < 2; i++) {
            assertThat(found(answer(source, "behind3", "x" + i, cookie), "(?i)location: (\\S+)"))
                    .isEqualTo("/login?error");
        }
        assertThat(found(answer(source, "behind3", "pelerin", cookie), "(?i)location: (\\S+)"))
                .isEqualTo("/login?error");
        // whoever has it guesses no more often than others
        for (int i = 0; i < 6; i++) {
            answer(source, "behind1", "wrong" + i, cookie);
        }
        assertThat(found(answer(source, "behind1", "pelerin", cookie), "(?i)location: (\\S+)"))
                .isEqualTo("/login?error");
        // one that was altered is none
        assertThat(found(answer(source, "behind2", "pelerin", cookie + "x"), "(?i)location: (\\S+)"))
                .isEqualTo("/");
    }

    @Test
    void after_signing_in_one_goes_on_by_path_whatever_host_was_named() throws Exception {
        String asked = sent(
                HERE,
                "GET /missions?q=a%20b HTTP/1.1\r\nHost: evil.example\r\nAccept: text/html\r\nConnection: close\r\n\r\n");
        String session = found(asked, "(?i)set-cookie: ([^;]+)");
        String page = sent(
                HERE,
                "GET /login HTTP/1.1\r\nHost: evil.example\r\nAccept: text/html\r\nConnection: close\r\nCookie: "
                        + session + "\r\n\r\n");
        String body = "username=viewer&password=pelerin&_csrf="
                + URLEncoder.encode(found(page, "name=\"_csrf\"[^>]*value=\"([^\"]+)\""), StandardCharsets.UTF_8);
        String answer = sent(
                HERE,
                "POST /login HTTP/1.1\r\nHost: evil.example\r\nConnection: close\r\nCookie: " + session
                        + "\r\nContent-Type: application/x-www-form-urlencoded\r\nContent-Length: " + body.length()
                        + "\r\n\r\n" + body);
        assertThat(found(answer, "(?i)location: (\\S+)")).isEqualTo("/missions?q=a%20b");
    }
}
