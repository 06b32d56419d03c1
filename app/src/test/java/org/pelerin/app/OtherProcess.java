package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;

/** A Java program of ours as a process of its own, which a test may kill. */
final class OtherProcess {

    private static final Duration LONGEST_START = Duration.ofSeconds(90);

    private OtherProcess() {}

    /** Another application; waits until it runs. */
    static Process application(String... arguments) throws IOException, InterruptedException {
        return start(PelerinApplication.class.getName(), "Started PelerinApplication", List.of(), arguments);
    }

    /** @param ready what it prints when it runs */
    static Process start(String main, String ready, List<String> options, String... arguments)
            throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Duser.timezone=UTC",
                "-XX:TieredStopAtLevel=1"));
        command.addAll(options);
        command.addAll(List.of(
                "-cp", System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")), main));
        command.addAll(Arrays.asList(arguments));
        Path log = Files.createTempFile("pelerin-other", ".log");
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .redirectInput(new File("/dev/null"))
                .start();
        until(LONGEST_START, () -> {
            try {
                return !process.isAlive() || Files.readString(log).contains(ready);
            } catch (IOException e) {
                return false;
            }
        });
        assertThat(process.isAlive()).as("it started: %s", log).isTrue();
        return process;
    }

    static void until(Duration longest, BooleanSupplier done) throws InterruptedException {
        long giveUp = System.nanoTime() + longest.toNanos();
        while (!done.getAsBoolean()) {
            assertThat(System.nanoTime()).as("waited %s", longest).isLessThan(giveUp);
            TimeUnit.MILLISECONDS.sleep(20);
        }
    }
}
