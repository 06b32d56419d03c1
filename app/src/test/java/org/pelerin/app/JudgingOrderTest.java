package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.findings.signing.Signing;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.missions.SignedAs;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Whatever changes while a mission is judged, and in whatever order: what is kept is of what it is judged on, and what is not follows by itself. */
@Tag("bed")
@Timeout(180)
class JudgingOrderTest {

    private static final Instant START = Instant.parse("2026-03-01T00:00:00Z");

    private static TestBed bed;
    private static Evaluation evaluation;
    private static MissionVersion versions;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        evaluation = bed.bean(Evaluation.class);
        versions = bed.bean(MissionVersion.class);
    }

    private static void record(OwnMission of, double... air) {
        new TransactionTemplate(bed.bean(PlatformTransactionManager.class)).executeWithoutResult(t -> {
            bed.bean(SeriesWriter.class)
                    .replace(
                            of.id,
                            List.of(Series.of(
                                    Channel.of("Air", "°C"),
                                    TimeAxis.of(START, Duration.ofHours(1), air.length),
                                    air,
                                    null)));
            versions.recordRead(of.id, false, true);
        });
    }

    private static void collected(OwnMission of, Long spot) {
        bed.bean(JdbcTemplate.class)
                .update(
                        "UPDATE mission SET spot_id = ?, collected_at = ?, collected_by = 'tech', state = 'COLLECTED'"
                                + " WHERE id = ?",
                        spot,
                        START.plus(Duration.ofDays(9)).toEpochMilli(),
                        of.id);
    }

    private static void limits(OwnMission of, Rule rule) {
        Limits limits = new Limits("Of " + of.id, List.of(rule));
        bed.bean(LimitsInForce.class)
                .say(of.mission(), bed.bean(LimitSets.class).take("Of " + of.id, limits, "tech"), "test", "tech");
    }

    /** What would be judged of it now. */
    private static String fresh(OwnMission m) {
        return evaluation
                .judge(
                        m.mission(),
                        0,
                        bed.bean(SeriesStore.class).recorded(m.mission()),
                        m.mission().records().collectedAt())
                .document()
                .json();
    }

    private static String kept(OwnMission m) {
        return bed.bean(JdbcTemplate.class)
                .queryForObject("SELECT judgement FROM mission WHERE id = ?", String.class, m.id);
    }

    /** A judgement in its three steps, from 0; and what happens meanwhile. */
    private static final List<String> JUDGING = List.of("version", "judge", "keep");

    private static final List<String> CHANGES = List.of("visit", "clock", "exclusion");

    /** Every way in which the changes fall between the steps: 6! / 3! = 120. */
    private static List<List<String>> orders() {
        List<List<String>> out = new ArrayList<>();
        grow(new ArrayList<>(), new ArrayList<>(CHANGES), 0, out);
        return out;
    }

    private static void grow(List<String> so, List<String> changes, int step, List<List<String>> out) {
        if (changes.isEmpty() && step == JUDGING.size()) {
            out.add(List.copyOf(so));
            return;
        }
        if (step < JUDGING.size()) {
            so.add(JUDGING.get(step));
            grow(so, changes, step + 1, out);
            so.remove(so.size() - 1);
        }
        for (String c : List.copyOf(changes)) {
            List<String> rest = new ArrayList<>(changes);
            rest.remove(c);
            so.add(c);
            grow(so, rest, step, out);
            so.remove(so.size() - 1);
        }
    }

    @Test
    void a_visit_a_clock_decision_and_an_exclusion_in_every_order_come_to_the_right_verdict() {
        List<List<String>> orders = orders();
        assertThat(orders).hasSize(120).doesNotHaveDuplicates();
        try (OwnMission m = new OwnMission(bed, "QL-ORDER", START)) {
            collected(m, null);
            limits(m, Rule.of("warm", "Air", new Bound.Above(10), Lasting.delay(Duration.ofHours(1))));
            for (int n = 0; n < orders.size(); n++) {
                List<String> order = orders.get(n);
                evaluation.again(m.id);
                boolean kept = runs(m, order, n);
                // it is kept where nothing changed between its first step and its last
                assertThat(kept).as("%s", order).isEqualTo(order.indexOf("keep") - order.indexOf("version") == 2);
                assertThat(evaluation.upToDate(m.id)).as("%s", order).isEqualTo(kept && keptLast(order));
                evaluation.text(m.mission());
                assertThat(kept(m)).as("%s", order).isEqualTo(fresh(m));
            }
        }
    }

    private static boolean keptLast(List<String> order) {
        return order.indexOf("keep") == order.size() - 1;
    }

    /** @return whether the judgement was kept */
    private static boolean runs(OwnMission m, List<String> order, int n) {
        long on = -1;
        Evaluation.Judged judged = null;
        boolean kept = false;
        for (String step : order) {
            switch (step) {
                case "version" -> on = evaluation.version(m.id);
                case "judge" ->
                    judged = evaluation.judge(
                            m.mission(),
                            on,
                            bed.bean(SeriesStore.class).recorded(m.mission()),
                            m.mission().records().collectedAt());
                case "keep" -> kept = evaluation.keep(m.id, judged);
                case "visit" -> record(m, 4, 12, 12, 4, 15, 15, 15 + n, 4);
                case "clock" ->
                    assertThat(versions.correctClock(
                                    m.mission(), !m.mission().records().clockCorrected(), "test", "tech"))
                            .isTrue();
                default ->
                    bed.bean(JudgedRecords.class)
                            .exclude(
                                    m.mission(),
                                    Exclusion.Kind.NOT_VALID,
                                    START.plusSeconds(3600 + n),
                                    START.plusSeconds(3600 + n + 1),
                                    "test",
                                    "tech");
            }
        }
        return kept;
    }

    /** Six hours on the clock begin at 05:00 UTC in Paris and Lima, and at 03:00 UTC in Tokyo. */
    @Test
    void another_time_zone_of_its_site_has_it_judged_anew_and_what_is_signed_keeps_the_one_of_then() throws Exception {
        long spot = bed.spot("Zone site", "Zone spot");
        PlaceService places = bed.bean(PlaceService.class);
        Site site = places.sites().stream()
                .filter(s -> s.name().equals("Zone site"))
                .findFirst()
                .orElseThrow();
        try (OwnMission m = new OwnMission(bed, "QL-ZONE", START)) {
            collected(m, spot);
            limits(
                    m,
                    Rule.of("six", "Air", new Bound.Above(10), Lasting.ANY)
                            .on(new Basis.BlockMean(
                                    new Basis.Blocks(Duration.ofHours(6), Basis.Anchor.CLOCK, null, 75))));
            record(m, 4, 4, 4, 4, 4, 16, 16, 16, 16, 4, 4, 4, 4, 4, 4, 4, 4, 4);
            evaluation.again(m.id);
            String before = kept(m);
            zone(site, "Asia/Tokyo");
            Waiting.until("it is judged anew", () -> !kept(m).equals(before));
            assertThat(evaluation.upToDate(m.id)).isTrue();
            assertThat(kept(m)).isEqualTo(fresh(m));

            settle(m);
            bed.bean(Signing.class).sign(m.id, SignedAs.REVIEWED, "", "tech");
            String signed = kept(m);
            zone(site, "America/Lima");
            assertThat(m.mission().zoneOr(null)).isEqualTo(ZoneId.of("Asia/Tokyo"));
            assertThat(fresh(m)).isEqualTo(signed);
            assertThat(bed.bean(Signing.class).altered(m.mission())).isEmpty();
            assertThat(kept(m)).isEqualTo(signed);
            // opened again it is judged by the clock of today
            bed.bean(Signing.class).open(m.mission(), "once more", "tech");
            Waiting.until("it is judged anew", () -> !kept(m).equals(signed));
            assertThat(m.mission().zoneOr(null)).isEqualTo(ZoneId.of("America/Lima"));
            assertThat(kept(m)).isEqualTo(fresh(m));
        }
    }

    private static void settle(OwnMission m) {
        Findings findings = bed.bean(Findings.class);
        findings.addCause("The clock", "tech");
        long cause = findings.causes().stream()
                .filter(c -> c.name().equals("The clock"))
                .findFirst()
                .orElseThrow()
                .id();
        for (Finding f : findings.about(m.id)) {
            if (f.state().waits()) {
                findings.say(f.id(), new Findings.Said(cause, "none", "none", null, null), "tech");
                findings.close(f.id(), "tech");
            }
        }
    }

    private static void zone(Site s, String zone) {
        PlaceService places = bed.bean(PlaceService.class);
        places.save(
                new Site(s.id(), s.name(), zone, s.address(), s.latitude(), s.longitude(), s.notes(), null),
                null,
                "tech");
    }

    /** A process that ends between any two of its commits leaves the order; another claims it once it has lapsed. */
    @Test
    void judging_that_is_killed_at_each_of_its_commits_is_done_all_the_same() throws Exception {
        KillPoint kill = new KillPoint(bed.app);
        try (OwnMission m = new OwnMission(bed, "QL-KILLED", START)) {
            collected(m, null);
            record(m, 4, 12, 12, 4);
            evaluation.again(m.id);
            int killed = 0;
            for (int commit = 1; commit < 9; commit++) {
                kill.arm("org.pelerin.app.judge.JudgedAnew", commit);
                limits(m, Rule.of("warm", "Air", new Bound.Above(commit), Lasting.ANY));
                Waiting.until(
                        "it is judged, and nothing is ordered any more",
                        () -> evaluation.upToDate(m.id) && ordered(m) == 0);
                assertThat(kept(m)).isEqualTo(fresh(m));
                if (!kill.hit()) {
                    break;
                }
                killed++;
            }
            assertThat(killed).isGreaterThanOrEqualTo(2);
        } finally {
            kill.close();
        }
    }

    private static int ordered(OwnMission m) {
        return bed.bean(JdbcTemplate.class)
                .queryForObject("SELECT COUNT(*) FROM work WHERE kind = 'judge' AND id = ?", Integer.class, m.id);
    }
}
