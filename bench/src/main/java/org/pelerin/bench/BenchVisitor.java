package org.pelerin.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.context.ConfigurableApplicationContext;

/** An administrator, signed in, without a browser. */
final class BenchVisitor {

    private final String address;
    private final HttpClient http = HttpClient.newBuilder()
            .cookieHandler(new CookieManager())
            .followRedirects(HttpClient.Redirect.NORMAL)
            .build();

    BenchVisitor(ConfigurableApplicationContext app) throws IOException, InterruptedException {
        this("http://127.0.0.1:" + app.getEnvironment().getProperty("local.server.port"));
    }

    BenchVisitor(String address) throws IOException, InterruptedException {
        this.address = address;
        Matcher token = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(get("/login"));
        if (!token.find()) {
            throw new IllegalStateException("The sign-in page has no token");
        }
        http.send(
                HttpRequest.newBuilder(URI.create(address + "/login"))
                        .header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString("username=admin&password=pelerin&_csrf="
                                + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8)))
                        .build(),
                HttpResponse.BodyHandlers.discarding());
    }

    String get(String path) throws IOException, InterruptedException {
        return get(path, HttpResponse.BodyHandlers.ofString());
    }

    /** @throws IllegalStateException if the answer is not 200 */
    <T> T get(String path, HttpResponse.BodyHandler<T> as) throws IOException, InterruptedException {
        HttpResponse<T> answer =
                http.send(HttpRequest.newBuilder(URI.create(address + path)).build(), as);
        if (answer.statusCode() != 200) {
            throw new IllegalStateException(path + " answered " + answer.statusCode());
        }
        return answer.body();
    }
}
