package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.CollectionScope;
import org.pelerin.app.collect.files.FileRestore;
import org.pelerin.app.evidence.seal.SealCheck;
import org.pelerin.app.findings.signing.Signing;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.report.recheck.MissionCheck;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** A kill between any two commits of collecting, taking a file in, judging and signing: the next attempt comes to what one would have come to. */
@Tag("bed")
@Timeout(240)
class KillPointsTest {

    private static final String SERIAL = "PL-18033";
    private static final int MOST = 200;

    private static TestBed bed;
    private static JdbcTemplate sql;
    private static KillPoint kill;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        sql = bed.bean(JdbcTemplate.class);
        kill = new KillPoint(bed.app);
    }

    @AfterAll
    static void end() {
        kill.close();
    }

    /** Nothing of it has a seal that it does not fit. */
    private static void sealed(long mission) {
        assertThat(bed.bean(SealCheck.class).troubles()).noneMatch(t -> t.mission() == mission);
    }

    @Test
    void a_collection_that_is_killed_at_each_of_its_commits_comes_to_the_same() throws Exception {
        Hands hands = new Hands(bed);
        long id = hands.write(SERIAL, new StartCondition.Now());
        hands.pass(Duration.ofDays(2));
        CollectService collections = bed.bean(CollectService.class);
        Class<?> runner = Class.forName("org.pelerin.app.collect.JobRunner");
        kill.arm(runner, 1);
        collections.order(SERIAL, false, CollectionScope.ALL, "tech");
        int kills = 0;
        for (int commit = 1; commit < MOST; commit++) {
            Waiting.until(
                    "it is killed, or comes to its end",
                    () -> kill.hit() || collections.active(SERIAL).isEmpty());
            if (!kill.hit()) {
                break;
            }
            kills++;
            kill.arm(runner, commit + 1);
            // the process that was killed renews no claim
            sql.update("UPDATE work SET until_at = 1 WHERE kind = 'collect' AND claim IS NOT NULL");
        }
        kill.close();
        assertThat(kills).isGreaterThan(5);
        hands.home(id, 1440);
        assertThat(hands.mission(id).collected()).isTrue();
        assertThat(bed.bean(MissionCheck.class).troubles(id)).isEmpty();
        sealed(id);
        hands.leave(SERIAL);
    }

    @Test
    void a_file_is_taken_in_whole_or_not_at_all() throws IOException {
        StringBuilder csv = new StringBuilder("Time;Air\n");
        for (int h = 0; h < 48; h++) {
            csv.append(String.format("2026-03-%02d %02d:00;%s\n", 1 + h / 24, h % 24, h == 30 ? "30,5" : "20,5"));
        }
        String layout = """
                {"name": "killed.csv", "sheet": -1, "charset": "UTF-8", "delimiter": ";",
                 "layout": {"skipped": 1, "decimal": ",", "order": "YEAR_FIRST", "zone": "Europe/Paris", "columns": [
                   {"role": "INSTANT", "name": "", "unit": ""}, {"role": "VALUE", "name": "Air", "unit": "°C"}]},
                 "merge": "NONE", "sort": false, "device": "Killed recorder"}""";
        int kills = 0;
        long mission = 0;
        for (int commit = 1; commit < MOST && mission == 0; commit++) {
            kill.arm(KillPointsTest.class, commit);
            try {
                mission = bed.bean(FileRestore.class)
                        .restore(
                                new ByteArrayInputStream(csv.toString().getBytes(StandardCharsets.UTF_8)),
                                layout,
                                "tech");
            } catch (KillPoint.Killed e) {
                kills++;
                kill.close();
                assertThat(made()).as("after a kill at commit " + commit).isLessThanOrEqualTo(1);
            }
        }
        kill.close();
        assertThat(kills).isPositive();
        assertThat(made()).isEqualTo(1);
        assertThat(bed.bean(MissionCheck.class).troubles(mission)).isEmpty();
        sealed(mission);
        sql.queryForList("SELECT id FROM foreign_file WHERE name = 'killed.csv' AND mission_id IS NULL", Long.class)
                .forEach(f -> assertThat(
                                sql.queryForObject("SELECT state FROM foreign_file WHERE id = ?", String.class, f))
                        .isIn("ARRIVING", "LAYOUT", "READ", "READING", "TAKING"));
    }

    private static int made() {
        return sql.queryForObject(
                "SELECT COUNT(*) FROM mission m JOIN logger g ON g.id = m.logger_id WHERE g.serial = 'Killed recorder'"
                        + " AND m.judgement IS NOT NULL AND EXISTS (SELECT 1 FROM series s WHERE s.mission_id = m.id)",
                Integer.class);
    }

    @Test
    void judging_and_signing_are_done_or_not() {
        Instant start = Instant.parse("2026-03-01T00:00:00Z");
        try (OwnMission own = new OwnMission(bed, "QL-KILL", start)) {
            sql.update(
                    "UPDATE mission SET collected_at = ?, collected_by = 'tech', state = 'COLLECTED' WHERE id = ?",
                    start.plus(Duration.ofDays(2)).toEpochMilli(),
                    own.id);
            bed.bean(SeriesWriter.class)
                    .replace(
                            own.id,
                            List.of(Series.of(
                                    Channel.of("Air", "°C"),
                                    TimeAxis.of(start, Duration.ofMinutes(10), 144),
                                    new double[144],
                                    null)));
            int kills = done(() -> bed.bean(Evaluation.class).again(own.id));
            assertThat(kills).isPositive();
            Mission m = own.mission();
            assertThat(bed.bean(Evaluation.class).judgement(m)).isPresent();
            Signing signing = bed.bean(Signing.class);
            kills = done(() -> {
                if (signing.signatures(own.id).isEmpty()) {
                    signing.sign(own.id, SignedAs.REVIEWED, "seen", "tech");
                }
                assertThat(signing.signatures(own.id)).hasSize(1);
            });
            assertThat(kills).isPositive();
            assertThat(own.mission().records().signedAs()).isEqualTo(SignedAs.REVIEWED);
            assertThat(signing.altered(own.mission())).isEmpty();
        }
    }

    /** Once more after each kill, one commit further. @return how often it was killed */
    private static int done(Runnable deed) {
        for (int commit = 1; commit < MOST; commit++) {
            kill.arm(KillPointsTest.class, commit);
            try {
                deed.run();
                kill.close();
                return commit - 1;
            } catch (KillPoint.Killed e) {
                kill.close();
            }
        }
        throw new IllegalStateException("It never comes to its end");
    }
}
