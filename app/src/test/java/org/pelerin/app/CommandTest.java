package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;

/** The command's manners: what it says when something stands in its way. It works on a copy, beside whatever runs. */
@Tag("bed")
@Timeout(30)
class CommandTest {

    @TempDir
    Path home;

    private record Said(int exit, String text) {}

    private Said run(String environment, String... words) throws IOException, InterruptedException {
        Path copy = home.resolve("pelerin");
        Files.createDirectories(home.resolve("scripts"));
        for (String file : List.of("pelerin", "scripts/cluster.sh")) {
            Files.copy(Path.of("..", file), home.resolve(file), java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        }
        ProcessBuilder builder = new ProcessBuilder("bash", copy.toString());
        for (String word : words) {
            builder.command().add(word);
        }
        if (!environment.isEmpty()) {
            String[] pair = environment.split("=");
            builder.environment().put(pair[0], pair[1]);
        }
        Process process = builder.redirectErrorStream(true).start();
        String text = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor(20, TimeUnit.SECONDS)).isTrue();
        return new Said(process.exitValue(), text);
    }

    @Test
    void alone_it_prints_what_there_is() throws Exception {
        Said said = run("");
        assertThat(said.exit()).isZero();
        assertThat(said.text())
                .contains("./pelerin demo")
                .contains("./pelerin test")
                .contains("PELERIN_DB_URL");
    }

    @Test
    void an_unknown_word_is_named() throws Exception {
        Said said = run("", "dmeo");
        assertThat(said.exit()).isEqualTo(1);
        assertThat(said.text()).contains("there is no “dmeo”");
    }

    @Test
    void a_taken_port_gets_one_clear_sentence() throws Exception {
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            Said said = run("PELERIN_PORT=" + taken.getLocalPort(), "start");
            assertThat(said.exit()).isEqualTo(1);
            assertThat(said.text().strip())
                    .isEqualTo(
                            "pelerin: port " + taken.getLocalPort()
                                    + ", wanted for the application, is taken by another program; stop that or set PELERIN_PORT");
        }
    }

    @Test
    void a_stale_pid_file_is_of_no_account() throws Exception {
        Files.createDirectories(home.resolve("var/demo"));
        // the process of this very test lives, but is no application of ours
        Path pid = home.resolve("var/demo/app.pid");
        Files.writeString(pid, String.valueOf(ProcessHandle.current().pid()));
        assertThat(run("", "status").text()).isEmpty();
        Said stop = run("", "stop");
        assertThat(stop.exit()).isZero();
        assertThat(pid).doesNotExist();
        assertThat(ProcessHandle.current().isAlive()).isTrue();
    }

    @Test
    void of_two_that_start_at_once_the_second_is_told_so_and_what_a_dead_one_left_is_of_no_account() throws Exception {
        Files.createDirectories(home.resolve("var/own.starting"));
        Process other = new ProcessBuilder("bash", "-c", "exec -a pelerin sleep 20").start();
        try {
            Files.writeString(home.resolve("var/own.starting/pid"), String.valueOf(other.pid()));
            Said second = run("", "start");
            assertThat(second.exit()).isEqualTo(1);
            assertThat(second.text())
                    .contains("another command is starting it right now (process " + other.pid() + ")")
                    .contains("wait until that is ready");
        } finally {
            other.destroyForcibly().waitFor();
        }
        // it has ended: the next word is of the port, so the start went on
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            assertThat(run("PELERIN_PORT=" + taken.getLocalPort(), "start").text())
                    .contains("is taken by another program");
        }
    }

    @Test
    void what_ran_out_of_memory_is_started_again_and_what_ended_otherwise_is_not() throws Exception {
        Files.createDirectories(home.resolve("var/demo"));
        run("");
        Files.writeString(
                home.resolve("var/demo/app.log"), "Terminating due to java.lang.OutOfMemoryError: Java heap space\n");
        Process command = new ProcessBuilder(
                        "bash",
                        "-c",
                        "source ./pelerin help >/dev/null; run_app() { (exec -a app.jar sleep 20) & echo $! >\"$1/app.pid\";"
                                + " echo 'it runs' >\"$1/app.log\"; }; echo $$ >var/demo/owner; stay var/demo",
                        "pelerin")
                .directory(home.toFile())
                .redirectErrorStream(true)
                .start();
        assertThat(command.inputReader().readLine())
                .startsWith("The application ran out of memory and has ended; it is started again");
        assertThat(home.resolve("var/demo/app.log.1")).content().contains("OutOfMemoryError");
        Path pid = home.resolve("var/demo/app.pid");
        for (int i = 0; i < 100 && !Files.exists(pid); i++) {
            Thread.sleep(50);
        }
        // it ends without a word of memory: that is the end
        ProcessHandle.of(Long.parseLong(Files.readString(pid).strip()))
                .orElseThrow()
                .destroyForcibly();
        assertThat(command.waitFor(10, TimeUnit.SECONDS)).isTrue();
        assertThat(command.inputReader().lines()).anyMatch(l -> l.startsWith("The application has ended"));
    }

    @Test
    void what_a_kill_left_in_the_temporary_directory_is_swept_at_the_start() throws Exception {
        Path left = home.resolve("var/demo/tmp/upload_1.tmp");
        Files.createDirectories(left.getParent());
        Files.writeString(left, "half a file");
        run("");
        Process command = new ProcessBuilder(
                        "bash",
                        "-c",
                        "source ./pelerin help >/dev/null; wait_for() { :; };"
                                + " setsid() { echo \"$@\" >&2; }; run_app var/demo; sleep 0.5; cat var/demo/app.log",
                        "pelerin")
                .directory(home.toFile())
                .redirectErrorStream(true)
                .start();
        String said = new String(command.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(left).doesNotExist();
        assertThat(left.getParent()).isDirectory();
        assertThat(said).contains("-Djava.io.tmpdir=" + home.toRealPath().resolve("var/demo/tmp"));
    }

    /** A process that passes for the application. */
    private Process application() throws IOException {
        Process app = new ProcessBuilder("bash", "-c", "exec -a app.jar sleep 20").start();
        Files.writeString(home.resolve("var/demo/app.pid"), String.valueOf(app.pid()));
        return app;
    }

    @Test
    void what_is_started_again_at_once_is_not_ended_by_the_command_that_was_stopped() throws Exception {
        Files.createDirectories(home.resolve("var/demo"));
        run("");
        Process first = application();
        Process old = new ProcessBuilder(
                        "bash",
                        "-c",
                        "source ./pelerin help >/dev/null; echo $$ >var/demo/owner; echo on; stay var/demo",
                        "pelerin")
                .directory(home.toFile())
                .redirectErrorStream(true)
                .start();
        assertThat(old.inputReader().readLine()).isEqualTo("on");
        run("", "stop");
        assertThat(first.waitFor(5, TimeUnit.SECONDS)).isTrue();
        // the next command owns the place before the old one has looked
        Files.writeString(home.resolve("var/demo/owner"), "1");
        Process second = application();
        try {
            assertThat(old.waitFor(5, TimeUnit.SECONDS)).isTrue();
            assertThat(second.isAlive()).isTrue();
            assertThat(home.resolve("var/demo/app.pid")).exists();
        } finally {
            second.destroy();
        }
    }
}
