package org.pelerin.app;

import java.io.IOException;
import java.lang.reflect.Field;
import java.lang.reflect.Modifier;
import java.lang.reflect.Parameter;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.token.ApiTokens;
import org.pelerin.app.platform.web.Form;
import org.springframework.context.ApplicationContext;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Sends broken requests to every door of the application: what no browser of ours would send, but anybody can. The same seed gives the
 * same requests.
 */
final class Fuzzer {

    /** A request that was answered as none may be. */
    record Fault(String request, String why) {}

    /** A mapping, with the fields that its form has. */
    record Door(String method, String pattern, List<String> fields, boolean files) {}

    private static final Duration LONGEST = Duration.ofSeconds(5);
    private static final Duration GIVEN_UP = Duration.ofSeconds(30);
    private static final Pattern VARIABLE = Pattern.compile("\\{[^}]+}");

    /** What would end the session or the world rather than find a fault, and what waits for somebody's mail. */
    private static final Set<String> SPARED = Set.of("/login", "/yard/advance", "/yard/pass", "/dock/find");

    private static final List<String> PLAIN = List.of(
            "1",
            "2",
            "3",
            "0",
            "7",
            "10",
            "PL-20417",
            "PL-18033",
            "PL-18090",
            "PL-70001",
            "on",
            "true",
            "false",
            "DONE",
            "NOW",
            "WRAP",
            "12.5",
            "0.5",
            "2026-11-26",
            "2026-11-26T10:00",
            "1 h",
            "10 min",
            "tech",
            "Air",
            "Vault",
            "°C",
            "a@b.example",
            "127.0.0.1",
            "Europe/Paris",
            "alder-t1",
            "c",
            "f",
            "own");

    private static final List<String> HOSTILE = List.of(
            "",
            " ",
            "-1",
            "-9223372036854775808",
            "9223372036854775807",
            "99999999999999999999",
            "2147483648",
            "1e400",
            "-1e400",
            "NaN",
            "Infinity",
            "0x10",
            "abc",
            "null",
            "a\u000bb",
            "a\u0000b",
            "\u001b[2Jx",
            "\ufffe",
            "\ud800",
            "a\rb",
            "a\r\nb\r\nc",
            "=1+1",
            "@x",
            "'\"><script>alert(1)</script>",
            "../../etc/passwd",
            "%",
            "%00",
            "{\"a\":",
            "[[[[[[[[[[",
            "[".repeat(3000),
            "{\"a\":".repeat(5000),
            "(".repeat(3000),
            "2026-02-30",
            "0000-00-00T99:99",
            "+999999999-01-01T00:00",
            "25:99",
            "P1D",
            "PT99999999999H",
            "99999999 h",
            "\u200f\u202ePL-20417",
            "٣٤",
            "🧀".repeat(40),
            "x".repeat(300),
            "x".repeat(70_000),
            "9".repeat(400));

    /** Files that are not what they seem, are broken off, or ask for more than they are. */
    private static final List<String> FILES = List.of(
            "a,b\n1,2\n",
            "",
            "\u0000\u0001PK\u0003\u0004",
            "PK\u0003\u0004" + "\u0000".repeat(200),
            "%PDF-1.7\n1 0 obj\n<< /Type /Catalog /Pages 1 0 R >>\nendobj\ntrailer << /Root 1 0 R >>",
            "%PDF-1.7",
            "{\"a\":".repeat(5000),
            "[".repeat(100_000),
            "{\"name\": \"x\", \"rules\": [{\"id\": \"a\", \"channel\": \"Air\", \"bound\": {\"above\": 1e999}}]}",
            "{\"type\": \"FeatureCollection\", \"features\": [{\"type\": \"Feature\", \"geometry\": {\"type\": \"Point\","
                    + " \"coordinates\": [1e308, null]}, \"properties\": {\"site\": \"" + "x".repeat(5000) + "\"}}]}",
            "time,Air (°C)\n2026-10-01T00:00:00Z,1\n2026-10-01T00:00:00Z,2\n",
            "site,spot\n" + "a,b\n".repeat(5000),
            "\"" + "x".repeat(200_000),
            "a;b\n" + ";".repeat(100_000),
            "\u0089PNG\r\n\u001a\n" + "\u0000".repeat(60),
            "<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]><x>&e;</x>");

    private static final List<String> NAMES =
            List.of("a.csv", "a.json", "a.geojson", "a.xlsx", "a.zip", "a.pdf", "a.png", "a.p12", "..\\\\a\u202e.html");

    /** As many as one account may have, less one for a person. */
    private static final int BEARERS = 15;

    private final String address;
    private final List<Door> doors;
    private final Visitor visitor;
    private final String name;
    private final String password;
    private final List<String> bearers;

