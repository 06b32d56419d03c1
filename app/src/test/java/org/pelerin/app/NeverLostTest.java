package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.pelerin.app.OtherProcess.until;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.shell.yard.YardClient;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.MemoryPage;
import org.pelerin.yard.YardMain;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.dao.DataAccessException;
import org.springframework.transaction.TransactionException;

/**
 * Whatever is killed while records come home, and whenever: in the end every capture equals the logger's memory. Database, yard and
 * the second application are processes of this test's own.
 */
@Tag("bed")
@Timeout(300)
class NeverLostTest {

    private static final int SAMPLES = 32_000;

    private PrivateDatabase database;
    private Process yard;
    private Process other;
    private ConfigurableApplicationContext app;
    private Path yardData;
    private int dockPort;
    private int controlPort;

    @AfterEach
    void tidy() throws InterruptedException {
        for (Process p : new Process[] {other, yard}) {
            if (p != null) {
                p.destroyForcibly();
            }
        }
        if (app != null) {
            app.close();
        }
        if (database != null) {
            database.close();
        }
    }

    private void world(long millisPerPage, String... databaseOptions) throws Exception {
        database = new PrivateDatabase(databaseOptions);
        yardData = Files.createTempDirectory("pelerin-yard");
        dockPort = PrivateDatabase.freePort();
        controlPort = PrivateDatabase.freePort();
        startYard(millisPerPage);
        app = new SpringApplicationBuilder(PelerinApplication.class).run(arguments());
        app.getBean(AccountService.class).create("tech", "Technician", "pelerin", Role.TECHNICIAN, "system");
    }

    private void startYard(long millisPerPage) throws Exception {
        yard = OtherProcess.start(
                YardMain.class.getName(),
                "Yard ready",
                List.of(
                        "-Dyard.data=" + yardData,
                        "-Dyard.dockPort=" + dockPort,
                        "-Dyard.controlPort=" + controlPort,
                        "-Dyard.mailPort=0",
                        "-Dyard.stationPort=0",
                        "-Dyard.millisPerPage=" + millisPerPage));
    }

    private String[] arguments() {
        return new String[] {
            "--server.port=0",
            "--spring.datasource.url=" + database.url(),
            "--spring.datasource.username=pelerin",
            "--spring.datasource.password=pelerin",
            "--spring.datasource.hikari.connection-timeout=1500",
            "--pelerin.dock.port=" + dockPort,
            "--pelerin.yard.control=http://127.0.0.1:" + controlPort,
            "--PELERIN_ADMIN_PASSWORD=pelerin"
        };
    }

    private <T> T bean(Class<T> type) {
        return app.getBean(type);
    }

    /** Missions whose memory is full, by serial. */
    private Map<String, Long> fullLoggers(int count) {
        Map<String, Long> missions = new LinkedHashMap<>();
        for (int i = 0; i < count; i++) {
            String serial = "PL-" + (18_510 + i);
            bean(YardClient.class).post("/carry", Map.of("serial", serial, "to", "dock"));
            bean(Dock.class).poll();
            Plan plan = new Plan(
                    "alder-t1",
                    "FULL",
                    Duration.ofSeconds(2),
                    new StartCondition.Now(),
                    new StopCondition.MemoryFull(),
                    List.of(new ChannelSettings(true, "Air", null, null)));
            missions.put(
                    serial, bean(WriteService.class).write(new MissionDraft(serial, "Full", 0, plan, null, "tech")));
        }
        bean(YardClient.class).post("/advance", Map.of("seconds", 2 * SAMPLES + 60));
        bean(Dock.class).poll();
        return missions;
    }

