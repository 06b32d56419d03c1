package org.pelerin.bench;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.MissionCreation;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.organisation.token.ApiTokens;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.plan.Alarm;
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
 * A year of many loggers in the database that {@code PELERIN_BENCH_DB_URL} names: three channels every five minutes, twelve collected missions of thirty days each and one that runs, sixty spots a site. The
 * missions of eight loggers are stored, judged and found by the application itself; the others are copies of their rows. Captures, the logger's own bytes, are not among them.
 *
 * <p>{@code ./pelerin bench year [LOGGERS]} makes it once, starts the application on it, and has {@link YearFigures} look.
 */
public final class YearOfAFleet {

    static final int SPOTS_A_SITE = 60;
    private static final int VARIANTS = 8;
    private static final int MISSIONS = 12;
    private static final Duration EACH = Duration.ofDays(30);
    private static final Duration INTERVAL = Duration.ofMinutes(5);
    private static final int ROWS = (int) (EACH.toMinutes() / INTERVAL.toMinutes());
    private static final Duration TOKEN_HOLDS = Duration.ofDays(90);

    private final Connection sql;
    private final int copies;
    private final Map<String, Long> ownSteps = new HashMap<>();

    private YearOfAFleet(Connection sql, int loggers) {
        this.sql = sql;
        this.copies = loggers / VARIANTS;
    }

    /** @param args how many loggers, and the file for a token of the interface for programs */
    public static void main(String[] args) throws Exception {
        int loggers = Integer.parseInt(args[0]);
        try (ConfigurableApplicationContext app = BenchApplication.start();
                Connection c = DriverManager.getConnection(
                        System.getenv("PELERIN_BENCH_DB_URL")
                                + "?sessionVariables=foreign_key_checks=0,unique_checks=0",
                        "pelerin",
                        "pelerin")) {
            YearOfAFleet year = new YearOfAFleet(c, loggers);
            year.fleet();
            year.templates(app);
            year.copies();
            year.closed();
            year.running();
            people(app, Path.of(args[1]));
            year.run(
                    "ANALYZE TABLE mission, series_block, series, excursion, finding, finding_part, logger, spot, placement");
        }
        System.exit(0);
    }

    private static void people(ConfigurableApplicationContext app, Path token) throws Exception {
        AccountService accounts = app.getBean(AccountService.class);
        accounts.create("tech", "Technician", "pelerin", Role.TECHNICIAN, "bench");
        accounts.create("review", "Reviewer", "pelerin", Role.REVIEWER, "bench");
        accounts.create("viewer", "Viewer", "pelerin", Role.VIEWER, "bench");
        Files.writeString(token, app.getBean(ApiTokens.class).make("review", "Bench", Role.REVIEWER, TOKEN_HOLDS));
    }

    private void fleet() throws SQLException {
        int loggers = copies * VARIANTS;
        run(
                "INSERT INTO site (id, name, zone) SELECT seq, CONCAT('Site ', LPAD(seq, 3, '0')), 'Europe/Paris' FROM seq_1_to_"
                        + ((loggers - 1) / SPOTS_A_SITE + 1));
        run("INSERT INTO spot (id, site_id, name, collect_days) SELECT seq, (seq - 1) DIV " + SPOTS_A_SITE
                + " + 1, CONCAT('Spot ', LPAD(seq, 5, '0')), 30 FROM seq_1_to_" + loggers);
        run(
                "INSERT INTO logger (id, serial, model, firmware, battery_permille, device_state, records, clock_offset_ms, seen_at)"
                        + " SELECT seq, CONCAT('PY-', LPAD(seq, 5, '0')), 'linden-n', '1.4', 900, 'LOGGING', 1000, seq MOD 50, "
                        + Instant.now().toEpochMilli() + " - seq * 1000 FROM seq_1_to_" + loggers);
    }

    /** What the application itself makes of the records of eight loggers. */
    private void templates(ConfigurableApplicationContext app) {
        JdbcTemplate jdbc = app.getBean(JdbcTemplate.class);
        Instant now = app.getBean(Clock.class).instant().truncatedTo(ChronoUnit.HOURS);
        for (int logger = 1; logger <= VARIANTS; logger++) {
            for (int m = 0; m < MISSIONS; m++) {
                Instant start = now.minus(EACH.multipliedBy(MISSIONS - m)).minus(Duration.ofDays(10));
                Instant end = start.plus(EACH);
                long id = app.getBean(MissionCreation.class)
                        .adopt("PY-%05d".formatted(logger), m + 1, plan(), start, start, "bench")
                        .id();
                jdbc.update(
                        "UPDATE mission SET spot_id = ?, state = 'COLLECTED', collected_at = ?, collected_by = 'bench', received = ?, expected = ?, first_at = ?, last_at = ? WHERE id = ?",
                        logger,
                        end.toEpochMilli(),
                        ROWS,
                        ROWS,
                        start.toEpochMilli(),
                        end.minus(INTERVAL).toEpochMilli(),
                        id);
                app.getBean(SeriesWriter.class).replace(id, series(logger * MISSIONS + m, start));
                app.getBean(Evaluation.class).again(id);
            }
        }
    }

