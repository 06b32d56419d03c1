package org.pelerin.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import org.pelerin.core.intake.DateOrder;
import org.pelerin.core.intake.Intake;
import org.pelerin.core.intake.Layout;
import org.pelerin.core.intake.Merge;
import org.pelerin.core.intake.TextTable;
import org.pelerin.core.series.Series;

/** A file of five million rows with two values each becomes two series, with a heap of 512 MB; a thousand rows are out of order. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.SECONDS)
@Warmup(iterations = 1)
@Measurement(iterations = 2)
@Fork(value = 1, jvmArgs = "-Xmx512m")
public class IntakeBenchmark {

    private static final int ROWS = 5_000_000;
    private static final Layout LAYOUT = new Layout(
            1,
            ',',
            DateOrder.DAY_FIRST,
            ZoneId.of("Europe/Paris"),
            List.of(
                    new Layout.Column(Layout.Role.INSTANT, "Time", ""),
                    new Layout.Column(Layout.Role.VALUE, "Air", "°C"),
                    new Layout.Column(Layout.Role.VALUE, "Humidity", "%RH")));

    private Path file;

    @Setup
    public void make() throws IOException {
        file = Files.createTempFile("pelerin-rows", ".csv");
        Random random = new Random(1);
        DateTimeFormatter format = DateTimeFormatter.ofPattern("dd.MM.yyyy HH:mm:ss");
        LocalDateTime start = LocalDateTime.of(2026, 4, 1, 0, 0);
        try (BufferedWriter out = Files.newBufferedWriter(file)) {
            out.write("Time;Air;Humidity\r\n");
            for (int i = 0; i < ROWS; i++) {
                int row = i % 5000 == 4999 ? i - 2 : i % 5000 == 4997 ? i + 2 : i;
                out.write(format.format(start.plusSeconds(2L * row)) + ";" + (4 + random.nextInt(200) / 20) + ","
                        + (10 + random.nextInt(90)) + ";" + (80 + random.nextInt(20)) + "," + random.nextInt(10)
                        + "\r\n");
            }
        }
    }

    @TearDown
    public void remove() throws IOException {
        Files.delete(file);
    }

    @Benchmark
    public List<Series> fiveMillionRows() throws IOException {
        Intake intake = new Intake(LAYOUT);
        long[] rows = new long[1];
        try (InputStream in = Files.newInputStream(file)) {
            TextTable.read(in, StandardCharsets.UTF_8, ';', (line, cells) -> {
                if (rows[0]++ > 0) {
                    intake.add(line, cells);
                }
                return true;
            });
        }
        if (intake.findings().disorder() == 0) {
            throw new IllegalStateException("The rows were to be out of order");
        }
        return intake.series(Merge.FIRST);
    }
}
