package org.pelerin.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneId;
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
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.report.document.Report;
import org.pelerin.app.report.document.ReportKind;
import org.pelerin.app.report.document.ReportSpec;
import org.pelerin.app.report.document.Reports;
import org.pelerin.app.report.export.CsvExport;
import org.pelerin.app.report.export.CsvForm;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * The report of the last whole month of a site with sixty loggers, two channels every ten minutes, a few departures each, from the
 * order to the kept PDF with its data embedded; and a million rows of two channels written as CSV into nothing.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.SECONDS)
@Warmup(iterations = 1)
@Measurement(iterations = 3)
@Fork(value = 1, jvmArgs = "-Xmx512m")
public class ReportBenchmark {

    private static final int LOGGERS = 60;
    private static final int ROWS = 1_000_000;
    private static final ZoneId ZONE = ZoneId.of("Europe/Paris");

    private ConfigurableApplicationContext app;
    private Reports reports;
    private YearMonth month;
    private long site;
    private List<Series> million;

    @Setup(Level.Trial)
    public void fill() {
        app = BenchApplication.start();
        reports = app.getBean(Reports.class);
        month = YearMonth.now(ZONE).minusMonths(1);
        Instant start = month.atDay(1).atStartOfDay(ZONE).toInstant();
        int rows = (int) (Duration.between(
                                start,
                                month.plusMonths(1).atDay(1).atStartOfDay(ZONE).toInstant())
                        .toMinutes()
                / 10);
        PlaceService places = app.getBean(PlaceService.class);
        JdbcTemplate sql = app.getBean(JdbcTemplate.class);
        if (places.sites().stream().noneMatch(s -> s.name().equals("Bench cellars"))) {
            for (int i = 0; i < LOGGERS; i++) {
                places.create("Bench cellars", ZONE.getId(), "Vault " + (i + 1), "bench");
                logger(i, start, rows, sql);
            }
        }
        site = places.sites().stream()
                .filter(s -> s.name().equals("Bench cellars"))
                .findFirst()
                .orElseThrow()
                .id();
        million = series(1, start, ROWS, Duration.ofSeconds(2));
    }

    private void logger(int i, Instant start, int rows, JdbcTemplate sql) {
        List<ChannelSettings> channels = List.of(
                new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null),
                new ChannelSettings(true, "Humidity", null, new Alarm(85, Duration.ofHours(2), true)));
        Plan plan = new Plan(
                "birch-th",
                "BENCH",
                Duration.ofMinutes(10),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                channels);
        long id = BenchApplication.mission(app, "PB-" + (10_000 + i), plan, start);
        Long spot = sql.queryForObject("SELECT MAX(id) FROM spot", Long.class);
        Instant end = start.plus(Duration.ofMinutes(10L * rows));
        sql.update(
                "UPDATE mission SET spot_id = ?, state = 'COLLECTED', collected_at = ?, collected_by = 'bench', received = ?,"
                        + " expected = ? WHERE id = ?",
                spot,
                end.toEpochMilli(),
                rows,
                rows,
                id);
        app.getBean(SeriesWriter.class).replace(id, series(i, start, rows, Duration.ofMinutes(10)));
        app.getBean(Evaluation.class).again(id);
    }

    static List<Series> series(int seed, Instant start, int rows, Duration interval) {
        Random random = new Random(seed);
        double[] air = new double[rows];
        double[] humidity = new double[rows];
        for (int r = 0; r < rows; r++) {
            boolean out = r % 1500 > 1480;
            air[r] = Math.round((12 + Math.sin(r / 23.0) + random.nextGaussian() * 0.1 + (out ? 5 : 0)) * 100) / 100.0;
            humidity[r] = Math.round((91 + Math.cos(r / 40.0) * 2 + random.nextGaussian() * 0.3) * 20) / 20.0;
        }
        TimeAxis axis = TimeAxis.of(start, interval, rows);
        List<Series> out = new ArrayList<>();
        out.add(Series.of(Channel.of("Air", "°C"), axis, air, null));
        out.add(Series.of(Channel.of("Humidity", "%RH"), axis, humidity, null));
        return out;
    }

    @Benchmark
    public int monthOfSixty() throws InterruptedException {
        return made(ReportKind.PERIOD, new Report.Scope(null, site, null, month.atDay(1), month.atEndOfMonth()));
    }

    private int made(ReportKind kind, Report.Scope scope) throws InterruptedException {
        long id = reports.order(kind, "Bench cellars", scope, ReportSpec.whole(kind), "", "bench");
        while (true) {
            Report r = reports.find(id).orElseThrow();
            if (r.ready()) {
                return r.made().size();
            }
            if (r.failed()) {
                throw new IllegalStateException(r.progress().trouble());
            }
            TimeUnit.MILLISECONDS.sleep(20);
        }
    }

    @Benchmark
    public void millionRowsAsCsv() throws IOException {
        Writer out = new OutputStreamWriter(OutputStream.nullOutputStream(), StandardCharsets.UTF_8);
        CsvExport.rows(million, CsvForm.all(0), ZONE, ShownUnits.RECORDED, out);
        out.flush();
    }

    @TearDown(Level.Trial)
    public void close() {
        app.close();
    }
}
