package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.read.ListAppender;
import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.loggers.connection.Discovery;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.Station;
import org.pelerin.app.loggers.connection.StationHosts;
import org.pelerin.app.loggers.connection.StationWatch;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.places.Picture;
import org.pelerin.core.plan.StartCondition;
import org.slf4j.LoggerFactory;

/** What hostile people, peers and files try; each did harm once. */
@Tag("bed")
@Timeout(120)
class AttackTest {

    private static TestBed bed;
    private static BrowserContext context;
    private static Page page;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        context = bed.browser().newContext();
        page = bed.signedIn(context);
    }

    @AfterAll
    static void end() {
        context.close();
        bed.emptyDock();
    }

    private static String csrf() {
        page.navigate(bed.address + "/me");
        return page.locator("meta[name=csrf]").getAttribute("content");
    }

    private static APIResponse post(String path, FormData form) {
        return page.request()
                .post(
                        bed.address + path,
                        RequestOptions.create()
                                .setForm(form.set("_csrf", csrf()))
                                .setMaxRedirects(0));
    }

    @Test
    void half_sent_requests_keep_nobody_from_opening_a_page() throws Exception {
        List<Socket> sockets = new ArrayList<>();
        try {
            for (int i = 0; i < 210; i++) {
                Socket s = new Socket(
                        InetAddress.getLoopbackAddress(),
                        URI.create(bed.address).getPort());
                s.getOutputStream()
                        .write(
                                ("POST /login HTTP/1.1\r\nHost: x\r\nContent-Type: application/x-www-form-urlencoded\r\nContent-Length: 100000\r\n\r\nusername=a")
                                        .getBytes(StandardCharsets.US_ASCII));
                sockets.add(s);
            }
            long begun = System.nanoTime();
            assertThat(page.request().get(bed.address + "/missions").status()).isEqualTo(200);
            assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(3));
        } finally {
            for (Socket s : sockets) {
                s.close();
            }
        }
    }

    @Test
    void several_large_pictures_at_once_are_read_one_after_the_other() throws Exception {
        BufferedImage large = new BufferedImage(6000, 6000, BufferedImage.TYPE_INT_RGB);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(large, "png", out);
        byte[] bytes = out.toByteArray();
        ExecutorService threads = Executors.newFixedThreadPool(5);
        List<Callable<Picture>> readers = IntStream.range(0, 5)
                .<Callable<Picture>>mapToObj(i -> () -> Picture.of(bytes))
                .toList();
        for (Future<Picture> f : threads.invokeAll(readers)) {
            assertThat(f.get().width()).isEqualTo(6000);
        }
        threads.shutdown();
    }

    @Test
    void what_cannot_be_seen_gets_into_no_name_no_report_and_no_comment() throws Exception {
        Hands hands = new Hands(bed);
        String serial = "PL-18517";
        hands.leave(serial);
        long id = hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofHours(3));
        hands.collect(serial);
        hands.leave(serial);
        assertThat(post(
                                "/missions/" + id + "/documentation",
                                FormData.create()
                                        .set("title", "Tank\u000b \u001b[2Ja\ufffe\u0000")
                                        .set("purpose", "p")
                                        .set("place", "p")
                                        .set("people", "p")
                                        .set("remarks", "one\r\n# Limit: none\rtwo"))
                        .status())
                .isEqualTo(302);
        page.navigate(bed.address + "/missions/" + id);
        assertThat(MadeReports.ofMission(bed, id)).isNotEmpty();
        String csv = page.request()
                .get(bed.address + "/missions/" + id + "/samples.csv")
                .text();
        assertThat(csv.lines().filter(l -> !l.startsWith("#")).findFirst())
                .hasValueSatisfying(l -> assertThat(l).startsWith("Time,"));
        // a name that would break out of a line is on one line when it is kept
        assertThat(post("/places", FormData.create().set("name", "Low\rhouse").set("zone", "Europe/Paris"))
                        .status())
                .isEqualTo(302);
        assertThat(page.request().get(bed.address + "/places.csv").text())
                .contains("Low house")
                .doesNotContain("Low\r");
    }

    @Test
    void deep_and_endless_documents_are_refused_in_words() {
        for (String document : List.of("[".repeat(200_000), "{\"a\":".repeat(50_000), "9".repeat(1_000_000))) {
            APIResponse answer = page.request()
                    .post(
                            bed.address + "/plans/import",
                            RequestOptions.create()
                                    .setMultipart(FormData.create()
                                            .set("_csrf", csrf())
                                            .set(
                                                    "file",
                                                    new FilePayload(
                                                            "plan.json",
                                                            "application/json",
                                                            document.getBytes(StandardCharsets.US_ASCII)))));
            assertThat(answer.status()).isEqualTo(200);
            assertThat(answer.text()).contains("class=\"refused\"");
        }
    }

    @Test
    void a_peer_that_drips_holds_up_no_other_and_can_be_removed_at_once() throws Exception {
        Stations stations = bed.bean(Stations.class);
        StationWatch watch = bed.bean(StationWatch.class);
        try (ServerSocket slow = new ServerSocket(0, 50, InetAddress.getLoopbackAddress())) {
            Thread drips = new Thread(() -> drip(slow));
            drips.setDaemon(true);
            drips.start();
            stations.add("127.0.0.1", slow.getLocalPort(), "tech");
            Station station = stations.all().stream()
                    .filter(s -> s.port() == slow.getLocalPort())
                    .findFirst()
                    .orElseThrow();
            // three tries of two seconds each, and not a byte a second for ever
            long begun = System.nanoTime();
            watch.look(station.address());
            assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(9));
            begun = System.nanoTime();
            stations.remove(station, "tech");
            watch.forget(station);
            assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(1));
        }
    }

    /** Each takes a connection and says nothing; one that answers is seen, and its loss noticed, all the same. */
    @Test
    void two_hundred_silent_stations_hold_up_no_other() throws Exception {
        Stations stations = bed.bean(Stations.class);
        StationWatch watch = bed.bean(StationWatch.class);
        List<ServerSocket> silent = new ArrayList<>();
        String serial = "PL-70001";
        int port = bed.yard.stationPort(serial);
        try (CuttableProxy good = new CuttableProxy(new InetSocketAddress("127.0.0.1", port))) {
            stations.add("127.0.0.1", good.port(), "tech");
            watch.look("127.0.0.1:" + good.port());
            for (int i = 0; i < 200; i++) {
                ServerSocket s = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
                silent.add(s);
                stations.add("127.0.0.1", s.getLocalPort(), "tech");
            }
            // all of them are begun with
            TimeUnit.SECONDS.sleep(4);
            good.cut();
            soon(() -> watch.loggers().stream().noneMatch(l -> l.serial().equals(serial)));
            good.mend();
            soon(() -> watch.loggers().stream().anyMatch(l -> l.serial().equals(serial)));
            assertThat(page.request().get(bed.address + "/").status()).isEqualTo(200);
        } finally {
            for (ServerSocket s : silent) {
                s.close();
            }
            stations.all().forEach(s -> stations.remove(s, "system"));
            watch.look();
        }
    }

    /** Within ten seconds. */
    private static void soon(BooleanSupplier so) throws InterruptedException {
        long begun = System.nanoTime();
        while (!so.getAsBoolean()) {
            assertThat(Duration.ofNanos(System.nanoTime() - begun)).isLessThan(Duration.ofSeconds(10));
            TimeUnit.MILLISECONDS.sleep(200);
        }
    }

    @Test
    void stations_are_looked_for_at_the_hosts_of_the_list_and_nowhere_else() {
        StationHosts hosts = bed.bean(StationHosts.class);
        Discovery discovery = bed.bean(Discovery.class);
        assertThat(discovery.test("127.0.0.2", 7000).steps().get(0).told())
                .isEqualTo("127.0.0.2 is not an allowed host");
        hosts.add(" 127.0.0.2 ", "admin");
        assertThat(discovery.test("127.0.0.2", 7000).steps().get(0).ok()).isTrue();
        hosts.remove("127.0.0.2", "admin");
        assertThat(discovery.test("127.0.0.2", 7000).steps().get(0).ok()).isFalse();
        for (String no : List.of("", "two hosts", "a/b", "http://x", "-x", "x".repeat(121))) {
            assertThatThrownBy(() -> hosts.add(no, "admin")).isInstanceOf(StationHosts.NotKeptException.class);
        }
        Stations stations = bed.bean(Stations.class);
        stations.add("localhost", 7001, "tech");
        try {
            assertThatThrownBy(() -> hosts.remove("localhost", "admin"))
                    .hasMessageContaining("Stations at localhost are monitored");
            assertThat(hosts.allowed("LOCALHOST")).isTrue();
        } finally {
            stations.all().forEach(s -> stations.remove(s, "system"));
        }
    }

    private static void drip(ServerSocket server) {
        try {
            while (true) {
                Socket s = server.accept();
                Thread t = new Thread(() -> {
                    try (s) {
                        OutputStream out = s.getOutputStream();
                        while (true) {
                            out.write(0x50);
                            out.flush();
                            TimeUnit.MILLISECONDS.sleep(500);
                        }
                    } catch (IOException e) {
                        // gone
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                });
                t.setDaemon(true);
                t.start();
            }
        } catch (IOException e) {
            // closed
        }
    }

    @Test
    void a_serial_that_two_addresses_claim_is_a_need_and_breaks_no_page() throws Exception {
        String serial = "PL-70001";
        Stations stations = bed.bean(Stations.class);
        int port = bed.yard.stationPort(serial);
        try (CuttableProxy other = new CuttableProxy(new InetSocketAddress("127.0.0.1", port))) {
            stations.add("127.0.0.1", port, "tech");
            stations.add("127.0.0.1", other.port(), "tech");
            bed.bean(StationWatch.class).look();
            bed.bean(Dock.class).poll();
            assertThat(bed.bean(AttentionService.class).of(serial).orElseThrow().needs())
                    .extracting(Need::kind)
                    .contains(Need.Kind.CLAIMED_TWICE);
            for (String path : List.of("/", "/to-do", "/rounds/new", "/dock", "/dock/" + serial)) {
                assertThat(page.request().get(bed.address + path).status())
                        .as(path)
                        .isEqualTo(200);
            }
            assertThat(post("/dock/" + serial + "/collect", FormData.create()).status())
                    .isIn(302, 409);
        } finally {
            stations.all().forEach(s -> stations.remove(s, "system"));
            bed.bean(StationWatch.class).look();
        }
    }

    @Test
    void a_formula_in_a_name_stays_text_in_a_spreadsheet() {
        post("/places", FormData.create().set("name", "=HYPERLINK(\"x\")").set("zone", "Europe/Paris"));
        String csv = page.request().get(bed.address + "/places.csv").text();
        assertThat(csv).contains("'=HYPERLINK").doesNotContain(",=HYPER").doesNotContain("\n=HYPER");
    }

    @Test
    void who_asks_does_not_say_where_this_is() throws IOException {
        try (Socket s = new Socket(
                InetAddress.getLoopbackAddress(), URI.create(bed.address).getPort())) {
            s.getOutputStream()
                    .write(
                            "GET /missions HTTP/1.1\r\nHost: evil.example\r\nAccept: text/html\r\nConnection: close\r\n\r\n"
                                    .getBytes(StandardCharsets.US_ASCII));
            String answer = new String(s.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            assertThat(answer)
                    .contains("302")
                    .containsIgnoringCase("location: /login")
                    .doesNotContain("evil.example");
        }
    }

    @Test
    void the_log_tells_of_what_was_refused_and_never_what_it_was() {
        String secret = "hidden" + "x".repeat(40);
        ListAppender<ILoggingEvent> written = new ListAppender<>();
        ch.qos.logback.classic.Logger root =
                (ch.qos.logback.classic.Logger) LoggerFactory.getLogger(org.slf4j.Logger.ROOT_LOGGER_NAME);
        written.start();
        root.addAppender(written);
        try {
            assertThat(page.request().get(bed.address + "/missions/" + secret).status())
                    .isEqualTo(400);
            assertThat(page.request()
                            .get(bed.address + "/audit.csv?from=" + secret)
                            .status())
                    .isEqualTo(400);
            // a page says it at its field, and is no less silent in the log
            assertThat(page.request().get(bed.address + "/audit?from=" + secret).status())
                    .isEqualTo(200);
            post("/findings/acknowledge", FormData.create().set("id", secret));
            post("/places", FormData.create().set("id", secret).set("name", secret));
            post(
                    "/dock/PL-" + secret + "/describe",
                    FormData.create().set("ownName", secret).set("remarks", secret));
            post("/files/" + secret + "/discard", FormData.create());
        } finally {
            root.detachAppender(written);
        }
        List<String> lines = written.list.stream()
                .map(e -> e.getFormattedMessage()
                        + (e.getThrowableProxy() == null
                                ? ""
                                : e.getThrowableProxy().getMessage()))
                .toList();
        assertThat(lines).noneMatch(l -> l.contains("hidden"));
        assertThat(lines).contains("Refused at /missions/{id}: id of 46 characters, no long");
    }

    @Test
    void names_of_fields_that_lie_deep_or_have_no_end_are_refused_before_anybody_is_signed_in() throws Exception {
        for (String name : List.of(
                "a" + "[0]".repeat(4), "a" + "[0]".repeat(5000), "a".repeat(20_000), "a[" + "x".repeat(50) + "]")) {
            HttpResponse<String> answer = HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create(bed.address + "/login"))
                                    .header("Content-Type", "application/x-www-form-urlencoded")
                                    .POST(HttpRequest.BodyPublishers.ofString(name + "=1"))
                                    .build(),
                            HttpResponse.BodyHandlers.ofString());
            assertThat(answer.statusCode())
                    .as(name.substring(0, Math.min(20, name.length())))
                    .isEqualTo(400);
        }
    }
}
