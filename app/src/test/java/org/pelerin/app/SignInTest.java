package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** Signing in, and what guessing comes to; from several sources of this machine. */
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
        String page = sent(source, "GET /login HTTP/1.1\r\nHost: x\r\nAccept: text/html\r\nConnection: close\r\n\r\n");
        String body = "username=" + name + "&password=" + password + "&_csrf="
                + URLEncoder.encode(found(page, "name=\"_csrf\"[^>]*value=\"([^\"]+)\""), StandardCharsets.UTF_8);
        String answer = sent(
                source,
                "POST /login HTTP/1.1\r\nHost: evil.example\r\nConnection: close\r\nCookie: "
                        + found(page, "(?i)set-cookie: ([^;]+)")
                        + "\r\nContent-Type: application/x-www-form-urlencoded\r\nContent-Length: " + body.length()
                        + "\r\n\r\n" + body);
        return found(answer, "(?i)location: (\\S+)");
    }

    private static long noted(String action, String name) throws SQLException {
        try (Connection c = TestBed.connect();
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
}
