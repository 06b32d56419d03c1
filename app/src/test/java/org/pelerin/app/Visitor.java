package org.pelerin.app;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.FormElement;

/** Somebody with cookies and no browser, who follows no redirects; several threads may send at once. */
final class Visitor {

    private final String address;
    private final CookieManager jar = new CookieManager();
    private final HttpClient http;
    private volatile String token = "";

    /** A stranger. */
    Visitor(String address, Duration patience) {
        this.address = address;
        this.http = HttpClient.newBuilder()
                .cookieHandler(jar)
                .followRedirects(HttpClient.Redirect.NEVER)
                .connectTimeout(patience)
                .build();
    }

    static Visitor signedIn(String address, String name) throws IOException, InterruptedException {
        Visitor out = new Visitor(address, Duration.ofSeconds(30));
        out.signIn(name, "pelerin");
        return out;
    }

    /** @throws IllegalStateException if it is not let in */
    void signIn(String name, String password) throws IOException, InterruptedException {
        String page = get("/login").body();
        String form = form(Map.of(
                "username", name, "password", password, "_csrf", found(page, "name=\"_csrf\"[^>]*value=\"([^\"]+)\"")));
        send(posted("/login", form).build());
        HttpResponse<String> own = get("/me");
        if (own.statusCode() != 200) {
            throw new IllegalStateException(name + " cannot sign in: " + own.statusCode() + " "
                    + own.headers().firstValue("Location").orElse(""));
        }
        token = found(own.body(), "name=\"csrf\" content=\"([^\"]+)\"");
    }

    List<HttpCookie> cookies() {
        return jar.getCookieStore().getCookies();
    }

    /** What a form that it sends bears; empty for a stranger. */
    String token() {
        return token;
    }

    /** @param path or an address elsewhere, which gets the same cookies where its host is the same */
    HttpRequest.Builder to(String path) {
        return HttpRequest.newBuilder(URI.create(address).resolve(path)).header("Accept", "text/html");
    }

    private HttpRequest.Builder posted(String path, String form) {
        return to(path).header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(form));
    }

    HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return send(to(path).build());
    }

    /** A form with nothing in it but its token. */
    HttpRequest.Builder emptyForm(String path) {
        return posted(path, form(Map.of("_csrf", token)));
    }

    HttpResponse<String> send(HttpRequest request) throws IOException, InterruptedException {
        return send(request, HttpResponse.BodyHandlers.ofString());
    }

    /**
     * Sends the one form of the middle of a page, as it is shown there.
     *
     * @throws IllegalStateException if there is none
     */
    HttpResponse<String> sendBack(String path, String language) throws IOException, InterruptedException {
        Document page = Jsoup.parse(
                send(to(path).header("Accept-Language", language).build()).body());
        page.select("template").remove();
        FormElement form = (FormElement) page.selectFirst("main form:has(.main-act)");
        if (form == null) {
            throw new IllegalStateException("There is no form at " + path);
        }
        String body = form.formData().stream()
                .map(f -> URLEncoder.encode(f.key(), StandardCharsets.UTF_8) + "="
                        + URLEncoder.encode(f.value(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
        return send(posted(form.attr("action"), body)
                .header("Accept-Language", language)
                .build());
    }

    <T> HttpResponse<T> send(HttpRequest request, HttpResponse.BodyHandler<T> as)
            throws IOException, InterruptedException {
        return http.send(request, as);
    }

    private static String form(Map<String, String> fields) {
        return fields.entrySet().stream()
                .map(e -> e.getKey() + "=" + URLEncoder.encode(e.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
    }

    private static String found(String page, String pattern) {
        Matcher m = Pattern.compile(pattern).matcher(page);
        return m.find() ? m.group(1) : "";
    }
}
