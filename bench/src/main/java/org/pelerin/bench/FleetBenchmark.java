package org.pelerin.bench;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
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
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * The fleet's first page from the server, over HTTP, with ten thousand loggers, each at a spot of its own at one of 200 sites, six
 * missions each of which one is in the field, two excursions in each of the others; every tenth needs somebody.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 3)
@Measurement(iterations = 4, time = 3)
@Fork(value = 1, jvmArgs = "-Xmx1g")
public class FleetBenchmark {

    private static final int LOGGERS = 10_000;
    private static final int SITES = 200;
    private static final int SPOTS_A_SITE = 50;
    private static final int MISSIONS = 6;
    private static final long DAY = Duration.ofDays(1).toMillis();

    private ConfigurableApplicationContext app;
    private BenchVisitor visitor;

    @Setup
    public void make() throws Exception {
        String url = System.getenv("PELERIN_BENCH_DB_URL");
        app = BenchApplication.start();
        try (Connection c = DriverManager.getConnection(url, "pelerin", "pelerin")) {
            c.setAutoCommit(false);
            // each benchmark is a process of its own, the database is the same
            if (loggers(c) == 0) {
                fill(c, Clock.systemUTC().millis());
                c.commit();
            }
        }
        visitor = new BenchVisitor(app);
        if (!visitor.get("/").contains("of 10")) {
            throw new IllegalStateException("The fleet's page does not show the fleet");
        }
    }

