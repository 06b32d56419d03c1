package org.pelerin.app;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.pelerin.link.message.MemoryPage;

/**
 * Rounds of real work on a running {@code ./pelerin cluster-demo}: records are collected, files handed in and taken as missions, missions checked anew, signed and reported, all at once, while an
 * application or a database is killed, frozen or cut off at an instant that nobody chose. Whatever was answered is there, once; whatever was not is there once or not at all; all databases
 * hold the same at the end. Ends with 1 where that is not so.
 *
 * <p>{@code ./pelerin cluster-check ROUNDS [SEED]}; about half a minute a round.
 */
public final class ClusterCheck {

    private static final Duration PATIENCE = Duration.ofSeconds(240);

    private static final int ROWS = 2000;

    /** What broke off on its way here was never handed in. */
    private static final String HANDED_IN = "SELECT COUNT(*) FROM foreign_file WHERE name = ? AND state <> 'ARRIVING'";

    /** What must be the same on all databases when nobody writes it. */
    private static final List<String> COMPARED = List.of(
            "audit_entry",
            "audit_head",
            "mission",
            "pinned_note",
            "signature",
            "report",
            "report_piece",
            "foreign_file",
            "foreign_piece",
            "capture",
            "capture_page",
            "capture_read",
            "series",
            "series_block",
            "series_outline",
            "finding",
            "finding_part",
            "sealed",
            "job");

    private final String address;
    private final ClusterWorld world;
    private final Random random;
    /** Sets what one run does apart from what an earlier one did. */
    private final String label = Long.toString(Instant.now().getEpochSecond(), 36);

    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();
    private final Map<String, String> fates = new ConcurrentHashMap<>();
    private final List<String> wrong = new ArrayList<>();
    private Visitor reviewer;
    private String station;
    private long signed;
    private long noted;

    private ClusterCheck(String address, Path home, long seed) throws IOException {
        this.address = address;
        this.world = new ClusterWorld(home);
        this.random = new Random(seed);
    }

    /** @param args address of the proxy, directory of the cluster, rounds, seed */
    public static void main(String[] args) throws Exception {
        long seed = args.length > 3 ? Long.parseLong(args[3]) : System.nanoTime();
        ClusterCheck check = new ClusterCheck(args[0], Path.of(args[1]), seed);
        System.out.println("Seed " + seed);
        try {
            check.begin();
            for (int round = 1; round <= Integer.parseInt(args[2]); round++) {
                check.round(round);
            }
            check.compare();
        } catch (Exception e) {
            check.wrong.add("It could not go on: " + e);
        }
        check.wrong.forEach(System.out::println);
        System.out.println(
                check.wrong.isEmpty() ? "Nothing lost, nothing doubled." : check.wrong.size() + " things are wrong.");
        System.exit(check.wrong.isEmpty() ? 0 : 1);
    }

    private void begin() throws Exception {
        whole();
        reviewer = Visitor.signedIn(address, "admin");
        station = world.ask(1, "SELECT serial FROM station WHERE serial IS NOT NULL ORDER BY id LIMIT 1")
                .get(0);
        noted = world.count("SELECT MAX(id) FROM mission WHERE state = 'COLLECTED'");
        // what an earlier run left signed when it broke off
        for (String id : world.ask(
                1,
                "SELECT mission_id FROM signature WHERE undone_at IS NULL AND (remark = 'begin' OR remark LIKE '%round %')")) {
            post("/missions/" + id + "/open-again", "reason=left");
        }
        // one that nothing keeps from being signed
        for (String id : world.ask(
                1,
                "SELECT m.id FROM mission m WHERE m.state = 'COLLECTED' AND m.signed_as IS NULL AND m.id <> ? ORDER BY m.id",
                noted)) {
            if (post("/missions/" + id + "/sign", "as=REVIEWED&password=pelerin&remark=begin")
                                    .statusCode()
                            == 302
                    && world.count("SELECT COUNT(*) FROM signature WHERE mission_id = ? AND undone_at IS NULL", id)
                            == 1) {
                signed = Long.parseLong(id);
                break;
            }
        }
        if (signed == 0) {
            throw new IllegalStateException("No mission of the demo can be signed");
        }
        open("begin");
    }

