package org.pelerin.bench;

import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.Callable;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Envelope;
import org.pelerin.core.series.Outline;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.Statistics;

/**
 * The same work on the same ten million samples, here and in DuckDB, in one run: a file judged with its statistics, and the same of what
 * is stored. Prints a table with medians and ratios.
 */
public final class BesideDuckDb {

    private static final int SAMPLES = 10_000_000;
    private static final int COLUMNS = 900;
    private static final Instant START = Instant.parse("2026-01-01T00:00:00Z");
    private static final Resolution TENTHS = Resolution.of(1, 10);
    private static final Limits LIMITS = new Limits(
            "x", List.of(Rule.of("warm", "Air", new Bound.Above(14), Lasting.delay(Duration.ofMinutes(10)))));
    private static final String FIVE_BASES = """
            {"rules": [
              {"id": "warm", "channel": "Air", "bound": {"above": 14}, "delay": "PT10M"},
              {"id": "moving", "channel": "Air", "bound": {"above": 14}, "basis": {"movingMean": 30}},
              {"id": "block", "channel": "Air", "bound": {"above": 14}, "basis": {"blockMean": "PT3H", "anchor": "start"}},
              {"id": "total", "channel": "Air", "bound": {"above": 200},
               "basis": {"total": "P1D", "per": "PT1H", "anchor": "clock", "zone": "Europe/Paris"}},
              {"id": "rate", "channel": "Air", "bound": {"above": 60}, "basis": {"rate": "PT1H"}, "samples": 2}]}""";
    private static final String STATISTICS =
            "SELECT count(v), min(v), arg_min(t, v), max(v), arg_max(t, v), avg(v), stddev_samp(v),"
                    + " quantile_cont(v, [0.05, 0.1, 0.5, 0.9, 0.95]), 10000 / -ln(avg(exp(-10000 / (v + 273.15)))) - 273.15,"
                    + " sum(CASE WHEN v > 14 THEN 10 ELSE 0 END) FROM ";

    private BesideDuckDb() {}

    /** @param args a folder for files, and the jar that judges files */
    public static void main(String[] args) throws Exception {
        Path folder = Files.createDirectories(Path.of(args[0]));
        double[] values = values();
        Path csv = folder.resolve("ten-million.csv");
        if (!Files.exists(csv)) {
            write(csv, values);
        }
        System.out.printf("%d samples, %d MB as a file, %d cores%n%n", SAMPLES, Files.size(csv) >> 20, cores());
        System.out.printf("%-58s %10s %10s %8s%n", "", "here", "DuckDB", "ratio");
        try (Connection duck = DriverManager.getConnection("jdbc:duckdb:" + folder.resolve("bench.duckdb"));
                Statement sql = duck.createStatement()) {
            file(sql, csv, args[1], folder);
            stored(sql, csv, values, folder);
        }
        zooms(values);
    }

    private static int cores() {
        return Runtime.getRuntime().availableProcessors();
    }

    /** Steps of a tenth, wandering about 12 °C. */
    private static double[] values() {
        Random random = new Random(20260101);
        double[] out = new double[SAMPLES];
        int v = 120;
        for (int i = 0; i < SAMPLES; i++) {
            int step = random.nextInt(10);
            v += step == 0 ? 1 : step == 1 ? -1 : step == 2 ? Integer.signum(120 - v) * random.nextInt(2) : 0;
            out[i] = v / 10.0;
        }
        return out;
    }

    private static void write(Path csv, double[] values) throws IOException {
        try (BufferedWriter out = Files.newBufferedWriter(csv)) {
            out.write("time,Air (°C)\n");
            for (int i = 0; i < values.length; i++) {
                out.write(START.plusSeconds(10L * i) + "," + values[i] + "\n");
            }
        }
    }