    private static void fill(Connection c, long now) throws SQLException {
        Plan plan = new Plan(
                "alder-t1",
                "BENCH",
                Duration.ofMinutes(10),
                new StartCondition.OnButton(),
                new StopCondition.MemoryFull(),
                java.util.List.of(new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null)));
        String settings = PlanDocument.write("Bench", plan);
        run(
                c,
                "INSERT INTO site (id, name, zone) SELECT seq, CONCAT('Site ', LPAD(seq, 3, '0')), 'Europe/Paris'"
                        + " FROM seq_1_to_" + SITES);
        run(
                c,
                "INSERT INTO spot (id, site_id, name, collect_days) SELECT seq, (seq - 1) DIV " + SPOTS_A_SITE
                        + " + 1, CONCAT('Spot ', LPAD(seq, 5, '0')), 30 FROM seq_1_to_" + SITES * SPOTS_A_SITE);
        run(
                c,
                "INSERT INTO logger (id, serial, model, firmware, battery_permille, device_state, records, clock_offset_ms,"
                        + " seen_at) SELECT seq, CONCAT('QL-', LPAD(seq, 5, '0')), ELT(seq MOD 3 + 1, 'alder-t1', 'birch-th',"
                        + " 'willow-p'), '1.4', 900, 'LOGGING', 1000, seq MOD 50, " + now
                        + " - seq * 1000 FROM seq_1_to_" + LOGGERS);
        try (PreparedStatement p = c.prepareStatement(
                "INSERT INTO mission (logger_id, device_number, state, plan_name, plan_version, settings, spot_id, drafted_at,"
                        + " written_at, written_by, starts_at, ends_at, battery_ends_at, collected_at, collected_by, first_at,"
                        + " last_at, expected, received, verdict) VALUES (?, ?, ?, 'Bench', 1, ?, ?, ?, ?, 'bench', ?, ?, ?, ?,"
                        + " 'bench', ?, ?, 4000, 4000, 'within')")) {
            for (int logger = 1; logger <= LOGGERS; logger++) {
                for (int m = 1; m <= MISSIONS; m++) {
                    boolean out = m == MISSIONS;
                    long from = now - (MISSIONS - m) * 28 * DAY - 10 * DAY;
                    // every tenth memory fills before somebody comes
                    long ends = out ? now + (logger % 10 == 0 ? 2 : 60) * DAY : from + 28 * DAY;
                    p.setInt(1, logger);
                    p.setInt(2, m);
                    p.setString(3, out ? "LOGGING" : "COLLECTED");
                    p.setString(4, settings);
                    p.setInt(5, (logger - 1) % (SITES * SPOTS_A_SITE) + 1);
                    p.setLong(6, from);
                    p.setLong(7, from);
                    p.setLong(8, from);
                    p.setLong(9, ends);
                    p.setLong(10, now + 300 * DAY);
                    p.setObject(11, out ? null : from + 28 * DAY);
                    p.setObject(12, out ? null : from);
                    p.setObject(13, out ? null : from + 28 * DAY);
                    p.addBatch();
                }
                if (logger % 500 == 0) {
                    p.executeBatch();
                }
            }
        }
        run(
                c,
                "INSERT INTO excursion SELECT id, seq, 'ABOVE', first_at + seq * 86400000, first_at + seq * 90000000"
                        + " FROM mission JOIN seq_1_to_2 WHERE first_at IS NOT NULL");
        run(
                c,
                "INSERT INTO placement (logger_id, spot_id, placed_at, placed_by, mission_id) SELECT logger_id, spot_id,"
                        + " starts_at, 'bench', id FROM mission WHERE state = 'LOGGING'");
        // a thousand findings that wait, four thousand that are closed
        run(c, "INSERT INTO cause (id, name) SELECT seq, CONCAT('Cause ', seq) FROM seq_1_to_8");
        run(
                c,
                "INSERT INTO finding (id, kind, state, severity, lead_channel, lead_direction, lead_unit, lead_limit,"
                        + " lead_peak, from_at, to_at, parts, missions, mission_id, logger_id, site_id, spot_id, cause_id,"
                        + " opened_at, closed_at, closed_by) SELECT q.seq, 'DEPARTURE', IF(q.seq <= 1000, 'OPEN', 'CLOSED'),"
                        + " q.seq MOD 4, 'Air', 'above', '°C', 14, 15 + q.seq MOD 7, m.first_at + 86400000, m.first_at +"
                        + " 90000000, 1, 1, m.id, m.logger_id, s.site_id, s.id, IF(q.seq <= 1000, NULL, q.seq MOD 8 + 1),"
                        + " m.collected_at, IF(q.seq <= 1000, NULL, m.collected_at), IF(q.seq <= 1000, NULL, 'bench')"
                        + " FROM seq_1_to_5000 q JOIN mission m ON m.id = q.seq * 6 - 1 JOIN spot s ON s.id = m.spot_id");
        run(
                c,
                "INSERT INTO finding_part (finding_id, mission_id, rule, channel, direction, unit, severity, latched,"
                        + " limit_value, peak, start_at, end_at, first_start_at, first_end_at) SELECT id, mission_id,"
                        + " 'Air high', 'Air', 'above', '°C', severity, FALSE, 14, lead_peak, from_at, to_at, from_at, to_at"
                        + " FROM finding");
    }

    private static int loggers(Connection c) throws SQLException {
        try (Statement s = c.createStatement();
                ResultSet r = s.executeQuery("SELECT COUNT(*) FROM logger")) {
            r.next();
            return r.getInt(1);
        }
    }

    private static void run(Connection c, String sql) throws SQLException {
        try (Statement s = c.createStatement()) {
            s.execute(sql);
        }
    }

    @TearDown
    public void close() {
        app.close();
    }

    /** The first page of a thousand findings that wait, with counts and what may belong together. */
    @Benchmark
    public String findings() throws Exception {
        return visitor.get("/findings");
    }

    @Benchmark
    public String firstPage() throws Exception {
        return visitor.get("/");
    }

    /** Something has been seen of a logger just before, so that what is held in memory holds no longer. */
    @Benchmark
    public String firstPageAfterAChange() throws Exception {
        try (Connection c = DriverManager.getConnection(System.getenv("PELERIN_BENCH_DB_URL"), "pelerin", "pelerin")) {
            run(c, "UPDATE mission SET changed_at = " + Clock.systemUTC().millis() + " WHERE id = 1");
        }
        return visitor.get("/");
    }
}