    private static Plan plan() {
        return new Plan(
                "linden-n",
                "YEAR",
                INTERVAL,
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(
                        new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null),
                        new ChannelSettings(true, "Product", new Alarm(16, Duration.ofHours(2), true), null),
                        new ChannelSettings(true, "Return", null, null)));
    }

    /** Three temperatures to a hundredth; every third month one of them is out for five hours. */
    private static List<Series> series(int seed, Instant start) {
        Random random = new Random(seed);
        List<Series> out = new ArrayList<>();
        TimeAxis axis = TimeAxis.of(start, INTERVAL, ROWS);
        for (String name : List.of("Air", "Product", "Return")) {
            double[] values = new double[ROWS];
            for (int r = 0; r < ROWS; r++) {
                boolean warm = seed % 3 == 0 && r > 4000 && r < 4060 && name.equals("Air");
                values[r] = Math.round((12 + Math.sin(r / 23.0) + random.nextGaussian() * 0.1 + (warm ? 5 : 0)) * 100)
                        / 100.0;
            }
            out.add(Series.of(Channel.of(name, "°C"), axis, values, null));
        }
        return out;
    }

    /** Every row that belongs to the templates' missions, once more for each further group of eight loggers. */
    private void copies() throws SQLException {
        Map<String, Long> steps = Map.of(
                "mission_id",
                most("mission") + 1,
                "logger_id",
                (long) VARIANTS,
                "spot_id",
                (long) VARIANTS,
                "finding_id",
                most("finding") + 1);
        List<String> tables = texts(
                "SELECT DISTINCT c.table_name FROM information_schema.columns c JOIN information_schema.tables t ON t.table_schema = c.table_schema AND t.table_name = c.table_name"
                        + " AND t.table_type = 'BASE TABLE' WHERE c.table_schema = DATABASE() AND (c.column_name IN ('mission_id', 'finding_id') OR c.table_name IN ('mission', 'finding'))");
        long began = System.nanoTime();
        for (String table : tables) {
            if (count(table) == 0) {
                continue;
            }
            run("CREATE TABLE bench_template AS SELECT * FROM " + table);
            for (int copy = 1; copy < copies; copy++) {
                run(copyOf(table, copy, steps));
                run("SET @pelerin_touched = NULL");
            }
            run("DROP TABLE bench_template");
            System.out.printf(
                    "%s: %,d rows after %d s%n",
                    table, count(table), TimeUnit.NANOSECONDS.toSeconds(System.nanoTime() - began));
        }
    }

    private String copyOf(String table, int copy, Map<String, Long> steps) throws SQLException {
        List<String> columns = texts(
                "SELECT column_name FROM information_schema.columns WHERE table_schema = DATABASE() AND table_name = '"
                        + table + "' AND generation_expression IS NULL");
        List<String> values = new ArrayList<>();
        for (String column : columns) {
            Long step = column.equals("id") ? steps.getOrDefault(table + "_id", ownStep(table)) : steps.get(column);
            values.add(
                    column.equals("act")
                            ? "NULL"
                            : column.equals("site_id")
                                    ? "(spot_id + " + copy * VARIANTS + " - 1) DIV " + SPOTS_A_SITE + " + 1"
                                    : step == null ? "`" + column + "`" : "`" + column + "` + " + copy * step);
        }
        return "INSERT INTO " + table + " (`" + String.join("`, `", columns) + "`) SELECT " + String.join(", ", values)
                + " FROM bench_template";
    }

    private long ownStep(String table) throws SQLException {
        if (!ownSteps.containsKey(table)) {
            ownSteps.put(table, most(table) + 1);
        }
        return ownSteps.get(table);
    }

    /** Findings older than two months are closed. */
    private void closed() throws SQLException {
        run("INSERT IGNORE INTO cause (id, name) VALUES (1, 'Door left open')");
        run("UPDATE finding SET state = 'CLOSED', cause_id = 1, closed_at = to_at, closed_by = 'bench' WHERE from_at < "
                + (Instant.now().toEpochMilli() - Duration.ofDays(60).toMillis()));
        run("SET @pelerin_touched = NULL");
    }

    /** Each logger lies at its spot and records once more; every tenth memory is full before somebody comes. */
    private void running() throws SQLException {
        long now = Instant.now().toEpochMilli();
        long day = Duration.ofDays(1).toMillis();
        run(
                "INSERT INTO mission (logger_id, device_number, state, plan_name, plan_version, settings, spot_id, drafted_at, written_at, written_by, starts_at, ends_at, battery_ends_at)"
                        + " SELECT logger_id, 13, 'LOGGING', plan_name, plan_version, settings, spot_id, collected_at, collected_at, 'bench', collected_at, "
                        + now
                        + " + IF(logger_id MOD 10 = 0, 2, 60) * " + day + ", " + now + " + 300 * " + day
                        + " FROM mission WHERE device_number = " + MISSIONS);
        run("SET @pelerin_touched = NULL");
        run(
                "INSERT INTO placement (logger_id, spot_id, placed_at, placed_by, mission_id) SELECT logger_id, spot_id, starts_at, 'bench', id FROM mission WHERE state = 'LOGGING'");
        run("SET @pelerin_touched = NULL");
    }

    private long most(String table) throws SQLException {
        return number("SELECT COALESCE(MAX(id), 0) FROM " + table);
    }

    private long count(String table) throws SQLException {
        return number("SELECT COUNT(*) FROM " + table);
    }

    private long number(String query) throws SQLException {
        try (Statement s = sql.createStatement();
                ResultSet r = s.executeQuery(query)) {
            r.next();
            return r.getLong(1);
        }
    }

    private List<String> texts(String query) throws SQLException {
        List<String> out = new ArrayList<>();
        try (Statement s = sql.createStatement();
                ResultSet r = s.executeQuery(query)) {
            while (r.next()) {
                out.add(r.getString(1));
            }
        }
        return out;
    }

    private void run(String statement) throws SQLException {
        try (Statement s = sql.createStatement()) {
            s.execute(statement);
        }
    }
}