    private static void file(Statement sql, Path csv, String jar, Path folder) throws Exception {
        Path limits = folder.resolve("limits.json");
        Files.writeString(
                limits,
                "{\"rules\": [{\"id\": \"warm\", \"channel\": \"Air\", \"bound\": {\"above\": 14}, \"delay\": \"PT10M\"}]}");
        double here = median(5, () -> process(jar, csv, limits));
        double there = median(3, () -> {
            sql.execute("CREATE OR REPLACE TEMP TABLE f AS SELECT column0 AS t, column1 AS v FROM read_csv('" + csv
                    + "', header = false, skip = 1, columns = {'column0': 'TIMESTAMP', 'column1': 'DOUBLE'})");
            all(sql, STATISTICS + "f");
            all(sql, runs("f"));
            return null;
        });
        line("file judged, statistics included (-Xmx256m), s", here, there);
        line("the same file, read by one thread and nothing more, s", median(5, () -> minimal(csv)), Double.NaN);
        Path five = folder.resolve("five.json");
        Files.writeString(five, FIVE_BASES);
        line("file judged by five bases, s", median(3, () -> process(jar, csv, five)), Double.NaN);
        Path ten = folder.resolve("ten.csv");
        List<String> lines = new ArrayList<>(List.of("time,Air (°C)"));
        for (int i = 0; i < 10; i++) {
            lines.add(START.plusSeconds(10L * i) + ",12.0");
        }
        Files.write(ten, lines);
        line("file of ten rows, s", median(5, () -> process(jar, ten, limits)), Double.NaN);
    }

    private static Void process(String jar, Path csv, Path limits) throws Exception {
        List<String> command = new ArrayList<>(List.of("java", "-Xmx256m", "-XX:+UseSerialGC", "-Xlog:disable"));
        Path archive = Path.of(jar.replace(".jar", ".jsa")).toAbsolutePath();
        if (Files.exists(archive)) {
            command.add("-XX:SharedArchiveFile=" + archive);
        }
        if (Files.size(csv) < 4_000_000) {
            command.add("-XX:TieredStopAtLevel=1");
        }
        command.addAll(List.of(
                "-jar",
                Path.of(jar).toAbsolutePath().toString(),
                csv.toString(),
                "--limits",
                limits.toString(),
                "--json"));
        Process p = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        if (p.waitFor() > 1) {
            throw new IllegalStateException("It could not be judged");
        }
        return null;
    }

    private static Void minimal(Path csv) throws Exception {
        Process p = new ProcessBuilder(
                        "java",
                        "-Xmx256m",
                        "-XX:+UseSerialGC",
                        "-cp",
                        System.getProperty("java.class.path"),
                        MinimalLoop.class.getName(),
                        csv.toString())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
        if (p.waitFor() != 0) {
            throw new IllegalStateException("It could not be read");
        }
        return null;
    }

    private static String runs(String table) {
        return "WITH x AS (SELECT t, v, v > 14 AS o, lag(v > 14) OVER (ORDER BY t) AS p FROM " + table
                + "), g AS (SELECT t, v, o, sum(CASE WHEN o IS DISTINCT FROM p THEN 1 ELSE 0 END) OVER (ORDER BY t ROWS UNBOUNDED"
                + " PRECEDING) AS n FROM x) SELECT min(t), max(t) + INTERVAL 10 SECOND, max(v), arg_max(t, v), avg(v),"
                + " sum(v - 14) * 10 / 3600 FROM g WHERE o GROUP BY n HAVING max(t) + INTERVAL 10 SECOND - min(t) > INTERVAL 10"
                + " MINUTE";
    }

