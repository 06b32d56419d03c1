package org.pelerin.yard.server;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.security.Signature;
import java.security.interfaces.RSAPublicKey;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import tools.jackson.databind.json.JsonMapper;

/**
 * A provider of sign-ins (OpenID Connect Core 1.0, authorization code flow with PKCE, RFC 7636) for a few made-up people, without a password:
 * its page asks who one is. Answers on loopback only. Codes are good once and for a minute, bound to client, address and verifier.
 */
public final class IdentityServer implements AutoCloseable {

    public static final String CLIENT = "pelerin";
    public static final String SECRET = "simulated-secret";

    private static final Duration CODE_HOLDS = Duration.ofMinutes(1);
    private static final Duration TOKEN_HOLDS = Duration.ofMinutes(5);
    private static final int KEY_BITS = 2048;
    private static final Base64.Encoder BASE64 = Base64.getUrlEncoder().withoutPadding();

    /**
     * Somebody whom the provider knows.
     *
     * @param subject what stays the same whatever else changes
     * @param groups that decide the role elsewhere
     */
    public record Person(String subject, String name, String displayName, String mail, List<String> groups) {}

    private record Code(String person, String client, String redirect, String challenge, String nonce, Instant until) {}

    private final HttpServer server;
    private final Clock clock;
    private final JsonMapper json = new JsonMapper();
    private final SecureRandom random = new SecureRandom();
    private final Map<String, Person> people = new ConcurrentHashMap<>();
    private final Map<String, Code> codes = new ConcurrentHashMap<>();
    private final Map<String, Person> tokens = new ConcurrentHashMap<>();
    private KeyPair keys;

    /** @param port 0 for any free one */
    public IdentityServer(int port, Clock clock) throws IOException {
        this.clock = clock;
        know(new Person("a-11", "iva.brandt", "Iva Brandt", "iva@yard.invalid", List.of("field")));
        know(new Person("a-12", "noor.weiss", "Noor Weiss", "noor@yard.invalid", List.of("quality")));
        know(new Person("a-13", "alma.kern", "Alma Kern", "alma@yard.invalid", List.of("wardens", "field")));
        know(new Person("a-14", "otto.lang", "Otto Lang", "otto@yard.invalid", List.of("canteen")));
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
        server.setExecutor(Executors.newFixedThreadPool(4, r -> {
            Thread t = new Thread(r, "identity");
            t.setDaemon(true);
            return t;
        }));
        on("/.well-known/openid-configuration", this::configuration);
        on("/authorize", this::authorize);
        on("/choose", this::choose);
        on("/token", this::token);
        on("/jwks", this::keys);
        on("/userinfo", this::userInfo);
        server.start();
    }

    public int port() {
        return server.getAddress().getPort();
    }

    public String issuer() {
        return "http://127.0.0.1:" + port();
    }

    /** Takes somebody up, or changes what is known of whom it knows by that subject. */
    public void know(Person person) {
        people.put(person.subject, person);
    }

    private void on(String path, HttpHandler handler) {
        server.createContext(path, exchange -> {
            try (exchange) {
                handler.handle(exchange);
            } catch (RuntimeException e) {
                error(exchange, 500, "server_error");
            }
        });
    }

    private void configuration(HttpExchange exchange) throws IOException {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("issuer", issuer());
        out.put("authorization_endpoint", issuer() + "/authorize");
        out.put("token_endpoint", issuer() + "/token");
        out.put("jwks_uri", issuer() + "/jwks");
        out.put("userinfo_endpoint", issuer() + "/userinfo");
        out.put("response_types_supported", List.of("code"));
        out.put("subject_types_supported", List.of("public"));
        out.put("id_token_signing_alg_values_supported", List.of("RS256"));
        out.put("scopes_supported", List.of("openid", "profile", "email"));
        out.put("token_endpoint_auth_methods_supported", List.of("client_secret_basic"));
        out.put("code_challenge_methods_supported", List.of("S256"));
        answer(exchange, 200, "application/json", json.writeValueAsString(out));
    }

    /** Asks who one is, where the request is a good one. */
    private void authorize(HttpExchange exchange) throws IOException {
        String query = exchange.getRequestURI().getRawQuery();
        Map<String, String> asked = fields(query);
        if (!CLIENT.equals(asked.get("client_id"))
                || !"code".equals(asked.get("response_type"))
                || !"S256".equals(asked.get("code_challenge_method"))
                || !asked.getOrDefault("redirect_uri", "").matches("https?://(127\\.0\\.0\\.1|localhost)(:\\d+)?/.*")) {
            error(exchange, 400, "invalid_request");
            return;
        }
        String choices = people.values().stream()
                .sorted((a, b) -> a.displayName.compareTo(b.displayName))
                .map(p -> "<li><a href=\"/choose?" + html(query) + "&amp;person=" + p.subject + "\">"
                        + html(p.displayName) + "</a> <small>" + html(String.join(", ", p.groups)) + "</small></li>")
                .collect(Collectors.joining("\n"));
        answer(
                exchange,
                200,
                "text/html",
                "<!doctype html><html lang=\"en\"><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width\">"
                        + "<title>Simulated sign-in</title><style>body{font:17px/1.6 sans-serif;max-width:32em;margin:3em auto;padding:0 1em}"
                        + "a{font-weight:600}small{color:#555}</style><h1>Simulated sign-in</h1>"
                        + "<p>This page belongs to the simulated outdoors and stands for an organisation’s own provider. Who are you?</p><ul>"
                        + choices + "</ul></html>");
    }

