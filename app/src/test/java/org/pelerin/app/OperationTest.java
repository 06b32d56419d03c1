package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.pelerin.app.organisation.backup.BackupRun;
import org.pelerin.app.organisation.backup.Backups;
import org.pelerin.app.platform.backup.BackupException;
import org.pelerin.app.platform.backup.BackupProgress;
import org.pelerin.app.platform.backup.BackupReader;
import org.springframework.jdbc.core.JdbcTemplate;

/** What the installation tells of itself: to balancers, to programs that watch, to administrators. */
@Tag("bed")
@Timeout(120)
class OperationTest {

    private static TestBed bed;
    private static Visitor stranger;
    private static JdbcTemplate sql;

    @TempDir
    Path folder;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        stranger = new Visitor(bed.address, Duration.ofSeconds(30));
        sql = bed.bean(JdbcTemplate.class);
    }

    private static HttpResponse<String> watched(String path, String token) throws IOException, InterruptedException {
        return stranger.send(stranger.to(path)
                .setHeader("Accept", "*/*")
                .header("Authorization", "Bearer " + token)
                .build());
    }

    private static HttpResponse<String> probed(String path) throws IOException, InterruptedException {
        return stranger.send(stranger.to(path).setHeader("Accept", "*/*").build());
    }

    @Test
    void everybody_learns_that_it_lives_and_nobody_why_not_and_no_session_is_begun() throws Exception {
        int before = sql.queryForObject("SELECT COUNT(*) FROM SPRING_SESSION", Integer.class);
        for (String path : new String[] {"/actuator/health/liveness", "/actuator/health/readiness"}) {
            HttpResponse<String> answer = probed(path);
            assertThat(answer.statusCode()).isEqualTo(200);
            assertThat(answer.body()).isEqualTo("{\"status\":\"UP\"}");
            assertThat(answer.headers().allValues("Set-Cookie")).isEmpty();
        }
        assertThat(probed("/actuator/health").body())
                .doesNotContain("components")
                .doesNotContain("backup");
        assertThat(sql.queryForObject("SELECT COUNT(*) FROM SPRING_SESSION", Integer.class))
                .isEqualTo(before);
    }

    @Test
    void figures_are_for_who_sends_the_token_and_all_that_the_document_alarms_on_are_among_them() throws Exception {
        assertThat(stranger.get("/actuator/prometheus").statusCode()).isEqualTo(401);
        assertThat(watched("/actuator/prometheus", "token-of-the-tests-be").statusCode())
                .isEqualTo(401);
        assertThat(Visitor.signedIn(bed.address, "admin")
                        .get("/actuator/prometheus")
                        .statusCode())
                .as("a session opens nothing there")
                .isEqualTo(401);
        // nothing else of it is shown to who has the token
        assertThat(watched("/actuator/env", "token-of-the-tests-bed").statusCode())
                .isEqualTo(404);
        stranger.get("/login");
        String figures =
                watched("/actuator/prometheus", "token-of-the-tests-bed").body();
        Set<String> there = figures.lines()
                .filter(l -> !l.startsWith("#"))
                .map(l -> l.replaceAll("[{ ].*", ""))
                .collect(Collectors.toSet());
        Set<String> wanted = new TreeSet<>();
        for (String line : Files.readAllLines(Path.of("../docs/operations.md"))) {
            Matcher m = Pattern.compile("^\\| `([^`]+)`").matcher(line);
            if (m.find() && !m.group(1).startsWith("/")) {
                Pattern.compile("\\b(?:pelerin|http|hikaricp|jvm|disk|logback)_\\w+")
                        .matcher(m.group(1))
                        .results()
                        .forEach(r -> wanted.add(r.group()));
            }
        }
        assertThat(wanted).hasSizeGreaterThan(12);
        assertThat(there).containsAll(wanted);
        // and the other way round
        String document = Files.readString(Path.of("../docs/operations.md"));
        assertThat(there.stream().filter(n -> n.startsWith("pelerin_")))
                .allSatisfy(n -> assertThat(document).contains(n));
    }

    @Test
    void a_request_has_a_number_that_a_proxy_may_give_and_nobody_can_write_a_line_of_the_log_with() throws Exception {
        assertThat(stranger.get("/login").headers().firstValue("X-Request-Id").orElse(""))
                .matches("[0-9a-f]{12}");
        HttpResponse<String> own = stranger.send(stranger.to("/no-such-page")
                .header("X-Request-Id", "proxy-0123456789")
                .build());
        assertThat(own.headers().firstValue("X-Request-Id")).contains("proxy-0123456789");
        HttpResponse<String> forged = stranger.send(stranger.to("/login")
                .header("X-Request-Id", "] ERROR all is lost")
                .build());
        assertThat(forged.headers().firstValue("X-Request-Id").orElse("")).matches("[0-9a-f]{12}");
    }

    @Test
    void backups_are_listed_with_what_came_of_them_and_a_missing_one_is_a_need_of_administrators() throws Exception {
        Visitor admin = Visitor.signedIn(bed.address, "admin");
        sql.update("DELETE FROM backup_run");
        assertThat(admin.get("/").body()).contains("There is no backup.");
        assertThat(admin.get("/to-do").body()).contains("There is no backup.");
        assertThat(Visitor.signedIn(bed.address, "tech").get("/").body()).doesNotContain("There is no backup.");
        Backups backups = bed.bean(Backups.class);
        Path file = folder.resolve("today.backup");
        BackupRun made = backups.make(file, "", "command", BackupProgress.NONE);
        // all tables but those of sessions, by the server's own count
        long rows = sql
                .queryForList(
                        "SELECT table_name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'"
                                + " AND table_name NOT LIKE 'SPRING\\_SESSION%' AND table_name NOT IN ('work', 'logger', 'audit_entry', 'backup_run')",
                        String.class)
                .stream()
                .mapToLong(t -> sql.queryForObject("SELECT COUNT(*) FROM " + t, Long.class))
                .sum();
        BackupReader.Content is = new BackupReader(file, "", BackupProgress.NONE).check();
        assertThat(is.manifest().tables().stream()
                        .filter(t -> !Set.of("work", "logger", "audit_entry", "backup_run")
                                .contains(t.table()))
                        .mapToLong(t -> t.rows())
                        .sum())
                .isCloseTo(rows, org.assertj.core.data.Offset.offset(20L));
        assertThat(made.bytes()).isEqualTo(Files.size(file));
        assertThat(Files.getPosixFilePermissions(file)).hasSize(2);
        assertThat(admin.get("/").body()).doesNotContain("There is no backup.");
        // a second one does not replace it, and one that has no place to go is listed with why
        assertThatThrownBy(() -> backups.make(file, "", "command", BackupProgress.NONE))
                .hasMessageContaining("already");
        Path nowhere = folder.resolve("missing").resolve("b");
        assertThatThrownBy(() -> backups.make(nowhere, "", "command", BackupProgress.NONE))
                .isInstanceOf(BackupException.class)
                .hasMessageContaining("its directory is missing");
        String page = admin.get("/admin/operation").body();
        assertThat(page).contains(file.toString()).contains("complete").contains("its directory is missing");
        assertThat(Files.list(folder)).containsExactly(file);
        // old ones are told of, by the machine's clock
        sql.update("UPDATE backup_run SET started_at = started_at - 40 * 3600000");
        assertThat(admin.get("/").body()).contains("The last good backup is 40 h old.");
        assertThat(sql.queryForList(
                        "SELECT action FROM audit_entry WHERE action LIKE 'backup %' ORDER BY sequence DESC LIMIT 3",
                        String.class))
                .containsExactly("backup failed", "backup failed", "backup made");
    }

    @Test
    void where_no_directory_is_set_none_is_ordered_and_the_way_on_is_said() throws Exception {
        Visitor admin = Visitor.signedIn(bed.address, "admin");
        admin.send(admin.emptyForm("/admin/operation/backup").build());
        assertThat(admin.get("/admin/operation").body())
                .contains("No backup was made: set PELERIN_BACKUP_DIR first.")
                .contains("No daily backups are set up.");
    }
}