    private byte[] captured(long mission) throws SQLException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (Connection c = database.connect();
                PreparedStatement query =
                        c.prepareStatement("SELECT bytes FROM capture_page WHERE mission_id = ? ORDER BY page")) {
            query.setLong(1, mission);
            try (ResultSet rows = query.executeQuery()) {
                while (rows.next()) {
                    out.writeBytes(rows.getBytes(1));
                }
            }
        }
        return out.toByteArray();
    }

    /** A database that is away just now is no answer. */
    private static boolean sure(BooleanSupplier question) {
        try {
            return question.getAsBoolean();
        } catch (DataAccessException | TransactionException e) {
            return false;
        }
    }

    private boolean allHome(Map<String, Long> missions) {
        CollectService collections = bean(CollectService.class);
        return sure(() ->
                missions.keySet().stream().allMatch(s -> collections.active(s).isEmpty()));
    }

    private void assertWhole(Map<String, Long> missions) throws Exception {
        for (Map.Entry<String, Long> m : missions.entrySet()) {
            Job job = bean(CollectService.class).newest(m.getKey()).orElseThrow();
            assertThat(job.state()).as("%s: %s", m.getKey(), job.message()).isEqualTo(Job.State.DONE);
            Mission mission = bean(MissionQueries.class).find(m.getValue()).orElseThrow();
            assertThat(mission.collected()).isTrue();
            assertThat(mission.records().received())
                    .isEqualTo(mission.records().expected())
                    .isEqualTo(SAMPLES);
            assertThat(captured(m.getValue())).isEqualTo(CaptureBytes.ofFlash(yardData, m.getKey()));
        }
    }

    @Test
    void twenty_at_once_while_application_yard_and_database_are_killed_in_turn() throws Exception {
        world(60);
        Map<String, Long> missions = fullLoggers(20);
        other = OtherProcess.application(arguments());
        sessionsHoldOnBoth();
        missions.keySet().forEach(s -> bean(CollectService.class).order(s, "tech"));

        Random random = new Random(20_417);
        List<String> blows = new ArrayList<>(List.of("database", "yard", "application", "yard", "database", "yard"));
        Collections.shuffle(blows, random);
        int interrupted = 0;
        long thirteenth = pagesOf(missions) / 13;
        long next = 0;
        for (String blow : blows) {
            // each falls when about a thirteenth more of all is here, so that the last one leaves half of it,
            // which takes longer than a busy machine makes this process wait
            next += thirteenth;
            long due = next - random.nextInt(100);
            until(Duration.ofSeconds(60), () -> capturedPages() >= due);
            interrupted += allHome(missions) ? 0 : 1;
            switch (blow) {
                case "database" -> {
                    database.kill();
                    TimeUnit.MILLISECONDS.sleep(random.nextInt(1500));
                    database.start();
                }
                case "yard" -> {
                    yard.destroyForcibly().waitFor();
                    TimeUnit.MILLISECONDS.sleep(random.nextInt(1000));
                    startYard(60);
                }
                default -> other.destroyForcibly().waitFor();
            }
        }
        assertThat(interrupted)
                .as("blows that fell while something was on its way")
                .isEqualTo(blows.size());
        until(Duration.ofSeconds(150), () -> allHome(missions));
        assertWhole(missions);
    }

    private long pagesOf(Map<String, Long> missions) throws IOException {
        long bytes = 0;
        for (String serial : missions.keySet()) {
            bytes += CaptureBytes.ofFlash(yardData, serial).length;
        }
        return bytes / MemoryPage.SIZE;
    }

    private long capturedPages() {
        try (Connection c = database.connect();
                var s = c.createStatement();
                ResultSet pages = s.executeQuery("SELECT COUNT(*) FROM capture_page")) {
            pages.next();
            return pages.getLong(1);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Whoever signed in at one process is known to the other. */
    private void sessionsHoldOnBoth() throws Exception {
        String here = "http://127.0.0.1:" + app.getEnvironment().getProperty("local.server.port");
        String there = here.replaceAll("\\d+$", String.valueOf(portOf(other)));
        assertThat(Visitor.signedIn(here, "tech").get(there + "/missions").body())
                .contains("Sign out")
                .contains("Settings of tech");
    }

    /** The port on which a process listens. */
    private static int portOf(Process process) throws Exception {
        Process ss = new ProcessBuilder(
                        "bash",
                        "-c",
                        "for f in /proc/" + process.pid()
                                + "/fd/*; do readlink $f; done | sed -n 's/socket:\\[\\(.*\\)\\]/\\1/p' | while read i; do awk -v i=$i '$10 == i && $4 == \"0A\" { print $2 }' /proc/net/tcp /proc/net/tcp6; done")
                .start();
        String text = new String(ss.getInputStream().readAllBytes(), StandardCharsets.UTF_8).strip();
        return Integer.parseInt(text.lines().findFirst().orElseThrow().replaceAll(".*:", ""), 16);
    }

    @Test
    void eight_from_the_page_one_of_them_unplugged_half_way_and_one_forgotten_afterwards() throws Exception {
        world(4);
        Map<String, Long> missions = fullLoggers(8);
        String unplugged = "PL-18513";
        String forgotten = "PL-18515";
        YardClient outdoors = bean(YardClient.class);
        outdoors.post("/fault", Map.of("serial", unplugged, "kind", "cable-half-way", "amount", 1));
        try (BrowserContext context = TestBed.get().browser().newContext()) {
            String address = "http://127.0.0.1:" + app.getEnvironment().getProperty("local.server.port");
            Page page = TestBed.signedIn(context, address);
            page.navigate(address + "/dock");
            page.getByText("Collect 8 loggers with new records").click();
            CollectService collections = bean(CollectService.class);
            until(Duration.ofSeconds(60), () -> collections.allActive().size() == 1);
            page.navigate(address + "/dock/" + unplugged);
            assertThat(page.locator("h1")).containsText("The download of " + unplugged + " stopped");
            outdoors.post("/cable", Map.of("serial", unplugged, "plugged", true));
            outdoors.post("/carry", Map.of("serial", unplugged, "to", "dock:20"));
            until(Duration.ofSeconds(40), () -> allHome(missions));
            assertWhole(missions);
            assertThat(page.locator("h1")).containsText("is collected and stopped. Restart");
            // one is carried away as it is
            outdoors.post("/carry", Map.of("serial", forgotten, "to", "bench"));
            bean(Dock.class).poll();
            page.navigate(address + "/to-do");
            assertThat(page.locator("#main")).containsText("logger collected, not restarted");
            page.locator("tr", new Page.LocatorOptions().setHasText(forgotten))
                    .locator("[name=reason]")
                    .fill("season over");
            page.locator("tr", new Page.LocatorOptions().setHasText(forgotten))
                    .getByText("Move to stock")
                    .click();
            assertThat(page.locator(".said")).containsText(forgotten + " is in stock");
            assertThat(page.locator("h1")).containsText("Nothing to do");
        }
    }

    @Test
    void a_full_disk_holds_everything_up_and_loses_nothing() throws Exception {
        world(40, "--innodb-file-per-table=0", "--innodb-data-file-path=ibdata1:40M");
        Map<String, Long> missions = fullLoggers(16);
        fillUp();
        missions.keySet().forEach(s -> bean(CollectService.class).order(s, "tech"));
        until(Duration.ofSeconds(60), database::saidItWasFull);
        assertThat(allHome(missions)).isFalse();
        // somebody puts in another disk
        database.startAgainWith(
                "--innodb-file-per-table=0", "--innodb-data-file-path=ibdata1:40M;ibdata2:20M:autoextend");
        until(Duration.ofSeconds(90), () -> allHome(missions));
        assertWhole(missions);
    }

    /** Leaves room for some of what is to come, and not for all of it. */
    private void fillUp() throws SQLException {
        try (Connection c = database.connect();
                var s = c.createStatement()) {
            s.execute("CREATE TABLE filler (id INT AUTO_INCREMENT PRIMARY KEY, bytes LONGBLOB)");
            long free;
            do {
                s.execute("INSERT INTO filler (bytes) VALUES (REPEAT('x', 200000))");
                try (ResultSet left = s.executeQuery(
                        "SELECT data_free FROM information_schema.tables WHERE table_schema = 'pelerin' AND table_name = 'filler'")) {
                    left.next();
                    free = left.getLong(1);
                }
            } while (free > 4 << 20);
        }
    }

    @Test
    void two_people_order_the_same_and_a_clock_that_was_set_back_is_told() throws Exception {
        world(1);
        Map<String, Long> missions = fullLoggers(1);
        String serial = missions.keySet().iterator().next();
        bean(YardClient.class)
                .post(
                        "/fault",
                        Map.of(
                                "serial",
                                serial,
                                "kind",
                                "clock",
                                "amount",
                                -Duration.ofHours(5).toMillis()));
        ExecutorService people = Executors.newFixedThreadPool(4);
        List<Future<?>> orders = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            String who = "person " + i;
            orders.add(people.submit(() -> bean(CollectService.class).order(serial, who)));
        }
        for (Future<?> o : orders) {
            o.get();
        }
        people.shutdown();
        until(Duration.ofSeconds(30), () -> allHome(missions));
        assertWhole(missions);
        try (Connection c = database.connect();
                var s = c.createStatement();
                ResultSet jobs = s.executeQuery("SELECT COUNT(*) FROM job")) {
            jobs.next();
            assertThat(jobs.getInt(1)).isEqualTo(1);
        }
        try (Connection c = database.connect();
                var s = c.createStatement();
                ResultSet capture = s.executeQuery("SELECT clock_offset_ms FROM capture")) {
            capture.next();
            assertThat(Duration.ofMillis(capture.getLong(1)))
                    .isBetween(
                            Duration.ofHours(-5).minusMinutes(1),
                            Duration.ofHours(-5).plusMinutes(1));
        }
    }
}
