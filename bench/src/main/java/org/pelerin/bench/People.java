package org.pelerin.bench;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Many people on the pages of a running installation with the demo's accounts, each reading one page, thinking for some seconds, and opening the next. Prints how long each kind of page
 * took, as who sent the request saw it, under load that comes from this same machine.
 *
 * <p>{@code ./pelerin bench people [PEOPLE [SECONDS]]} beside {@code ./pelerin demo}; the first third of the time warms up and does not count.
 */
public final class People {

    private static final List<String> NAMES = List.of("tech", "review", "admin", "viewer");
    private static final List<String> STARTS = List.of(
            "/",
            "/",
            "/to-do",
            "/missions",
            "/missions",
            "/findings",
            "/rounds",
            "/places",
            "/plans",
            "/limits",
            "/reports",
            "/search?q=LIRRAN");
    private static final Pattern LED_TO =
            Pattern.compile("href=\"(/(?:missions|findings|places|spots|loggers|rounds)/[A-Z0-9-]+)\"");
    private static final double MEAN_THINKING_MS = 5_000;
    private static final double MIDDLE = 0.5;
    private static final double MOST = 0.95;

    private final String address;
    private final Duration length;
    private long countFrom;
    private long end;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(20)).build();
    private final Map<String, List<Double>> took = new ConcurrentHashMap<>();
    private final Map<String, Integer> failed = new ConcurrentHashMap<>();

    private People(String address, Duration length) {
        this.address = address;
        this.length = length;
    }

    private void begin() {
        long now = System.nanoTime();
        countFrom = now + length.toNanos() / 3;
        end = now + length.toNanos();
    }

    /** @param args address, how many people, seconds */
    public static void main(String[] args) throws Exception {
        int people = args.length > 1 ? Integer.parseInt(args[1]) : 200;
        Duration length = Duration.ofSeconds(args.length > 2 ? Long.parseLong(args[2]) : 90);
        People all = new People(args[0], length);
        // one after the other: many at once with one name, from one machine, would be taken for somebody who guesses
        List<String> sessions = new ArrayList<>();
        for (int i = 0; i < people; i++) {
            sessions.add(all.signIn(NAMES.get(i % NAMES.size())));
        }
        all.begin();
        ExecutorService each = Executors.newFixedThreadPool(people);
        for (int i = 0; i < people; i++) {
            int person = i;
            each.submit(() -> {
                all.work(sessions.get(person), new Random(person));
                return null;
            });
        }
        each.shutdown();
        each.awaitTermination(length.toSeconds() + 120, TimeUnit.SECONDS);
        all.print(people, length);
        System.exit(0);
    }

    private HttpResponse<String> send(String path, String cookie, String form)
            throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + path))
                .timeout(Duration.ofSeconds(60))
                .header("Accept", "text/html");
        if (!cookie.isEmpty()) {
            request.header("Cookie", cookie);
        }
        if (form != null) {
            request.header("Content-Type", "application/x-www-form-urlencoded")
                    .POST(HttpRequest.BodyPublishers.ofString(form));
        }
        return http.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    private static String session(HttpResponse<String> answer, String before) {
        return answer.headers().allValues("Set-Cookie").stream()
                .filter(c -> c.startsWith("SESSION="))
                .map(c -> c.replaceAll(";.*", ""))
                .findFirst()
                .orElse(before);
    }

    /** The cookie of a session. */
    private String signIn(String name) throws IOException, InterruptedException {
        HttpResponse<String> door = send("/login", "", null);
        Matcher token = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(door.body());
        if (!token.find()) {
            throw new IllegalStateException("The sign-in page has no token");
        }
        String cookie = session(door, "");
        return session(
                send(
                        "/login",
                        cookie,
                        "username=" + name + "&password=pelerin&_csrf="
                                + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8)),
                cookie);
    }

    private void work(String cookie, Random random) throws IOException, InterruptedException {
        think(random);
        String next = "/";
        while (System.nanoTime() < end) {
            long began = System.nanoTime();
            HttpResponse<String> answer = send(next, cookie, null);
            double ms = (System.nanoTime() - began) / 1e6;
            String kind = next.replaceAll("[?].*", "").replaceAll("(?<=/)(\\d+|[A-Z]{2}-\\d+)$", "…");
            if (began >= countFrom) {
                if (answer.statusCode() == 200) {
                    took.computeIfAbsent(kind, k -> Collections.synchronizedList(new ArrayList<>()))
                            .add(ms);
                } else {
                    failed.merge(kind + " " + answer.statusCode(), 1, Integer::sum);
                }
            }
            next = after(answer.body(), random);
            think(random);
        }
    }

    /** Half of the time a link of the page, else somewhere else. */
    private static String after(String page, Random random) {
        List<String> links = new ArrayList<>();
        Matcher m = LED_TO.matcher(page);
        while (m.find()) {
            links.add(m.group(1));
        }
        return links.isEmpty() || random.nextBoolean()
                ? STARTS.get(random.nextInt(STARTS.size()))
                : links.get(random.nextInt(links.size()));
    }

    private static void think(Random random) throws InterruptedException {
        TimeUnit.MILLISECONDS.sleep((long) Math.min(20_000, -Math.log(1 - random.nextDouble()) * MEAN_THINKING_MS));
    }

    private static double at(List<Double> sorted, double share) {
        return sorted.get((int) Math.min(sorted.size() - 1, Math.floor(share * sorted.size())));
    }

    private void print(int people, Duration length) {
        List<Double> all = new ArrayList<>();
        System.out.printf("%-24s %7s %10s %10s%n", "page", "times", "median ms", "p95 ms");
        for (Map.Entry<String, List<Double>> e : new TreeMap<>(took).entrySet()) {
            List<Double> sorted = e.getValue().stream().sorted().toList();
            all.addAll(sorted);
            System.out.printf(
                    "%-24s %7d %10.0f %10.0f%n", e.getKey(), sorted.size(), at(sorted, MIDDLE), at(sorted, MOST));
        }
        Collections.sort(all);
        System.out.printf(
                "%d people, %d s counted, %.1f pages a second: median %.0f ms, p95 %.0f ms, longest %.0f ms; failed: %s%n",
                people,
                length.toSeconds() * 2 / 3,
                all.size() / (length.toSeconds() * 2 / 3.0),
                at(all, MIDDLE),
                at(all, MOST),
                all.get(all.size() - 1),
                failed);
    }
}