    private static void stored(Statement sql, Path csv, double[] values, Path folder) throws Exception {
        TimeAxis axis = TimeAxis.of(START, Duration.ofSeconds(10), SAMPLES);
        sql.execute(
                "CREATE OR REPLACE TABLE s AS SELECT column0 AS t, column1 AS v, row_number() OVER () - 1 AS i FROM read_csv('"
                        + csv
                        + "', header = false, skip = 1, columns = {'column0': 'TIMESTAMP', 'column1': 'DOUBLE'})");
        sql.execute("CHECKPOINT");
        Series series = Series.of(Channel.of("Air", "°C"), axis, values, TENTHS);
        double encode = warm(3, () -> Series.of(Channel.of("Air", "°C"), axis, values, TENTHS));
        JudgedRecord record = JudgedRecord.of(List.of(series));
        line("stored: judged, s", warm(5, () -> Judge.judge(record, LIMITS)), warm(3, () -> all(sql, runs("s"))));
        line(
                "stored: all statistics, s",
                warm(5, () -> Statistics.of(record.sources().get(0), null)),
                warm(3, () -> all(sql, STATISTICS + "s")));
        line(
                "stored: envelope of all, " + COLUMNS + " columns, ms",
                1000 * envelope(series, 0, SAMPLES),
                1000 * duck(sql, 0, SAMPLES));
        int from = SAMPLES / 2;
        int to = from + SAMPLES / 10;
        line("stored: envelope of a tenth, ms", 1000 * envelope(series, from, to), 1000 * duck(sql, from, to));
        double decode = warm(5, () -> {
            double sum = 0;
            for (Block b : series.blocks()) {
                sum += b.values()[0];
            }
            return sum;
        });
        line("decoded, million samples a second, one core", SAMPLES / 1e6 / decode, Double.NaN);
        line("encoded into blocks, million samples a second", SAMPLES / 1e6 / encode, Double.NaN);
        long bytes = series.blocks().stream()
                        .mapToLong(b -> b.data().length + 5L * Double.BYTES)
                        .sum()
                + outline(series);
        Path parquet = folder.resolve("s.parquet");
        sql.execute("COPY (SELECT v FROM s ORDER BY t) TO '" + parquet + "' (FORMAT parquet, COMPRESSION zstd)");
        line(
                "bytes a sample, summaries and checksums included",
                bytes / (double) SAMPLES,
                Files.size(parquet) / (double) SAMPLES);
    }

    /** Bytes of the summaries at all grains. */
    private static long outline(Series series) {
        long bytes = 0;
        Outline outline = Outline.of(series.blocks());
        for (int level = 0; level < Outline.LEVELS; level++) {
            bytes += outline.toBytes().length;
            outline = level + 1 < Outline.LEVELS ? outline.coarser() : outline;
        }
        return bytes;
    }

    private static double envelope(Series series, int from, int to) throws Exception {
        return warm(20, () -> Envelope.of(series, from, to, COLUMNS));
    }

    private static double duck(Statement sql, int from, int to) throws Exception {
        return warm(
                5,
                () -> all(
                        sql,
                        "SELECT (i - " + from + ") * " + COLUMNS + " // " + (to - from)
                                + " AS c, min(v), max(v) FROM s WHERE i >= " + from + " AND i < " + to
                                + " GROUP BY c ORDER BY c"));
    }

    private static void zooms(double[] values) throws Exception {
        System.out.println();
        for (int n : new int[] {100_000, 1_000_000, SAMPLES}) {
            Series s = Series.of(
                    Channel.of("Air", "°C"),
                    TimeAxis.of(START, Duration.ofSeconds(10), n),
                    Arrays.copyOf(values, n),
                    TENTHS);
            line(
                    String.format(Locale.ROOT, "envelope of all of %,d samples, ms", n),
                    1000 * envelope(s, 0, n),
                    Double.NaN);
        }
    }

    private static Void all(Statement sql, String query) throws SQLException {
        try (ResultSet rows = sql.executeQuery(query)) {
            while (rows.next()) {
                rows.getObject(1);
            }
        }
        return null;
    }

    /** In seconds, once the compiler has seen the work for a second. */
    private static double warm(int times, Callable<?> work) throws Exception {
        long until = System.nanoTime() + 1_000_000_000L;
        do {
            work.call();
        } while (System.nanoTime() < until);
        return median(times, work);
    }

    /** In seconds. */
    private static double median(int times, Callable<?> work) throws Exception {
        double[] took = new double[times];
        for (int i = 0; i < times; i++) {
            long from = System.nanoTime();
            work.call();
            took[i] = (System.nanoTime() - from) / 1e9;
        }
        Arrays.sort(took);
        return took[times / 2];
    }

    private static void line(String what, double here, double there) {
        System.out.printf(
                Locale.ROOT,
                "%-58s %10s %10s %8s%n",
                what,
                Double.isNaN(here) ? "" : String.format(Locale.ROOT, "%.3f", here),
                Double.isNaN(there) ? "" : String.format(Locale.ROOT, "%.3f", there),
                Double.isNaN(there) || Double.isNaN(here) ? "" : String.format(Locale.ROOT, "%.1f", there / here));
    }
}
