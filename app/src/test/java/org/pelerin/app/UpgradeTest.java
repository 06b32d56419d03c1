package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.pelerin.app.platform.backup.BackupProgress;
import org.pelerin.app.platform.backup.Database;
import org.pelerin.app.platform.backup.Restore;
import org.pelerin.app.report.recheck.Recheck;
import org.pelerin.app.report.recheck.Rechecks;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * From each version that was released, with its schema and demo data, to this one: the trail and the captures are what they were, and all that follows from
 * captures follows from them still. The files are backups that these versions made; issued reports were left out of them for their size.
 */
@Tag("bed")
@Timeout(240)
class UpgradeTest {

    static List<Path> released() throws IOException {
        try (Stream<Path> files = Files.list(Path.of("src/test/resources/released"))) {
            return files.sorted().toList();
        }
    }

    @ParameterizedTest
    @MethodSource("released")
    void what_a_released_version_left_is_brought_up_to_date_and_says_the_same(Path file) throws Exception {
        Database database = empty();
        int schema = Integer.parseInt(file.getFileName().toString().replaceAll(".*schema-(\\d+)\\..*", "$1"));
        new Restore(database, schema, BackupProgress.NONE).from(file, "");
        List<String> captures =
                rows(database, "SELECT CONCAT(mission_id, ' ', sha256) FROM capture ORDER BY mission_id");
        List<String> trail = rows(database, "SELECT CONCAT(sequence, ' ', hash) FROM audit_entry ORDER BY sequence");
        assertThat(captures).hasSizeGreaterThan(10);
        assertThat(trail).hasSizeGreaterThan(500);
        // the application's own way up to this version's schema, and everything made anew from the captures
        try (ConfigurableApplicationContext app = new SpringApplicationBuilder(PelerinApplication.class)
                .web(WebApplicationType.NONE)
                .lazyInitialization(true)
                .run(
                        "--spring.datasource.url=" + database.url(),
                        "--spring.datasource.username=" + database.user(),
                        "--spring.datasource.password=" + database.password(),
                        "--pelerin.demo=false")) {
            Recheck.Told told = app.getBean(Rechecks.class).now("system", (done, total) -> {});
            assertThat(told.check().audit()).as("the audit trail").isEmpty();
            assertThat(told.check().done()).isGreaterThan(10);
            assertThat(told.troubles())
                    .as("all but the reports that are not in the file")
                    .allSatisfy(
                            t -> assertThat(t.subject() + ": " + t.trouble()).contains("eport"));
        }
        assertThat(rows(database, "SELECT CONCAT(mission_id, ' ', sha256) FROM capture ORDER BY mission_id"))
                .isEqualTo(captures);
        assertThat(rows(database, "SELECT CONCAT(sequence, ' ', hash) FROM audit_entry ORDER BY sequence"))
                .startsWith(trail.toArray(new String[0]));
    }

    private static Database empty() throws SQLException {
        try (Connection c = TestDatabase.connect();
                Statement s = c.createStatement()) {
            String name = c.getCatalog() + "_upgrade";
            s.execute("DROP DATABASE IF EXISTS " + name);
            s.execute("CREATE DATABASE " + name + " CHARACTER SET utf8mb4");
            return new Database(
                    TestDatabase.URL.replaceAll("/[^/]*$", "/" + name), TestDatabase.USER, TestDatabase.PASSWORD);
        }
    }

    private static List<String> rows(Database of, String sql) throws SQLException {
        List<String> out = new ArrayList<>();
        try (Connection c = java.sql.DriverManager.getConnection(of.url(), of.user(), of.password());
                Statement s = c.createStatement();
                ResultSet rows = s.executeQuery(sql)) {
            while (rows.next()) {
                out.add(rows.getString(1));
            }
        }
        return out;
    }
}
