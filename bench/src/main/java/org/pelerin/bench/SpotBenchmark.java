package org.pelerin.bench;

import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/** The record of a spot over ten years: 122 missions of 30 days, two channels every five minutes, 2.1 million values; as parts of its page, over HTTP. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 3)
@Measurement(iterations = 3, time = 3)
@Fork(value = 1, jvmArgs = "-Xmx512m")
public class SpotBenchmark {

    private static final int MISSIONS = 122;
    private static final Duration EACH = Duration.ofDays(30);
    private static final Duration INTERVAL = Duration.ofMinutes(5);
    private static final Instant END = Instant.parse("2026-01-01T00:00:00Z");

    private ConfigurableApplicationContext app;
    private BenchVisitor visitor;
    private long spot;

    @Setup(Level.Trial)
    public void fill() throws IOException, InterruptedException {
        app = BenchApplication.start();
        JdbcTemplate sql = app.getBean(JdbcTemplate.class);
        PlaceService places = app.getBean(PlaceService.class);
        if (places.sites().stream().noneMatch(s -> s.name().equals("Bench tower"))) {
            places.create("Bench tower", "Europe/Paris", "Top", "bench");
            spot = sql.queryForObject("SELECT MAX(id) FROM spot", Long.class);
            missions(sql);
        }
        spot = sql.queryForObject("SELECT MAX(id) FROM spot", Long.class);
        visitor = new BenchVisitor(app);
        long began = System.nanoTime();
        while (tenYears().contains("still being read")) {
            TimeUnit.MILLISECONDS.sleep(1);
        }
        System.out.printf("first look, all missions reckoned: %d ms%n", (System.nanoTime() - began) / 1_000_000);
    }

    private void missions(JdbcTemplate sql) {
        int rows = (int) (EACH.toMinutes() / INTERVAL.toMinutes());
        for (int i = 0; i < MISSIONS; i++) {
            Instant start = END.minus(EACH.multipliedBy(MISSIONS - i));
            Plan plan = new Plan(
                    "birch-th",
                    "BENCH",
                    INTERVAL,
                    new StartCondition.Now(),
                    new StopCondition.MemoryFull(),
                    List.of(
                            new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null),
                            new ChannelSettings(true, "Humidity", null, new Alarm(85, Duration.ofHours(2), true))));
            long id = BenchApplication.mission(app, "PT-" + (10_000 + i), plan, start);
            sql.update(
                    "UPDATE mission SET spot_id = ?, state = 'COLLECTED', collected_at = ?, collected_by = 'bench', received = ?,"
                            + " expected = ? WHERE id = ?",
                    spot,
                    start.plus(EACH).toEpochMilli(),
                    rows,
                    rows,
                    id);
            app.getBean(SeriesWriter.class).replace(id, ReportBenchmark.series(i, start, rows, INTERVAL));
            app.getBean(Evaluation.class).again(id);
        }
    }

    @Benchmark
    public String tenYears() throws IOException, InterruptedException {
        return visitor.get("/spots/" + spot + "/record/chart");
    }

    @Benchmark
    public String oneYear() throws IOException, InterruptedException {
        return visitor.get("/spots/" + spot + "/record/chart?year=2024");
    }

    @Benchmark
    public String yearByHours() throws IOException, InterruptedException {
        return visitor.get("/spots/" + spot + "/record/hours?year=2024");
    }

    @TearDown(Level.Trial)
    public void close() {
        app.close();
    }
}
