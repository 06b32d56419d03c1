package org.pelerin.app.platform.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.pelerin.app.TestDatabase;

/** A database as a file and back: all kinds of values, views and triggers, while others write; and files that are not what they should be. */
@Tag("bed")
@Timeout(120)
class BackupTest {

    private static final Instant NOW = Instant.parse("2026-11-03T02:10:00Z");
    private static final String WORDS = "three goats on a bridge";
    /** What a passphrase costs is not what is tried here. */
    private static final int CHEAP = 10;

    private static final List<String> MADE = new ArrayList<>();

    @TempDir
    private static Path folder;

    private static Database source;

    @BeforeAll
    static void make() throws SQLException, IOException {
        source = database("source");
        try (Connection c = source.connect()) {
            for (String sql : List.of(
                    "CREATE TABLE flyway_schema_history (installed_rank INT PRIMARY KEY, version VARCHAR(50), success BOOLEAN)",
                    "INSERT INTO flyway_schema_history VALUES (1, '41', 1)",
                    // the parent comes after its child by name
                    "CREATE TABLE z_parent (id BIGINT AUTO_INCREMENT PRIMARY KEY, name VARCHAR(40) CHARACTER SET utf8mb4)",
                    "CREATE TABLE child (parent_id BIGINT NOT NULL, part INT NOT NULL, data MEDIUMBLOB, level DOUBLE, doc JSON, day DATE, flag BOOLEAN,"
                            + " PRIMARY KEY (part, parent_id), FOREIGN KEY (parent_id) REFERENCES z_parent (id))",
                    "CREATE TABLE SPRING_SESSION (id CHAR(36) PRIMARY KEY)",
                    "INSERT INTO SPRING_SESSION VALUES ('somebody')",
                    "CREATE TABLE empty_one (id INT PRIMARY KEY)",
                    "CREATE VIEW b_face AS SELECT id, name FROM z_parent",
                    "CREATE VIEW a_face AS SELECT b_face.name, child.part FROM b_face JOIN child ON parent_id = id",
                    "CREATE TABLE counted (id INT PRIMARY KEY, n INT)",
                    "INSERT INTO counted VALUES (1, 0)",
                    "CREATE TRIGGER count_parents AFTER INSERT ON z_parent FOR EACH ROW UPDATE counted SET n = n + 1",
                    "INSERT INTO z_parent VALUES (1, 'Élan'), (2, ''), (3, NULL), (4, 'quote '' \" \\\\ tab\\t line\\n \\0'), (9, '🐐')")) {
                Database.run(c, sql);
            }
            Random random = new Random(7);
            try (PreparedStatement s = c.prepareStatement("INSERT INTO child VALUES (?, ?, ?, ?, ?, ?, ?)")) {
                for (int i = 0; i < 3000; i++) {
                    byte[] data = new byte[i == 17 ? 6_000_000 : random.nextInt(4000)];
                    random.nextBytes(data);
                    s.setLong(1, List.of(1, 2, 3, 4, 9).get(i % 5));
                    s.setInt(2, i - 1500);
                    s.setBytes(3, i % 11 == 0 ? null : data);
                    s.setDouble(4, Double.longBitsToDouble(0x3ff0000000000000L + random.nextLong() / 4096));
                    s.setString(5, i % 7 == 0 ? null : "{\"i\": " + i + "}");
                    s.setString(6, i % 3 == 0 ? null : "2026-03-29");
                    s.setBoolean(7, i % 2 == 0);
                    s.addBatch();
                }
                s.executeBatch();
            }
        }
    }

    @AfterAll
    static void drop() throws SQLException {
        try (Connection c = TestDatabase.connect()) {
            for (String name : MADE) {
                Database.run(c, "DROP DATABASE IF EXISTS " + name);
            }
        }
    }

    /** An empty one on the server of the tests. */
    private static Database database(String name) throws SQLException {
        try (Connection c = TestDatabase.connect()) {
            String all = c.getCatalog() + "_backup_" + name;
            MADE.add(all);
            Database.run(c, "DROP DATABASE IF EXISTS " + all);
            Database.run(c, "CREATE DATABASE " + all + " CHARACTER SET utf8mb4");
            return new Database(
                    c.getMetaData().getURL().replaceAll("/[^/?]*(\\?.*)?$", "/" + all), "pelerin", "pelerin");
        }
    }

    private static Path written(String name, String passphrase) throws IOException {
        Path out = folder.resolve(name);
        try (OutputStream to = Files.newOutputStream(out)) {
            new BackupWriter(source, "test", BackupProgress.NONE, CHEAP).write(to, passphrase, NOW);
        }
        return out;
    }

