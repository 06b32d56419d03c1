package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Who may do what, and what a refused request looks like. */
@Tag("bed")
@Timeout(60)
class AccessTest {

    private static TestBed bed;

    private final HttpClient http = HttpClient.newBuilder()
            .cookieHandler(new CookieManager())
            .followRedirects(HttpClient.Redirect.NORMAL)
            .build();

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
    }

    private HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return http.send(
                HttpRequest.newBuilder(URI.create(bed.address + path))
                        .header("Accept", "text/html")
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    private HttpResponse<String> post(String path, Map<String, String> form) throws IOException, InterruptedException {
        String body = form.entrySet().stream()
                .map(e -> e.getKey() + "=" + URLEncoder.encode(e.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
        return http.send(
                HttpRequest.newBuilder(URI.create(bed.address + path))
                        .header("Accept", "text/html")
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    private String token(String path) throws IOException, InterruptedException {
        Matcher m = Pattern.compile("name=\"_csrf\"[^>]*value=\"([^\"]+)\"")
                .matcher(get(path).body());
        assertThat(m.find()).as("a form with its token at %s", path).isTrue();
        return m.group(1);
    }

    private HttpResponse<String> signIn(String name, String password) throws IOException, InterruptedException {
        return post("/login", Map.of("username", name, "password", password, "_csrf", token("/login")));
    }

    @Test
    void nothing_is_shown_to_strangers() throws Exception {
        assertThat(get("/missions").uri().getPath()).isEqualTo("/login");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/plans",
                "/plans/1",
                "/dock/PL-20417/collect",
                "/dock/PL-20417/again",
                "/dock/PL-20417/erase",
                "/dock/PL-20417/write",
                "/yard/advance",
                "/missions/1/started",
                "/missions/1/clock-correction"
            })
    void a_viewer_changes_nothing_by_address_either(String path) throws Exception {
        signIn("viewer", "pelerin");
        HttpResponse<String> answer = post(path, Map.of("_csrf", token("/"), "hours", "1", "on", "false"));
        assertThat(answer.statusCode()).isEqualTo(403);
        assertThat(answer.body()).contains("Your role does not allow this");
    }

    @Test
    void a_viewer_sees_no_way_to_change_anything() throws Exception {
        signIn("viewer", "pelerin");
        assertThat(get("/plans").body()).doesNotContain("/plans/new");
        assertThat(get("/plans/new").statusCode()).isEqualTo(403);
        assertThat(get("/yard").statusCode()).isEqualTo(403);
    }

    @Test
    void a_form_that_was_open_too_long_leads_to_the_sign_in_and_says_so() throws Exception {
        HttpResponse<String> answer =
                post("/login", Map.of("username", "tech", "password", "pelerin", "_csrf", "of-old"));
        assertThat(answer.uri().getQuery()).isEqualTo("again");
        assertThat(answer.body()).contains("was open too long");
        assertThat(post("/plans", Map.of("name", "Late")).uri().getQuery()).isEqualTo("again");
    }

    @Test
    void a_change_without_its_token_is_refused() throws Exception {
        signIn("tech", "pelerin");
        assertThat(post("/plans", Map.of("name", "Forged")).statusCode()).isEqualTo(403);
        assertThat(get("/plans").body()).doesNotContain("Forged");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"/missions/999999", "/plans/999999", "/dock/PL-00000", "/reports/999999/report.pdf", "/nowhere"})
    void what_is_not_there_is_a_page_of_ours(String path) throws Exception {
        signIn("tech", "pelerin");
        HttpResponse<String> answer = get(path);
        assertThat(answer.statusCode()).isEqualTo(404);
        assertThat(answer.body()).contains("class=\"rail\"").doesNotContain("Exception");
    }

    @ParameterizedTest
    @ValueSource(strings = {"/missions/abc", "/missions/1/window?from=x&to=1&width=3", "/missions/1/window"})
    void nonsense_is_no_stack_trace(String path) throws Exception {
        signIn("tech", "pelerin");
        HttpResponse<String> answer = get(path);
        assertThat(answer.statusCode()).isEqualTo(400);
        assertThat(answer.body()).doesNotContain("Exception").doesNotContain("\tat ");
    }

    @Test
    void a_logger_that_is_elsewhere_is_a_conflict() throws Exception {
        bed.carry("PL-18090", "dock");
        bed.carry("PL-18090", "van-5");
        signIn("tech", "pelerin");
        HttpResponse<String> answer = post("/dock/PL-18090/collect", Map.of("_csrf", token("/")));
        assertThat(answer.statusCode()).isEqualTo(409);
        assertThat(answer.body()).contains("PL-18090 is not in the dock");
    }

    @Test
    void the_policy_lets_nothing_in_from_outside() throws Exception {
        HttpResponse<String> login = get("/login");
        assertThat(login.headers().firstValue("Content-Security-Policy").orElseThrow())
                .contains("script-src 'self'")
                .doesNotContain("unsafe");
        assertThat(login.body()).doesNotContainPattern("(src|href)=\"https?://");
        signIn("tech", "pelerin");
        assertThat(get("/").body())
                .doesNotContainPattern("(src|href)=\"https?://")
                .doesNotContain(" style=\"")
                .doesNotContain("onclick=");
    }
}