    private HttpResponse<String> post(String path, String fields) throws IOException, InterruptedException {
        return reviewer.send(reviewer.to(path)
                .setHeader("Accept", "*/*")
                .header("Content-Type", "application/x-www-form-urlencoded")
                .timeout(Duration.ofSeconds(100))
                .POST(HttpRequest.BodyPublishers.ofString(
                        fields + (fields.isEmpty() ? "" : "&") + "_csrf=" + reviewer.token()))
                .build());
    }

    /** Does it, and keeps what is known of it: it was answered, it was refused, or nobody knows. */
    private void deed(String name, Callable<HttpResponse<String>> request) {
        String fate;
        try {
            HttpResponse<String> answer = request.call();
            int status = answer.statusCode();
            String to = answer.headers().firstValue("Location").orElse("");
            if (to.contains("/login")) {
                fate = "signed out";
            } else if (status < 400) {
                fate = "done " + to;
            } else {
                fate = "answered " + status;
            }
        } catch (Exception e) {
            fate = "unknown: " + e.getClass().getSimpleName();
        }
        fates.put(name, fate);
    }

    private void open(String reason) throws Exception {
        post("/missions/" + signed + "/open-again", "reason=" + reason);
    }

    private void round(int number) throws Exception {
        String r = label + " round " + number;
        Instant began = Instant.now();
        int before = wrong.size();
        outdoors("/advance", "{\"seconds\":1200}");
        ExecutorService people = Executors.newFixedThreadPool(6);
        List<Future<?>> all = new ArrayList<>();
        all.add(people.submit(
                () -> deed("collect " + r, () -> post("/dock/" + station + "/collect", "leaveRunning=true"))));
        all.add(people.submit(() -> {
            for (int i = 1; i <= 5; i++) {
                String text = r + " note " + i;
                deed(text, () -> post("/missions/" + noted + "/notes", "from=0&to=0&text=" + text.replace(' ', '+')));
            }
        }));
        all.add(people.submit(() -> {
            deed(
                    "sign " + r,
                    () -> post(
                            "/missions/" + signed + "/sign",
                            "as=REVIEWED&password=pelerin&remark=" + r.replace(' ', '+')));
            return null;
        }));
        all.add(people.submit(() -> deed("judge " + r, () -> post("/missions/" + noted + "/judge-anew", ""))));
        all.add(people.submit(() -> deed("report " + r, () -> post("/missions/" + noted + "/reports", ""))));
        all.add(people.submit(() -> {
            deed("file " + r, () -> hand(number));
            try {
                takeIn(number);
            } catch (Exception e) {
                fates.put("taking " + r, "unknown: " + e.getClass().getSimpleName());
            }
        }));
        String blow = blow();
        for (Future<?> f : all) {
            f.get();
        }
        people.shutdown();
        whole();
        settled(r);
        // what was not answered is begun again, as a person would
        takeIn(number);
        held(number);
        open(r);
        long ok = fates.entrySet().stream()
                .filter(e -> e.getKey().contains(r) && e.getValue().startsWith("done"))
                .count();
        wrong.stream().skip(before).forEach(System.out::println);
        System.out.printf(
                "%s: %s; %d of 10 answered at once; whole again after %d s; %d wrong%n",
                r, blow, ok, Duration.between(began, Instant.now()).toSeconds(), wrong.size());
    }