    /** By the server's own reckoning over all rows. */
    private static Map<String, String> sums(Database of) throws SQLException, IOException {
        Map<String, String> out = new TreeMap<>();
        try (Connection c = of.connect()) {
            for (String table : Database.tables(c)) {
                try (Statement s = c.createStatement();
                        ResultSet row = s.executeQuery("CHECKSUM TABLE " + table + " EXTENDED")) {
                    row.next();
                    out.put(table, row.getString(2));
                }
                out.put("create " + table, Database.create(c, "TABLE", table, 2));
            }
            for (String view : Database.views(c)) {
                out.put("create " + view, Database.create(c, "VIEW", view, 2).replaceAll("`pelerin\\w*`\\.", ""));
            }
            for (String trigger : Database.triggers(c)) {
                out.put("create " + trigger, Database.create(c, "TRIGGER", trigger, 3));
            }
        }
        return out;
    }

    @Test
    void what_is_restored_is_the_same_by_the_servers_own_reckoning() throws Exception {
        for (String passphrase : List.of("", WORDS)) {
            Path file = written("whole" + passphrase.length(), passphrase);
            Database into = database("whole");
            BackupReader.Content is = new Restore(into, 41, BackupProgress.NONE).from(file, passphrase);
            assertThat(is.manifest().rows()).isEqualTo(3000 + 5 + 1 + 1);
            assertThat(is.header().schema()).isEqualTo(41);
            Map<String, String> wanted = sums(source);
            // nobody is signed in to a copy
            wanted.put("SPRING_SESSION", "0");
            assertThat(sums(into)).isEqualTo(wanted);
            try (Connection c = into.connect();
                    Statement s = c.createStatement()) {
                // the trigger was not there while rows came in, and is now
                s.execute("INSERT INTO z_parent (name) VALUES ('next')");
                try (ResultSet row = s.executeQuery(
                        "SELECT n, (SELECT MAX(id) FROM z_parent), (SELECT COUNT(*) FROM a_face) FROM counted")) {
                    row.next();
                    assertThat(List.of(row.getInt(1), row.getInt(2), row.getInt(3)))
                            .containsExactly(6, 10, 3000);
                }
            }
        }
    }

    @Test
    void a_wrong_or_missing_passphrase_is_said_before_anything_is_written() throws Exception {
        Path file = written("closed", WORDS);
        Database into = database("closed");
        Restore restore = new Restore(into, 41, BackupProgress.NONE);
        assertThatThrownBy(() -> restore.from(file, WORDS + "s"))
                .hasMessage("The passphrase does not open the backup. Nothing was changed.");
        assertThatThrownBy(() -> restore.from(file, "")).hasMessageContaining("closed with a passphrase");
        assertThat(sums(into)).isEmpty();
        assertThatThrownBy(() -> written("short", "eleven char")).hasMessageContaining("too short");
    }

    @Test
    void a_file_that_is_cut_or_changed_anywhere_is_refused_and_writes_nothing() throws Exception {
        Database into = database("cut");
        for (String passphrase : List.of("", WORDS)) {
            byte[] whole = Files.readAllBytes(written("to-cut", passphrase));
            Random random = new Random(11);
            int parts = 5;
            for (int i = 0; i <= parts; i++) {
                // somewhere in each part of it, and at its very end
                int at = i == parts ? whole.length - 1 : (int) ((i + random.nextDouble()) / parts * whole.length);
                Path cut = Files.write(folder.resolve("cut"), Arrays.copyOf(whole, at));
                refused(into, cut, passphrase);
                byte[] changed = whole.clone();
                changed[at] ^= (byte) (1 << random.nextInt(8));
                refused(into, Files.write(folder.resolve("changed"), changed), passphrase);
            }
            Path longer = Files.write(folder.resolve("longer"), Arrays.copyOf(whole, whole.length + 1));
            refused(into, longer, passphrase);
        }
        assertThat(sums(into)).isEmpty();
    }

    private static void refused(Database into, Path file, String passphrase) {
        BackupException e = catchThrowableOfType(
                BackupException.class, () -> new Restore(into, 41, BackupProgress.NONE).from(file, passphrase));
        assertThat(e).isNotNull();
        assertThat(e.trouble()).isIn(BackupException.Trouble.FILE, BackupException.Trouble.PASSPHRASE);
    }

    @Test
    void a_database_that_holds_something_is_left_alone_and_one_half_restored_is_begun_anew() throws Exception {
        Path file = written("again", "");
        Database into = database("again");
        try (Connection c = into.connect()) {
            Database.run(c, "CREATE TABLE child (id INT PRIMARY KEY)");
        }
        Map<String, String> before = sums(into);
        assertThatThrownBy(() -> new Restore(into, 41, BackupProgress.NONE).from(file, ""))
                .hasMessageContaining("holds 1 tables")
                .hasMessageContaining("CREATE DATABASE");
        assertThat(sums(into)).isEqualTo(before);
        // as an attempt that broke off leaves it
        try (Connection c = into.connect()) {
            Database.run(c, "CREATE TABLE " + Database.UNFINISHED + " (id INT PRIMARY KEY)");
            Database.run(c, "CREATE VIEW a_face AS SELECT id FROM child");
        }
        new Restore(into, 41, BackupProgress.NONE).from(file, "");
        Map<String, String> wanted = sums(source);
        wanted.put("SPRING_SESSION", "0");
        assertThat(sums(into)).isEqualTo(wanted);
    }

