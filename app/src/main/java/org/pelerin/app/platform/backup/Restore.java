package org.pelerin.app.platform.backup;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Fills an empty database from a backup. The whole file is read first, so that nothing is begun with one that is cut or cannot be opened; then tables are
 * made and filled, and at last every row is read back from the database and held against the hashes of the file.
 *
 * <p>Precondition: the database is empty, or was being restored when that broke off; then it begins anew. Cost: reads the file twice and the database
 * once; memory does not grow with either.
 */
public final class Restore {

    private static final int BATCH = 500;

    private final Database into;
    private final int schema;
    private final BackupProgress progress;

    /** @param schema the newest that this version knows */
    public Restore(Database into, int schema, BackupProgress progress) {
        this.into = into;
        this.schema = schema;
        this.progress = progress;
    }

    /** @return what is in the database now */
    public BackupReader.Content from(Path file, String passphrase) throws IOException {
        try (Connection c = into.connect()) {
            require(c);
            BackupReader reader = new BackupReader(file, passphrase, progress);
            BackupHeader header = reader.check().header();
            if (header.schema() > schema) {
                throw new BackupException(
                        BackupException.Trouble.TARGET,
                        "The backup has schema " + header.schema() + ", written by a newer version of Pelerin ("
                                + header.version() + "); this version knows schemas up to " + schema
                                + ". Install that version or a later one. Nothing was changed.");
            }
            clear(c);
            Database.run(c, "CREATE TABLE " + Database.UNFINISHED + " (id INT PRIMARY KEY)");
            Database.run(
                    c, "SET SESSION foreign_key_checks = 0, unique_checks = 0, sql_mode = 'NO_AUTO_VALUE_ON_ZERO'");
            BackupReader.Content content = reader.read(BackupProgress.Step.RESTORE, new Filling(c));
            views(c, content.header().views());
            for (String trigger : content.header().triggers()) {
                Database.run(c, trigger);
            }
            compare(c, content);
            Database.run(c, "DROP TABLE " + Database.UNFINISHED);
            return content;
        } catch (SQLException e) {
            throw Database.trouble("The database could not be filled; run the command again, which begins anew", e);
        }
    }

    private void require(Connection c) throws SQLException, BackupException {
        List<String> tables = Database.tables(c);
        if (!tables.isEmpty() && !tables.contains(Database.UNFINISHED)) {
            throw new BackupException(
                    BackupException.Trouble.TARGET,
                    "The database at " + into.url() + " holds " + tables.size()
                            + " tables. A backup is restored into an empty database: make one (CREATE DATABASE …) and name it in PELERIN_DB_URL. Nothing was changed.");
        }
    }

    /** What an attempt before has left. */
    private static void clear(Connection c) throws SQLException {
        Database.run(c, "SET SESSION foreign_key_checks = 0");
        for (String view : Database.views(c)) {
            Database.run(c, "DROP VIEW " + Database.quoted(view));
        }
        List<String> tables = new ArrayList<>(Database.tables(c));
        // last: until then it tells that this is half made
        tables.remove(Database.UNFINISHED);
        for (String table : tables) {
            Database.run(c, "DROP TABLE " + Database.quoted(table));
        }
        Database.run(c, "DROP TABLE IF EXISTS " + Database.UNFINISHED);
    }

    private static void views(Connection c, List<String> views) throws SQLException {
        List<String> left = new ArrayList<>(views);
        while (!left.isEmpty()) {
            List<String> again = new ArrayList<>();
            SQLException trouble = null;
            for (String view : left) {
                try {
                    Database.run(c, view);
                } catch (SQLException e) {
                    // of another view that is not there yet
                    again.add(view);
                    trouble = e;
                }
            }
            if (again.size() == left.size()) {
                throw trouble;
            }
            left = again;
        }
    }

    private void compare(Connection c, BackupReader.Content content) throws IOException, SQLException {
        Map<String, BackupManifest.Rows> wanted = new HashMap<>();
        content.manifest().tables().forEach(r -> wanted.put(r.table(), r));
        long[] bytes = {0};
        long[] rows = {0};
        double all = Math.max(1, content.manifest().rows());
        for (BackupHeader.Table t : content.header().tables()) {
            if (t.rows()) {
                long before = rows[0];
                BackupManifest.Rows is = TableLines.read(c, t, (lines, soFar) -> {
                    bytes[0] += lines.length;
                    progress.at(BackupProgress.Step.COMPARE, t.name(), bytes[0], (before + soFar) / all);
                });
                rows[0] += is.rows();
                if (!is.equals(wanted.get(t.name()))) {
                    throw new BackupException(
                            BackupException.Trouble.DATABASE,
                            "Table " + t.name()
                                    + " holds other rows than the backup: the database did not store what it was given.");
                }
            }
        }
    }

    private static final class Filling implements BackupReader.Taker {

        private final Connection c;

        Filling(Connection c) {
            this.c = c;
        }

        @Override
        public void header(BackupHeader header) throws SQLException {
            for (BackupHeader.Table t : header.tables()) {
                Database.run(c, t.create());
            }
        }

        @Override
        public void rows(BackupHeader.Table table, InputStream lines) throws IOException, SQLException {
            c.setAutoCommit(false);
            try (PreparedStatement insert = c.prepareStatement(Database.insert(table));
                    RowCodec.Reader reader = new RowCodec.Reader(table.columns(), lines)) {
                int waiting = 0;
                while (reader.next(insert)) {
                    insert.addBatch();
                    if (++waiting == BATCH) {
                        insert.executeBatch();
                        waiting = 0;
                    }
                }
                if (waiting > 0) {
                    insert.executeBatch();
                }
                c.commit();
            } finally {
                c.setAutoCommit(true);
            }
        }
    }
}