    /** A file of another maker, by the browser's way: its first step. */
    private HttpResponse<String> hand(int number) throws IOException, InterruptedException {
        StringBuilder rows = new StringBuilder("Time,Air (°C)\n");
        Instant at = Instant.parse("2026-01-01T00:00:00Z").plus(Duration.ofDays(number));
        for (int i = 0; i < ROWS; i++) {
            rows.append(at.plusSeconds(60L * i)).append(',').append(5 + i % 7).append(".5\n");
        }
        return reviewer.send(reviewer.to("/files?name=" + label + "-" + number + ".csv")
                .header("X-CSRF-TOKEN", reviewer.token())
                .header("Content-Type", "application/octet-stream")
                .timeout(Duration.ofSeconds(100))
                .PUT(HttpRequest.BodyPublishers.ofString(rows.toString()))
                .build());
    }

    /** Goes on with the file of a round from wherever it is, until a mission has been made of it; does nothing where it never came in. */
    private void takeIn(int number) throws Exception {
        Instant last = Instant.now().plus(PATIENCE);
        String name = label + "-" + number + ".csv";
        while (Instant.now().isBefore(last)) {
            List<String> file = world.ask(
                    world.anySynced(),
                    "SELECT CONCAT(id, ' ', state) FROM foreign_file WHERE name = ? AND state <> 'ARRIVING'",
                    name);
            if (file.isEmpty()) {
                return;
            }
            String[] idAndState = file.get(0).split(" ");
            switch (idAndState[1]) {
                case "TAKEN" -> {
                    return;
                }
                case "LAYOUT" -> reviewer.sendBack("/files/" + idAndState[0], "en");
                case "READ" -> post("/files/" + idAndState[0] + "/take", "again=true&device=" + label + "-" + number);
                default -> {
                    // somebody is at it
                }
            }
            TimeUnit.MILLISECONDS.sleep(200);
        }
        wrong.add(name + " was not taken in");
    }

    private String blow() throws Exception {
        TimeUnit.MILLISECONDS.sleep(random.nextInt(1500));
        int n = 1 + random.nextInt(3);
        Duration length = Duration.ofMillis(3000 + random.nextInt(9000));
        switch (random.nextInt(4)) {
            case 0 -> {
                world.killApplication(n);
                return "application " + n + " killed";
            }
            case 1 -> {
                world.killDatabase(n);
                return "database " + n + " killed";
            }
            case 2 -> {
                world.freezeDatabase(n, length);
                return "database " + n + " frozen for " + length.toSeconds() + " s";
            }
            default -> {
                world.cutDatabase(n, length);
                return "database " + n + " cut off for " + length.toSeconds() + " s";
            }
        }
    }

    /** Waits until everything runs again. */
    private void whole() throws InterruptedException {
        Instant last = Instant.now().plus(PATIENCE);
        while (!ClusterWorld.ALL.stream().allMatch(n -> world.synced(n) && ready("http://127.0.0.1:808" + n))
                || !ready(address)) {
            if (Instant.now().isAfter(last)) {
                throw new IllegalStateException("It is not whole again");
            }
            TimeUnit.MILLISECONDS.sleep(300);
        }
    }