    /** @param role of the account, which its tokens have too */
    Fuzzer(ApplicationContext app, String address, String name, String password, Role role) {
        this.address = address;
        this.visitor = new Visitor(address, LONGEST);
        this.name = name;
        this.password = password;
        ApiTokens tokens = app.getBean(ApiTokens.class);
        this.bearers = IntStream.range(0, BEARERS)
                .mapToObj(i -> tokens.make(name, "fuzz " + i, role, Duration.ofDays(1)))
                .toList();
        this.doors = doors(app).stream()
                .filter(d -> !SPARED.contains(d.pattern) && !d.pattern.startsWith("/logout"))
                .toList();
    }

    /** Every mapping of the application, in a fixed order. */
    static List<Door> doors(ApplicationContext app) {
        List<Door> out = new ArrayList<>();
        app.getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .forEach((info, handler) -> {
                    List<String> fields = new ArrayList<>();
                    boolean files = false;
                    for (Parameter p : handler.getMethod().getParameters()) {
                        RequestParam named = p.getAnnotation(RequestParam.class);
                        if (named != null) {
                            String called = named.name().isEmpty() ? named.value() : named.name();
                            fields.add(called.isEmpty() ? p.getName() : called);
                        }
                        files |= MultipartFile.class.isAssignableFrom(p.getType())
                                || p.getParameterizedType().getTypeName().contains("MultipartFile");
                        if (Form.class.isAssignableFrom(p.getType())) {
                            for (Field f : p.getType().getFields()) {
                                if (!Modifier.isStatic(f.getModifiers())) {
                                    fields.add(
                                            Collection.class.isAssignableFrom(f.getType())
                                                    ? f.getName() + "[0]"
                                                    : f.getName());
                                }
                            }
                        }
                    }
                    for (String pattern : patterns(info)) {
                        for (String method : methods(info)) {
                            out.add(new Door(method, pattern, List.copyOf(fields), files));
                        }
                    }
                });
        out.sort(Comparator.comparing(Door::pattern).thenComparing(Door::method));
        return out;
    }

    private static Set<String> patterns(RequestMappingInfo info) {
        return info.getPathPatternsCondition() == null
                ? Set.of()
                : info.getPathPatternsCondition().getPatternValues();
    }

    private static List<String> methods(RequestMappingInfo info) {
        Set<RequestMethod> all = info.getMethodsCondition().getMethods();
        return all.isEmpty()
                ? List.of("GET")
                : all.stream().map(Enum::name).sorted().toList();
    }

    /** A body as programs send it, some of it broken. */
    private static String json(Random random) {
        String value = value(random).replace("\\", "").replace("\"", "");
        return switch (random.nextInt(8)) {
            case 6 -> "{\"a\":".repeat(5000);
            case 7 -> "{\"name\": \"" + "x".repeat(1_000_000) + "\", \"rules\": [" + "{},".repeat(3000) + "{}]}";
            case 0 -> value;
            case 1 -> "{\"mission\": " + (random.nextInt(40) - 5) + ", \"comment\": \"" + value + "\"}";
            case 2 -> "{\"from\": \"2026-10-01\", \"to\": \"" + value + "\"}";
            case 3 ->
                "{\"from\": \"2026-10-0" + random.nextInt(10) + "\", \"to\": \"2026-10-31\", \"spot\": "
                        + random.nextInt(30) + "}";
            case 4 -> "[".repeat(2000);
            default -> "{\"" + value + "\": [null, {\"mission\": \"" + value + "\"}]}";
        };
    }

    /** @return what was answered as it must not be */
    List<Fault> run(long seed, int requests, int threads) throws InterruptedException, IOException {
        signIn();
        ConcurrentLinkedQueue<Fault> faults = new ConcurrentLinkedQueue<>();
        List<Thread> all = IntStream.range(0, threads)
                .mapToObj(t -> new Thread(() -> {
                    Random random = new Random(seed * 31 + t);
                    for (int i = t; i < requests && faults.size() < 400; i += threads) {
                        send(doors.get(i % doors.size()), random, faults);
                    }
                }))
                .toList();
        all.forEach(Thread::start);
        for (Thread t : all) {
            t.join();
        }
        return List.copyOf(faults);
    }

