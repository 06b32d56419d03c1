package org.pelerin.app;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;

/** What {@code ./pelerin cluster-demo} runs, seen from outside: its processes, and each of its databases. */
final class ClusterWorld {

    static final List<Integer> ALL = List.of(1, 2, 3);
    private static final int SYNCED = 4;

    private final Path home;
    private final String password;

    /** @param home its directory */
    ClusterWorld(Path home) throws IOException {
        this.home = home;
        password = Files.readString(home.resolve("db.password")).strip();
    }

    Path yardData() {
        return home.resolve("yard");
    }

    private Connection connect(int node) throws SQLException {
        DriverManager.setLoginTimeout(3);
        return DriverManager.getConnection(
                "jdbc:mariadb://127.0.0.1:744" + node + "/pelerin?socketTimeout=60000", "pelerin", password);
    }

    /** The first column of what a database answers. */
    List<String> ask(int node, String sql, Object... values) throws SQLException {
        try (Connection c = connect(node);
                var query = c.prepareStatement(sql)) {
            for (int i = 0; i < values.length; i++) {
                query.setObject(i + 1, values[i]);
            }
            List<String> out = new ArrayList<>();
            try (ResultSet rows = query.executeQuery()) {
                while (rows.next()) {
                    out.add(rows.getString(1));
                }
            }
            return out;
        }
    }

    long count(String sql, Object... values) throws SQLException {
        return Long.parseLong(ask(anySynced(), sql, values).get(0));
    }

    /** A database that takes part.
     *
     * @throws SQLException if none does
     */
    int anySynced() throws SQLException {
        return ALL.stream()
                .filter(this::synced)
                .findFirst()
                .orElseThrow(() -> new SQLException("no database is synced"));
    }

    boolean synced(int node) {
        try (Connection c = connect(node);
                Statement s = c.createStatement();
                ResultSet rows = s.executeQuery(
                        "SHOW STATUS WHERE variable_name IN ('wsrep_local_state', 'wsrep_cluster_size')")) {
            Map<String, Integer> said = new TreeMap<>();
            while (rows.next()) {
                said.put(rows.getString(1), rows.getInt(2));
            }
            return said.get("wsrep_local_state") == SYNCED && said.get("wsrep_cluster_size") == ALL.size();
        } catch (SQLException e) {
            return false;
        }
    }

    /** A sum over the rows of each table, as a database has them. */
    Map<String, String> sums(int node, List<String> tables) throws SQLException {
        Map<String, String> out = new TreeMap<>();
        try (Connection c = connect(node);
                Statement s = c.createStatement();
                ResultSet rows = s.executeQuery("CHECKSUM TABLE " + String.join(", ", tables))) {
            while (rows.next()) {
                out.put(rows.getString(1), rows.getString(2));
            }
        }
        return out;
    }

    private ProcessHandle process(Path file) {
        try {
            return ProcessHandle.of(Long.parseLong(Files.readString(file).strip()))
                    .orElseThrow(() -> new IllegalStateException(file + " names no process"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** @param n which of the applications */
    void killApplication(int n) {
        process(home.resolve("app" + n).resolve("app.pid")).destroyForcibly();
    }

    void killDatabase(int n) throws IOException {
        database(n).destroyForcibly();
    }

    /** It hears and says nothing for a while, and does not know that it was away: the others go on without it. */
    void freezeDatabase(int n, Duration length) throws IOException, InterruptedException {
        long pid = database(n).pid();
        new ProcessBuilder("kill", "-STOP", String.valueOf(pid)).start().waitFor();
        TimeUnit.MILLISECONDS.sleep(length.toMillis());
        new ProcessBuilder("kill", "-CONT", String.valueOf(pid)).start().waitFor();
    }

    /** It is up and reachable, and can reach neither of the others: it must take no writes. */
    void cutDatabase(int n, Duration length) throws SQLException, InterruptedException {
        isolate(n, 1);
        TimeUnit.MILLISECONDS.sleep(length.toMillis());
        isolate(n, 0);
    }

    private void isolate(int n, int whether) throws SQLException {
        try (Connection c = DriverManager.getConnection("jdbc:mariadb://127.0.0.1:744" + n + "/", "keeper", password);
                Statement s = c.createStatement()) {
            s.execute("SET GLOBAL wsrep_provider_options = 'gmcast.isolate=" + whether + "'");
        }
    }

    private ProcessHandle database(int n) throws IOException {
        return process(
                Path.of(Files.readString(home.resolve("node" + n + ".home")).strip(), "db.pid"));
    }
}