    private boolean ready(String at) {
        try {
            return http.send(
                                    HttpRequest.newBuilder(URI.create(at + "/actuator/health/readiness"))
                                            .timeout(Duration.ofSeconds(3))
                                            .build(),
                                    HttpResponse.BodyHandlers.discarding())
                            .statusCode()
                    == 200;
        } catch (IOException e) {
            return false;
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }

    private void outdoors(String path, String body) throws IOException, InterruptedException {
        http.send(
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:7411" + path))
                        .timeout(Duration.ofSeconds(60))
                        .POST(HttpRequest.BodyPublishers.ofString(body))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    /** Waits until the long work of a round is done, by whoever is left. */
    private void settled(String r) throws Exception {
        Instant last = Instant.now().plus(PATIENCE);
        while (world.count(
                        "SELECT (SELECT COUNT(*) FROM report WHERE state NOT IN ('READY', 'FAILED')) + (SELECT COUNT(*) FROM job WHERE active_serial = ?)",
                        station)
                > 0) {
            if (Instant.now().isAfter(last)) {
                wrong.add(r + ": long work is not done: "
                        + world.ask(1, "SELECT CONCAT(kind, ' ', id, ' ', attempts, ' ', awaited) FROM work LIMIT 5"));
                return;
            }
            TimeUnit.MILLISECONDS.sleep(500);
        }
    }

    /** What a round did is there as often as it must be. */
    private void held(int number) throws SQLException {
        String r = label + " round " + number;
        for (int i = 1; i <= 5; i++) {
            once(r + " note " + i, world.count("SELECT COUNT(*) FROM pinned_note WHERE text = ?", r + " note " + i));
        }
        once("sign " + r, world.count("SELECT COUNT(*) FROM signature WHERE mission_id = ? AND remark = ?", signed, r));
        once("file " + r, world.count(HANDED_IN, label + "-" + number + ".csv"));
        // of a file that is here, one mission with all its rows
        long here = world.count(HANDED_IN, label + "-" + number + ".csv");
        long missions = world.count(
                "SELECT COUNT(*) FROM foreign_file f JOIN mission m ON m.id = f.mission_id JOIN series s ON s.mission_id = m.id WHERE f.name = ? AND m.state = 'COLLECTED' AND s.samples = "
                        + ROWS,
                label + "-" + number + ".csv");
        if (missions != here) {
            wrong.add("file " + r + ": " + here + " here, " + missions + " missions with all of its rows");
        }
        String report = fates.get("report " + r);
        if (report.startsWith("done")) {
            Matcher m = Pattern.compile("/reports/(\\d+)").matcher(report);
            once(
                    "report " + r,
                    m.find()
                            ? world.count("SELECT COUNT(*) FROM report WHERE state = 'READY' AND id = ?", m.group(1))
                            : 0);
        }
    }

    private void once(String deed, long times) {
        String fate = fates.get(deed);
        boolean done = fate.startsWith("done");
        if (times > 1 || done && times == 0) {
            wrong.add(deed + ": " + fate + ", and is there " + times + " times");
        }
    }

    private void compare() throws Exception {
        whole();
        TimeUnit.SECONDS.sleep(3);
        Map<String, String> first = world.sums(1, COMPARED);
        for (int n : List.of(2, 3)) {
            for (Map.Entry<String, String> sum : world.sums(n, COMPARED).entrySet()) {
                if (!sum.getValue().equals(first.get(sum.getKey()))) {
                    wrong.add("databases 1 and " + n + " differ in " + sum.getKey());
                }
            }
        }
        byte[] whole = CaptureBytes.ofFlash(world.yardData(), station);
        long mission = world.count("SELECT MAX(mission_id) FROM job WHERE serial = ?", station);
        StringBuilder hex = new StringBuilder();
        world.ask(1, "SELECT HEX(bytes) FROM capture_page WHERE mission_id = ? ORDER BY page", mission)
                .forEach(hex::append);
        byte[] here = HexFormat.of().parseHex(hex);
        int page = MemoryPage.SIZE;
        // the newest page goes on growing
        int same = Math.max(0, here.length - page);
        if (here.length == 0 || !Arrays.equals(here, 0, same, whole, 0, same)) {
            wrong.add("the pages of " + station + " are not those of its memory");
        }
        long entries = world.count("SELECT COUNT(*) FROM audit_entry");
        long newest = world.count("SELECT sequence FROM audit_head WHERE id = 1");
        if (entries != newest) {
            wrong.add("the audit trail has " + entries + " entries and its head is number " + newest);
        }
        System.out.println(entries + " entries in the audit trail, " + here.length / page + " pages of " + station
                + " as its memory has them");
        System.out.println("Answers: "
                + fates.values().stream()
                        .map(f -> f.replaceAll(" /.*", ""))
                        .collect(Collectors.groupingBy(f -> f, TreeMap::new, Collectors.counting())));
    }
}