    private void send(Door door, Random random, ConcurrentLinkedQueue<Fault> faults) {
        String path = path(door, random);
        StringBuilder form = new StringBuilder();
        door.fields.forEach(f -> {
            if (random.nextInt(10) < 7) {
                add(form, field(f, random), value(random));
            }
        });
        boolean get = door.method.equals("GET");
        HttpRequest.Builder request = HttpRequest.newBuilder().timeout(GIVEN_UP).header("Accept", "text/html");
        String asked;
        if (random.nextInt(12) == 0) {
            request.header("HX-Request", "true");
        }
        boolean program = path.startsWith("/api/v1");
        if (program) {
            request.setHeader("Accept", "application/json");
            request.header("Authorization", "Bearer " + bearers.get(random.nextInt(bearers.size())));
        }
        if (get) {
            asked = address + path + (form.isEmpty() ? "" : "?" + cut(form, 6000));
            request.GET();
        } else {
            asked = address + path;
            request.header("X-CSRF-TOKEN", visitor.token());
            int kind = random.nextInt(door.files ? 3 : 12);
            if (program && random.nextInt(3) == 0) {
                request.header("Content-Type", "application/json")
                        .POST(HttpRequest.BodyPublishers.ofString(json(random)));
            } else if (kind == 0 || program) {
                multipart(request, random, form.toString());
            } else {
                request.header("Content-Type", "application/x-www-form-urlencoded")
                        .POST(HttpRequest.BodyPublishers.ofString(form.toString()));
            }
        }
        String told = door.method + " " + asked.substring(address.length()) + (get ? "" : " " + cut(form, 400));
        try {
            request.uri(URI.create(asked));
            long begun = System.nanoTime();
            HttpResponse<byte[]> answer = visitor.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
            Duration took = Duration.ofNanos(System.nanoTime() - begun);
            if (answer.statusCode() >= 500) {
                faults.add(new Fault(told, "answered " + answer.statusCode()));
            }
            if (took.compareTo(LONGEST) > 0) {
                faults.add(new Fault(told, "took " + took.toMillis() + " ms"));
            }
            if (answer.headers().firstValue("Location").orElse("").contains("/login")) {
                signIn();
            }
        } catch (IllegalStateException e) {
            faults.add(new Fault(told, e.getMessage()));
        } catch (IOException e) {
            faults.add(new Fault(told, "was cut off: " + e));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } catch (IllegalArgumentException e) {
            // no address: this one cannot be sent
        }
    }

    private static String cut(CharSequence form, int most) {
        return form.length() <= most
                ? form.toString()
                : form.toString().substring(0, most).replaceAll("%.{0,2}$", "");
    }

    private static String path(Door door, Random random) {
        Matcher m = VARIABLE.matcher(door.pattern);
        StringBuilder out = new StringBuilder();
        while (m.find()) {
            String v = random.nextInt(4) == 0 ? value(random) : PLAIN.get(random.nextInt(10));
            m.appendReplacement(out, Matcher.quoteReplacement(encoded(cut(v, 500))));
        }
        return m.appendTail(out).toString().replace("**", "x");
    }

    private static String field(String name, Random random) {
        return switch (random.nextInt(24)) {
            case 0 -> name.replace("[0]", "") + "[0]";
            case 1 -> name.replace("[0]", "") + "[99999]";
            case 2 -> name.replace("[0]", "") + "[a]";
            case 3 -> name + ".x";
            case 4 -> name + "[";
            case 5 -> "_" + name;
            case 6 -> name + "[0]".repeat(1500);
            default -> name;
        };
    }

    static String value(Random random) {
        return random.nextInt(100) < 45
                ? PLAIN.get(random.nextInt(PLAIN.size()))
                : HOSTILE.get(random.nextInt(HOSTILE.size()));
    }

    private static void add(StringBuilder form, String field, String value) {
        form.append(form.isEmpty() ? "" : "&")
                .append(encoded(field))
                .append('=')
                .append(encoded(value));
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    /** Whole or broken: without its end, with the wrong boundary, with a part that has no name. */
    private static void multipart(HttpRequest.Builder request, Random random, String form) {
        String boundary = "xYx";
        StringBuilder body = new StringBuilder();
        for (String pair : form.split("&")) {
            int eq = pair.indexOf('=');
            if (eq > 0) {
                body.append("--xYx\r\nContent-Disposition: form-data; name=\"")
                        .append(pair, 0, eq)
                        .append("\"\r\n\r\n")
                        .append(cut(pair.substring(eq + 1), 2000))
                        .append("\r\n");
            }
        }
        String file = FILES.get(random.nextInt(FILES.size()));
        body.append("--xYx\r\nContent-Disposition: form-data; name=\"")
                .append(random.nextBoolean() ? "file" : "files")
                .append("\"; filename=\"")
                .append(NAMES.get(random.nextInt(NAMES.size())))
                .append("\"\r\nContent-Type: ")
                .append(random.nextBoolean() ? "text/csv" : "nonsense")
                .append("\r\n\r\n")
                .append(file)
                .append("\r\n");
        int how = random.nextInt(5);
        if (how == 0) {
            boundary = "other";
        } else if (how != 1) {
            body.append("--xYx--\r\n");
        }
        if (how == 2) {
            request.header("Content-Type", "multipart/form-data");
        } else {
            request.header("Content-Type", "multipart/form-data; boundary=" + boundary);
        }
        request.POST(HttpRequest.BodyPublishers.ofString(body.toString()));
    }

    private synchronized void signIn() throws IOException {
        try {
            visitor.signIn(name, password);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Lets what was begun come to its end. */
    static void settle() throws InterruptedException {
        TimeUnit.SECONDS.sleep(1);
    }
}
