package org.pelerin.app.platform.backup;

import com.exceptionfactory.jagged.framework.stream.StandardEncryptingChannelFactory;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.security.GeneralSecurityException;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes a database as it is at one instant, while others go on changing it: one transaction reads it all. Rows go out as they come in; neither a second
 * copy nor memory in proportion is needed.
 */
public final class BackupWriter {

    static final String HEADER = "backup.json";
    static final String MANIFEST = "manifest.json";
    static final String ROWS = "rows/";
    static final String ENDING = ".jsonl";

    private static final int BUFFER = 1 << 20;

    private final Database database;
    private final String version;
    private final BackupProgress progress;
    private final int logN;

    public BackupWriter(Database database, String version, BackupProgress progress) {
        this(database, version, progress, Passphrase.LOG_N);
    }

    BackupWriter(Database database, String version, BackupProgress progress, int logN) {
        this.logN = logN;
        this.database = database;
        this.version = version;
        this.progress = progress;
    }

    /**
     * @param passphrase that it is closed with; empty for none
     * @param to is closed
     * @return what was written
     */
    public BackupManifest write(OutputStream to, String passphrase, Instant now) throws IOException {
        try (OutputStream file = new BufferedOutputStream(to, BUFFER);
                OutputStream closed = passphrase.isEmpty() ? file : encrypted(file, passphrase);
                Connection c = database.connect()) {
            // what cannot be written anywhere is no trouble of the database
            OutputStream packed = Compression.to(new BufferedOutputStream(closed, BUFFER));
            try (TarArchiveOutputStream tar = new TarArchiveOutputStream(packed)) {
                tar.setBigNumberMode(TarArchiveOutputStream.BIGNUMBER_POSIX);
                return all(c, tar, now);
            }
        } catch (SQLException e) {
            throw Database.trouble("The database cannot be read", e);
        }
    }

    private OutputStream encrypted(OutputStream to, String passphrase) throws IOException {
        if (passphrase.length() < Passphrase.SHORTEST) {
            throw new BackupException(
                    BackupException.Trouble.PASSPHRASE,
                    "The passphrase is too short: choose one of " + Passphrase.SHORTEST + " characters or more.");
        }
        try {
            return Channels.newOutputStream(new StandardEncryptingChannelFactory()
                    .newEncryptingChannel(Channels.newChannel(to), List.of(new Passphrase(passphrase, logN))));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private BackupManifest all(Connection c, TarArchiveOutputStream tar, Instant now) throws IOException, SQLException {
        Database.run(c, "SET TRANSACTION ISOLATION LEVEL REPEATABLE READ");
        Database.run(c, "START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY");
        BackupHeader header = header(c, now);
        JsonMapper json = new JsonMapper();
        entry(tar, HEADER, json.writeValueAsBytes(header), now);
        Shares shares = new Shares(c);
        List<BackupManifest.Rows> written = new ArrayList<>();
        for (BackupHeader.Table t : header.tables()) {
            if (t.rows()) {
                int[] piece = {0};
                written.add(TableLines.read(c, t, (lines, rows) -> {
                    piece[0]++;
                    entry(tar, ROWS + t.name() + "/" + "%08d".formatted(piece[0]) + ENDING, lines, now);
                    shares.add(lines.length);
                    progress.at(BackupProgress.Step.WRITE, t.name(), shares.bytes, shares.at(t.name(), rows));
                }));
                shares.done(t.name());
            }
        }
        BackupManifest manifest = new BackupManifest(written);
        entry(tar, MANIFEST, json.writeValueAsBytes(manifest), now);
        Database.run(c, "COMMIT");
        return manifest;
    }

    private BackupHeader header(Connection c, Instant now) throws SQLException {
        List<BackupHeader.Table> tables = new ArrayList<>();
        for (String name : Database.tables(c)) {
            if (name.equals(Database.UNFINISHED)) {
                throw new SQLException("it is half restored; restore it again first");
            }
            tables.add(Database.table(c, name));
        }
        List<String> views = new ArrayList<>();
        for (String name : Database.views(c)) {
            views.add(Database.create(c, "VIEW", name, 2));
        }
        List<String> triggers = new ArrayList<>();
        for (String name : Database.triggers(c)) {
            triggers.add(Database.create(c, "TRIGGER", name, 3));
        }
        return new BackupHeader(
                BackupHeader.FORMAT, BackupHeader.PRODUCT, version, schema(c, tables), now, tables, views, triggers);
    }

    private static int schema(Connection c, List<BackupHeader.Table> tables) throws SQLException {
        if (tables.stream().noneMatch(t -> t.name().equals("flyway_schema_history"))) {
            throw new SQLException("it holds no Pelerin");
        }
        try (Statement s = c.createStatement();
                ResultSet row = s.executeQuery(
                        "SELECT MAX(CAST(version AS UNSIGNED)) FROM flyway_schema_history WHERE success = 1")) {
            row.next();
            return row.getInt(1);
        }
    }

    private static void entry(TarArchiveOutputStream tar, String name, byte[] bytes, Instant at) throws IOException {
        TarArchiveEntry entry = new TarArchiveEntry(name);
        entry.setSize(bytes.length);
        entry.setModTime(at.toEpochMilli());
        tar.putArchiveEntry(entry);
        tar.write(bytes);
        tar.closeArchiveEntry();
    }

    /** How far it is, by what the server believes of its tables. */
    private static final class Shares {

        private final Map<String, Long> sizes = new HashMap<>();
        private final Map<String, Long> rows = new HashMap<>();
        private final double total;
        private double done;
        private long bytes;

        Shares(Connection c) throws SQLException {
            try (Statement s = c.createStatement();
                    ResultSet all = s.executeQuery("SELECT table_name, data_length, table_rows FROM"
                            + " information_schema.tables WHERE table_schema = DATABASE() AND data_length > 0")) {
                while (all.next()) {
                    sizes.put(all.getString(1), all.getLong(2));
                    rows.put(all.getString(1), Math.max(1, all.getLong(3)));
                }
            }
            total = Math.max(
                    1, sizes.values().stream().mapToLong(Long::longValue).sum());
        }

        void add(int more) {
            bytes += more;
        }

        double at(String table, long row) {
            double of = Math.min(1, row / (double) rows.getOrDefault(table, 1L));
            return (done + of * sizes.getOrDefault(table, 0L)) / total;
        }

        void done(String table) {
            done += sizes.getOrDefault(table, 0L);
        }
    }
}
