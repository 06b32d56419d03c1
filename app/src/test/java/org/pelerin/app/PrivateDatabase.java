package org.pelerin.app;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** A database server of a test's own, which it may kill and start again. */
final class PrivateDatabase implements AutoCloseable {

    private final Path directory;
    private final int port;
    private List<String> options;
    private Process server;

    /** @param options for the server, beyond what every one gets */
    PrivateDatabase(String... options) throws IOException, InterruptedException {
        this(List.of(options), List.of(options));
    }

    /** @param made options that its directory is made with */
    private PrivateDatabase(List<String> made, List<String> options) throws IOException, InterruptedException {
        this.options = options;
        directory = Files.createTempDirectory("pelerin-own");
        port = freePort();
        Files.writeString(
                directory.resolve("init.sql"),
                "CREATE DATABASE IF NOT EXISTS pelerin CHARACTER SET utf8mb4;\n"
                        + "CREATE USER IF NOT EXISTS 'pelerin'@'127.0.0.1' IDENTIFIED BY 'pelerin';\n"
                        + "GRANT ALL ON pelerin.* TO 'pelerin'@'127.0.0.1';\n");
        // a server that starts clears the temporary tables in its directory: those of another, were it shared
        Files.createDirectory(directory.resolve("temporary"));
        if (root()) {
            run(List.of("chown", "-R", "mysql:", directory.toString()));
        }
        List<String> install = unprivileged("mariadb-install-db");
        install.addAll(List.of(
                "--no-defaults",
                "--datadir=" + directory.resolve("data"),
                "--auth-root-authentication-method=normal",
                "--skip-test-db"));
        install.addAll(made);
        run(install);
        start();
    }

    /**
     * One of a cluster.
     *
     * @param address where others of it listen; empty to begin one
     * @param listens where this one does
     */
    static PrivateDatabase inCluster(String address, int listens) throws IOException, InterruptedException {
        List<String> options = new ArrayList<>(List.of(
                "--wsrep-on=ON",
                "--wsrep-provider=/usr/lib/galera/libgalera_smm.so",
                "--wsrep-cluster-address=gcomm://" + address,
                "--wsrep-node-address=127.0.0.1:" + listens,
                "--wsrep-sst-method=rsync",
                "--wsrep-sst-receive-address=127.0.0.1:" + freePort(),
                "--wsrep-provider-options=gmcast.listen_addr=tcp://127.0.0.1:" + listens + ";ist.recv_addr=127.0.0.1:"
                        + freePort() + ";gcache.size=16M",
                "--wsrep-sync-wait=1",
                "--binlog-format=ROW",
                "--log-bin-trust-function-creators=1",
                "--innodb-autoinc-lock-mode=2",
                "--innodb-flush-log-at-trx-commit=0"));
        return new PrivateDatabase(List.of(), options);
    }

    static int freePort() throws IOException {
        try (ServerSocket s = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            return s.getLocalPort();
        }
    }

    private static boolean root() {
        return System.getProperty("user.name").equals("root");
    }

    private static List<String> unprivileged(String command) {
        List<String> out = new ArrayList<>();
        if (root()) {
            out.addAll(List.of("setpriv", "--reuid=mysql", "--regid=mysql", "--clear-groups"));
        }
        out.add(command);
        return out;
    }

    private static void run(List<String> command) throws IOException, InterruptedException {
        Process p = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        if (!p.waitFor(60, TimeUnit.SECONDS) || p.exitValue() != 0) {
            throw new IOException(command + " failed");
        }
    }

    String url() {
        return "jdbc:mariadb://127.0.0.1:" + port + "/pelerin";
    }

    Connection connect() throws SQLException {
        return DriverManager.getConnection(url(), "pelerin", "pelerin");
    }

    void start() throws IOException, InterruptedException {
        String path = new File("/usr/sbin/mariadbd").canExecute() ? "/usr/sbin/mariadbd" : "mariadbd";
        List<String> command = unprivileged(path);
        command.addAll(List.of(
                "--no-defaults",
                "--datadir=" + directory.resolve("data"),
                "--tmpdir=" + directory.resolve("temporary"),
                "--socket=" + directory.resolve("s"),
                "--port=" + port,
                "--bind-address=127.0.0.1",
                "--skip-name-resolve",
                "--log-error=" + directory.resolve("db.log"),
                "--init-file=" + directory.resolve("init.sql"),
                "--max-allowed-packet=64M"));
        command.addAll(options);
        server = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        for (int i = 0; i < 600; i++) {
            try (Connection c = connect()) {
                return;
            } catch (SQLException e) {
                TimeUnit.MILLISECONDS.sleep(50);
            }
        }
        throw new IOException("The database did not start; see " + directory.resolve("db.log"));
    }

    /** Whether it has refused something for want of room. */
    boolean saidItWasFull() {
        try {
            return Files.readString(directory.resolve("db.log")).contains("is full");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Killed and started again with other options. */
    void startAgainWith(String... others) throws IOException, InterruptedException {
        kill();
        options = List.of(others);
        start();
    }

    /** As by a power failure. */
    void kill() throws InterruptedException {
        server.destroyForcibly().waitFor(20, TimeUnit.SECONDS);
    }

    @Override
    public void close() throws InterruptedException {
        kill();
    }
}