    /** Somebody was chosen: back to where one came from, with a code. */
    private void choose(HttpExchange exchange) throws IOException {
        Map<String, String> asked = fields(exchange.getRequestURI().getRawQuery());
        String code = fresh();
        codes.put(
                code,
                new Code(
                        asked.get("person"),
                        asked.get("client_id"),
                        asked.get("redirect_uri"),
                        asked.get("code_challenge"),
                        asked.get("nonce"),
                        clock.instant().plus(CODE_HOLDS)));
        exchange.getResponseHeaders()
                .set(
                        "Location",
                        asked.get("redirect_uri") + "?code=" + code + "&state="
                                + URLEncoder.encode(asked.getOrDefault("state", ""), StandardCharsets.UTF_8));
        exchange.sendResponseHeaders(302, -1);
    }

    private void token(HttpExchange exchange) throws IOException {
        Map<String, String> asked =
                fields(new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8));
        String client = exchange.getRequestHeaders().getFirst("Authorization");
        String expected =
                "Basic " + Base64.getEncoder().encodeToString((CLIENT + ":" + SECRET).getBytes(StandardCharsets.UTF_8));
        if (!expected.equals(client)) {
            error(exchange, 401, "invalid_client");
            return;
        }
        Code code = codes.remove(asked.getOrDefault("code", ""));
        Person person = code == null ? null : people.get(code.person);
        if (person == null
                || clock.instant().isAfter(code.until)
                || !code.redirect.equals(asked.get("redirect_uri"))
                || !BASE64.encodeToString(sha256(asked.getOrDefault("code_verifier", "")))
                        .equals(code.challenge)) {
            error(exchange, 400, "invalid_grant");
            return;
        }
        String access = fresh();
        tokens.put(access, person);
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("access_token", access);
        out.put("token_type", "Bearer");
        out.put("expires_in", TOKEN_HOLDS.toSeconds());
        out.put("id_token", signed(claims(person, code.nonce)));
        exchange.getResponseHeaders().set("Cache-Control", "no-store");
        answer(exchange, 200, "application/json", json.writeValueAsString(out));
    }

    private Map<String, Object> claims(Person p, String nonce) {
        Instant now = clock.instant();
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("iss", issuer());
        out.put("sub", p.subject);
        out.put("aud", CLIENT);
        out.put("iat", now.getEpochSecond());
        out.put("exp", now.plus(TOKEN_HOLDS).getEpochSecond());
        if (nonce != null) {
            out.put("nonce", nonce);
        }
        out.putAll(told(p));
        return out;
    }

    private static Map<String, Object> told(Person p) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("sub", p.subject);
        out.put("preferred_username", p.name);
        out.put("name", p.displayName);
        out.put("email", p.mail);
        out.put("email_verified", true);
        out.put("groups", p.groups);
        return out;
    }

    /** Made when somebody first signs in: that takes seconds, and most worlds see nobody do it. */
    private synchronized KeyPair keys() {
        if (keys == null) {
            try {
                KeyPairGenerator generator = KeyPairGenerator.getInstance("RSA");
                generator.initialize(KEY_BITS);
                keys = generator.generateKeyPair();
            } catch (GeneralSecurityException e) {
                throw new IllegalStateException(e);
            }
        }
        return keys;
    }

    /** A JSON Web Token (RFC 7519) under RS256. */
    private String signed(Map<String, Object> claims) {
        String head = base64(json.writeValueAsBytes(Map.of("alg", "RS256", "typ", "JWT", "kid", "yard")));
        String body = base64(json.writeValueAsBytes(claims));
        try {
            Signature signature = Signature.getInstance("SHA256withRSA");
            signature.initSign(keys().getPrivate());
            signature.update((head + "." + body).getBytes(StandardCharsets.US_ASCII));
            return head + "." + body + "." + base64(signature.sign());
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private void keys(HttpExchange exchange) throws IOException {
        RSAPublicKey key = (RSAPublicKey) keys().getPublic();
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("kty", "RSA");
        out.put("use", "sig");
        out.put("alg", "RS256");
        out.put("kid", "yard");
        out.put("n", base64(unsigned(key.getModulus().toByteArray())));
        out.put("e", base64(unsigned(key.getPublicExponent().toByteArray())));
        answer(exchange, 200, "application/json", json.writeValueAsString(Map.of("keys", List.of(out))));
    }

    private static byte[] unsigned(byte[] number) {
        return number[0] == 0 ? Arrays.copyOfRange(number, 1, number.length) : number;
    }

    private void userInfo(HttpExchange exchange) throws IOException {
        String bearer = exchange.getRequestHeaders().getFirst("Authorization");
        Person person = bearer == null || !bearer.startsWith("Bearer ")
                ? null
                : tokens.get(bearer.substring("Bearer ".length()));
        if (person == null) {
            error(exchange, 401, "invalid_token");
            return;
        }
        answer(exchange, 200, "application/json", json.writeValueAsString(told(person)));
    }

    private String fresh() {
        byte[] bytes = new byte[24];
        random.nextBytes(bytes);
        return base64(bytes);
    }

    private static String base64(byte[] bytes) {
        return BASE64.encodeToString(bytes);
    }

    private static byte[] sha256(String text) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.US_ASCII));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Map<String, String> fields(String form) {
        Map<String, String> out = new LinkedHashMap<>();
        for (String pair : form == null ? new String[0] : form.split("&")) {
            int at = pair.indexOf('=');
            if (at > 0) {
                out.put(
                        URLDecoder.decode(pair.substring(0, at), StandardCharsets.UTF_8),
                        URLDecoder.decode(pair.substring(at + 1), StandardCharsets.UTF_8));
            }
        }
        return out;
    }

    private static String html(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
    }

    private void error(HttpExchange exchange, int status, String what) throws IOException {
        answer(exchange, status, "application/json", json.writeValueAsString(Map.of("error", what)));
    }

    private static void answer(HttpExchange exchange, int status, String type, String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    @Override
    public void close() {
        server.stop(0);
    }
}
