package org.pelerin.bench;

import java.io.IOException;
import java.io.InputStream;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryType;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * A record of two channels, asked for over the network and read to its end. How much of the heap is alive meanwhile is told once at the end: it is
 * collected and measured every few megabytes, and held against what was alive before.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.SECONDS)
@Warmup(iterations = 1)
@Measurement(iterations = 2)
@Fork(value = 1, jvmArgs = "-Xmx512m")
public class ExportBenchmark {

    private static final int LOOK_EVERY = 1 << 20;
    private static final double MEBI = 1 << 20;

    @Param({"100000", "1000000"})
    public int rows;

    @Param({"samples.csv", "samples.xlsx", "samples.senml.json", "bundle.zip"})
    public String file;

    private ConfigurableApplicationContext app;
    private BenchVisitor visitor;
    private long mission;
    private double most;
    private long read;

    @Setup(Level.Trial)
    public void open() throws IOException, InterruptedException {
        app = BenchApplication.start();
        JdbcTemplate sql = app.getBean(JdbcTemplate.class);
        String serial = "PB-X" + rows;
        List<Long> there = sql.queryForList(
                "SELECT m.id FROM mission m JOIN logger l ON l.id = m.logger_id WHERE l.serial = ?",
                Long.class,
                serial);
        mission = there.isEmpty() ? record(serial, sql) : there.get(0);
        visitor = new BenchVisitor(app);
    }

    private long record(String serial, JdbcTemplate sql) {
        Plan plan = new Plan(
                "birch-th",
                "BENCH",
                Duration.ofSeconds(10),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(
                        new ChannelSettings(true, "Air", null, null),
                        new ChannelSettings(true, "Humidity", null, null)));
        Instant start = BenchApplication.yearsAgo(app);
        long id = BenchApplication.mission(app, serial, plan, start);
        sql.update(
                "UPDATE mission SET state = 'COLLECTED', collected_at = ?, collected_by = 'bench', received = ?, expected = ?"
                        + " WHERE id = ?",
                start.plusSeconds(10L * rows).toEpochMilli(),
                rows,
                rows,
                id);
        Random random = new Random(rows);
        double[] air = new double[rows];
        double[] humidity = new double[rows];
        for (int r = 0; r < rows; r++) {
            air[r] = Math.round((12 + Math.sin(r / 2300.0) + random.nextGaussian() * 0.1) * 100) / 100.0;
            humidity[r] = Math.round((91 + Math.cos(r / 4000.0) * 2 + random.nextGaussian() * 0.3) * 20) / 20.0;
        }
        TimeAxis axis = TimeAxis.of(start, Duration.ofSeconds(10), rows);
        List<Series> series = new ArrayList<>();
        series.add(Series.of(Channel.of("Air", "°C"), axis, air, null));
        series.add(Series.of(Channel.of("Humidity", "%RH"), axis, humidity, null));
        app.getBean(SeriesWriter.class).replace(id, series);
        app.getBean(Evaluation.class).again(id);
        sql.update(
                "INSERT INTO foreign_file (mission_id, name, uploaded_at, uploaded_by, size, sha256, settings, state, message)"
                        + " SELECT ?, 'record.csv', 0, 'bench', 0, ?, '{}', 'TAKEN', ''",
                id,
                Sha256.of(new byte[0]));
        return id;
    }

    @Benchmark
    public long asked() throws IOException, InterruptedException {
        double before = alive();
        byte[] buffer = new byte[1 << 16];
        long next = LOOK_EVERY;
        read = 0;
        try (InputStream in =
                visitor.get("/missions/" + mission + "/" + file, HttpResponse.BodyHandlers.ofInputStream())) {
            for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
                read += n;
                if (read >= next) {
                    next = read + LOOK_EVERY;
                    most = Math.max(most, alive() - before);
                }
            }
        }
        return read;
    }

    /** What a collection has left, in MiB: what is allocated meanwhile is not counted. */
    private static double alive() {
        System.gc();
        return ManagementFactory.getMemoryPoolMXBeans().stream()
                        .filter(p -> p.getType() == MemoryType.HEAP && p.getCollectionUsage() != null)
                        .mapToLong(p -> p.getCollectionUsage().getUsed())
                        .sum()
                / MEBI;
    }

    @TearDown(Level.Trial)
    public void tell() {
        System.out.printf(
                "%n%s of %d rows: %.1f MiB, at most %.1f MiB more of the heap alive%n", file, rows, read / MEBI, most);
        app.close();
    }
}