    @Test
    void a_restore_that_breaks_off_leaves_its_mark_until_it_is_done() throws Exception {
        Path file = written("broken", "");
        Database into = database("broken");
        class Killed extends RuntimeException {
            private static final long serialVersionUID = 1;
        }
        assertThatThrownBy(() -> new Restore(into, 41, (step, table, bytes, share) -> {
                            if (step == BackupProgress.Step.RESTORE && table.equals("child") && share > 0.3) {
                                throw new Killed();
                            }
                        })
                        .from(file, ""))
                .isInstanceOf(Killed.class);
        assertThat(sums(into)).containsKey(Database.UNFINISHED);
        // and none is made of it
        assertThatThrownBy(() -> new BackupWriter(into, "test", BackupProgress.NONE)
                        .write(OutputStream.nullOutputStream(), "", NOW))
                .hasMessageContaining("half restored");
        new Restore(into, 41, BackupProgress.NONE).from(file, "");
        assertThat(sums(into)).doesNotContainKey(Database.UNFINISHED);
    }

    @Test
    void one_of_a_newer_version_is_refused() throws Exception {
        Path file = written("newer", "");
        Database into = database("newer");
        assertThatThrownBy(() -> new Restore(into, 40, BackupProgress.NONE).from(file, ""))
                .hasMessageContaining("schema 41")
                .hasMessageContaining("up to 40");
        assertThat(sums(into)).isEmpty();
    }

    @Test
    void it_is_of_one_instant_however_much_is_written_meanwhile() throws Exception {
        Database busy = database("busy");
        try (Connection c = busy.connect()) {
            Database.run(
                    c,
                    "CREATE TABLE flyway_schema_history (installed_rank INT PRIMARY KEY, version VARCHAR(50), success BOOLEAN)");
            Database.run(c, "INSERT INTO flyway_schema_history VALUES (1, '41', 1)");
            Database.run(c, "CREATE TABLE a_entry (id INT PRIMARY KEY, filler VARBINARY(2000))");
            Database.run(c, "CREATE TABLE z_head (id INT PRIMARY KEY, newest INT)");
            Database.run(c, "INSERT INTO z_head VALUES (1, 0)");
            Database.run(c, "INSERT INTO a_entry SELECT -seq, REPEAT('x', 1500) FROM seq_1_to_4000");
        }
        AtomicBoolean stop = new AtomicBoolean();
        Thread writing = new Thread(() -> {
            try (Connection c = busy.connect()) {
                c.setAutoCommit(false);
                for (int i = 1; !stop.get(); i++) {
                    Database.run(c, "INSERT INTO a_entry VALUES (" + i + ", '')");
                    Database.run(c, "UPDATE z_head SET newest = " + i);
                    c.commit();
                }
            } catch (SQLException | IOException e) {
                throw new IllegalStateException(e);
            }
        });
        writing.start();
        while (newest(busy) < 20) {
            TimeUnit.MILLISECONDS.sleep(5);
        }
        Path file = folder.resolve("busy");
        try (OutputStream to = Files.newOutputStream(file)) {
            new BackupWriter(busy, "test", BackupProgress.NONE).write(to, "", NOW);
        } finally {
            stop.set(true);
            writing.join();
        }
        Database into = database("still");
        new Restore(into, 41, BackupProgress.NONE).from(file, "");
        try (Connection c = into.connect();
                Statement s = c.createStatement();
                ResultSet row = s.executeQuery("SELECT (SELECT MAX(id) FROM a_entry), newest FROM z_head")) {
            row.next();
            assertThat(row.getInt(1)).isEqualTo(row.getInt(2)).isBetween(20, newest(busy) - 1);
        }
    }

    private static int newest(Database of) {
        try (Connection c = of.connect();
                Statement s = c.createStatement();
                ResultSet row = s.executeQuery("SELECT newest FROM z_head")) {
            row.next();
            return row.getInt(1);
        } catch (SQLException | IOException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void what_cannot_be_written_is_said_where_it_goes_wrong() {
        OutputStream full = new OutputStream() {
            private long written;

            @Override
            public void write(int b) throws IOException {
                if (++written > 100_000) {
                    throw new IOException("No space left on device");
                }
            }
        };
        assertThatThrownBy(() -> new BackupWriter(source, "test", BackupProgress.NONE).write(full, "", NOW))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("No space left");
    }
}
