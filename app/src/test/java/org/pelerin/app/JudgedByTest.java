package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.net.URLEncoder;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.FindingFilter;
import org.pelerin.app.findings.FindingOverview;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.judge.limits.LimitsSource;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.record.Excluded;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.review.section.Sections;
import org.pelerin.app.review.section.SiteView;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** By what a mission is judged, and on what: whatever was renamed, noted late, changed meanwhile or lay elsewhere. */
@Tag("bed")
@Timeout(120)
class JudgedByTest {

    private static final Instant START = Instant.parse("2026-03-02T00:00:00Z");

    private static TestBed bed;
    private static JdbcTemplate sql;
    private static LimitsInForce inForce;
    private static Evaluation evaluation;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        sql = bed.bean(JdbcTemplate.class);
        inForce = bed.bean(LimitsInForce.class);
        evaluation = bed.bean(Evaluation.class);
    }

    private static LimitSet set(String name, double above) {
        Limits limits = new Limits(name, List.of(Rule.of("warm", "Air", new Bound.Above(above), Lasting.ANY)));
        return bed.bean(LimitSets.class).create(name, limits, "tech");
    }

    /** Hours of 12 °C. */
    private static void record(OwnMission of, Instant from, int hours) {
        double[] air = new double[hours];
        Arrays.fill(air, 12);
        record(of, from, air);
    }

    private static void record(OwnMission of, Instant from, double... air) {
        bed.bean(SeriesWriter.class)
                .replace(
                        of.id,
                        List.of(Series.of(
                                Channel.of("Air", "°C"),
                                TimeAxis.of(from, Duration.ofHours(1), air.length),
                                air,
                                null)));
        evaluation.again(of.id);
    }

    private static void home(OwnMission of, Long spot) {
        sql.update(
                "UPDATE mission SET spot_id = ?, collected_at = ?, state = 'COLLECTED' WHERE id = ?",
                spot,
                START.plus(Duration.ofDays(9)).toEpochMilli(),
                of.id);
    }

    private static String by(OwnMission of) {
        evaluation.text(of.mission());
        return inForce.of(of.mission()).words();
    }

    private static void forget(LimitsSource via, long target) {
        sql.update("DELETE FROM limit_place WHERE via = ? AND target = ?", via.name(), target);
    }

    @Test
    void a_place_that_is_noted_late_brings_its_limits() {
        long spot = bed.spot("Late site", "Late spot");
        try (OwnMission m = new OwnMission(bed, "QL-LATE", START)) {
            home(m, null);
            record(m, START, 24);
            assertThat(inForce.of(m.mission()).via()).isEqualTo(LimitsSource.NONE);
            inForce.attach(set("Late", 10), LimitsSource.SPOT, spot, false, "", "tech");
            // what was judged without a place keeps its verdict until its place is known
            assertThat(inForce.of(m.mission()).via()).isEqualTo(LimitsSource.NONE);
            bed.bean(MissionLifecycle.class).moveTo(m.mission(), spot, "tech");
            evaluation.again(m.id);
            assertThat(by(m)).isEqualTo("Late, version 1, of its spot");
            assertThat(m.mission().records().verdict()).isEqualTo("excursions");
        } finally {
            forget(LimitsSource.SPOT, spot);
        }
    }

    @Test
    void a_plan_that_is_renamed_keeps_its_limits() {
        PlanService plans = bed.bean(PlanService.class);
        StoredPlan plan =
                plans.create("Before the rename", Hands.alder(new org.pelerin.core.plan.StartCondition.Now()), "tech");
        try (OwnMission m = new OwnMission(bed, "QL-NAME", START)) {
            sql.update(
                    "UPDATE mission SET plan_name = ?, plan_version = 1, plan_id = ? WHERE id = ?",
                    plan.name(),
                    plan.id(),
                    m.id);
            inForce.attach(set("Of a plan", 10), LimitsSource.PLAN, plan.id(), false, "", "tech");
            plans.update(plan.id(), 1, "After the rename", plans.settings(plan), "tech");
            record(m, START, 24);
            assertThat(by(m)).isEqualTo("Of a plan, version 1, of its plan");
        } finally {
            forget(LimitsSource.PLAN, plan.id());
        }
    }

    @Test
    void what_is_home_moves_only_where_the_set_that_is_attached_wins() {
        long near = bed.spot("Winning site", "With limits of its own");
        long bare = bed.spot("Winning site", "Without");
        long site = bed.bean(PlaceService.class).spot(near).orElseThrow().siteId();
        try (OwnMission own = new OwnMission(bed, "QL-WIN1", START);
                OwnMission other = new OwnMission(bed, "QL-WIN2", START)) {
            LimitSet spots = set("Of the near spot", 20);
            inForce.attach(spots, LimitsSource.SPOT, near, false, "", "tech");
            home(own, near);
            home(other, bare);
            record(own, START, 24);
            record(other, START, 24);
            assertThat(by(own)).isEqualTo("Of the near spot, version 1, of its spot");
            // the spot's set has a newer version; nobody said that what is home is judged by that
            bed.bean(LimitSets.class).update(spots.id(), 1, spots.name(), spots.limits(), "tech");
            List<Long> anew =
                    inForce.attach(set("Of the whole site", 10), LimitsSource.SITE, site, true, "a new order", "tech");
            assertThat(anew).contains(other.id).doesNotContain(own.id);
            assertThat(by(own)).isEqualTo("Of the near spot, version 1, of its spot");
            assertThat(inForce.of(own.mission()).reason()).isEmpty();
            assertThat(by(other)).isEqualTo("Of the whole site, version 1, of its site");
        } finally {
            forget(LimitsSource.SPOT, near);
            forget(LimitsSource.SITE, site);
        }
    }

    @Test
    void a_judgement_of_an_older_record_is_not_kept_for_a_newer_one() {
        try (OwnMission m = new OwnMission(bed, "QL-OLDER", START)) {
            record(m, START, 24);
            long on = evaluation.version(m.id);
            List<Series> older = bed.bean(SeriesStore.class).recorded(m.mission());
            // meanwhile another visit brings more
            bed.bean(MissionVersion.class).recordChanged(m.id);
            Evaluation.Judged late = evaluation.judge(m.mission(), on, older, null);
            assertThat(evaluation.keep(m.id, late)).isFalse();
            assertThat(evaluation.upToDate(m.id)).isFalse();
            evaluation.again(m.id);
            assertThat(evaluation.upToDate(m.id)).isTrue();
            // deciding on the clock is a change of what it is judged on
            home(m, null);
            long before = evaluation.version(m.id);
            evaluation.decideClock(m.mission(), false, "it was set at home", "tech");
            assertThat(evaluation.version(m.id)).isGreaterThan(before);
            assertThat(evaluation.upToDate(m.id)).isTrue();
        }
    }

    private static void lay(OwnMission m, String serial, long spot, Instant from, Instant to, int settles) {
        sql.update(
                "INSERT INTO placement (logger_id, spot_id, placed_at, placed_by, taken_at, taken_by, acclimatise_min, mission_id)"
                        + " SELECT id, ?, ?, 'tech', ?, 'tech', ?, ? FROM logger WHERE serial = ?",
                spot,
                from.toEpochMilli(),
                to == null ? null : to.toEpochMilli(),
                settles,
                m.id,
                serial);
    }

    @Test
    void time_away_from_the_spot_between_two_placings_is_not_judged() {
        long spot = bed.spot("Away site", "Spot");
        try (OwnMission m = new OwnMission(bed, "QL-AWAY", START)) {
            sql.update("UPDATE mission SET spot_id = ?, written_at = ? WHERE id = ?", spot, START.toEpochMilli(), m.id);
            // at the spot from 0 to 10 and from 14 on, where it takes an hour to settle; elsewhere it was warm
            lay(m, "QL-AWAY", spot, START, START.plus(Duration.ofHours(10)), 0);
            lay(m, "QL-AWAY", spot, START.plus(Duration.ofHours(14)), START.plus(Duration.ofHours(24)), 60);
            double[] air = new double[24];
            Arrays.fill(air, 12);
            Arrays.fill(air, 10, 15, 40);
            inForce.say(m.mission(), set("Away", 14), "trial", "tech");
            record(m, START, air);
            JudgementDocument j = evaluation.judgement(m.mission()).orElseThrow();
            assertThat(j.verdict()).isEqualTo("within");
            assertThat(j.judged()).isEqualTo(Duration.ofHours(19));
            assertThat(j.series().get(0).max()).isEqualTo(12);
        }
    }

    @Test
    void a_logger_lies_at_one_spot_at_a_time_in_the_past_too() {
        long first = bed.spot("Two places", "First");
        long second = bed.spot("Two places", "Second");
        PlacementService placements = bed.bean(PlacementService.class);
        try (OwnMission m = new OwnMission(bed, "QL-TWICE", START)) {
            Instant taken = START.plus(Duration.ofHours(10));
            lay(m, "QL-TWICE", first, START, taken, 0);
            assertThatThrownBy(() -> placements.place(placing(second, taken.minusSeconds(60)), "tech"))
                    .hasMessageContaining("was still at Two places / First then");
            placements.place(placing(second, taken), "tech");
            assertThat(placements.presentOf("QL-TWICE").orElseThrow().spot()).isEqualTo("Second");
        }
    }

    private static PlacementService.Placing placing(long spot, Instant at) {
        return new PlacementService.Placing("QL-TWICE", spot, at, false, null, "", 0, List.of(), false);
    }

    @Test
    void a_section_looks_at_all_samples_and_all_missions() {
        long a = bed.spot("Wide site", "A");
        long b = bed.spot("Wide site", "B");
        long site = bed.bean(PlaceService.class).spot(a).orElseThrow().siteId();
        Instant old = START.minus(Duration.ofDays(100));
        try (OwnMission first = new OwnMission(bed, "QL-WIDE1", old);
                OwnMission second = new OwnMission(bed, "QL-WIDE2", old)) {
            home(first, a);
            home(second, b);
            double[] warm = new double[2000];
            Arrays.fill(warm, 12);
            // for one hour among two thousand, which no drawn instant meets
            warm[1234] = 20.53;
            record(first, old, warm);
            record(second, old, 2000);
            // thirty newer ones at the spot
            sql.update(
                    "INSERT INTO mission (logger_id, state, plan_name, plan_version, settings, spot_id, written_by, drafted_at, logger_name,"
                            + " written_at, first_at, last_at) SELECT logger_id, 'COLLECTED', 'x', 0, settings, spot_id, 'tech', 0, '', seq, seq,"
                            + " seq FROM mission JOIN seq_1_to_30 WHERE id = ?",
                    first.id);
            SiteView s = bed.bean(Sections.class).of(site, "°C", old, old.plus(Duration.ofHours(2000)), null, null, 50);
            sql.update("DELETE FROM mission WHERE plan_name = 'x' AND spot_id = ?", a);
            assertThat(s.spots()).hasSize(2);
            assertThat(s.spread().value()).isEqualTo(8.53);
            assertThat(s.spread().at()).isEqualTo(old.plus(Duration.ofHours(1234)));
            assertThat(s.spread().warm()).isEqualTo("A");
        }
    }

    @Test
    void in_the_hour_that_comes_twice_the_one_that_the_chart_means_is_left_out() throws Exception {
        Visitor tech = Visitor.signedIn(bed.address, "tech");
        // clocks in Paris go back from 03:00 to 02:00 at 01:00 UTC
        Instant night = Instant.parse("2026-10-24T20:00:00Z");
        try (OwnMission m = new OwnMission(bed, "QL-TWO", night)) {
            sql.update("UPDATE mission SET spot_id = ? WHERE id = ?", bed.spot("Autumn site", "Spot"), m.id);
            record(m, night, 12);
            Instant from = Instant.parse("2026-10-25T01:15:00Z");
            Instant to = Instant.parse("2026-10-25T01:45:00Z");
            String shown = "from=2026-10-25T02:15:00&to=2026-10-25T02:45:00&kind=NOT_PART&reason=door";
            assertThat(sent(tech, m, shown + "&fromAt=" + from.toEpochMilli() + "&toAt=" + to.toEpochMilli()))
                    .isEqualTo(302);
            assertThat(excluded(m)).containsExactly(from + " " + to);
            // typed anew, it is the first of the two
            assertThat(sent(tech, m, shown.replace(":15", ":20") + "&fromAt=" + from.toEpochMilli()))
                    .isEqualTo(302);
            assertThat(excluded(m)).contains("2026-10-25T00:20:00Z 2026-10-25T00:45:00Z");
        }
    }

    private static int sent(Visitor who, OwnMission m, String fields) throws IOException, InterruptedException {
        HttpResponse<String> answer = who.send(who.to("/missions/" + m.id + "/exclusions")
                .header("Content-Type", "application/x-www-form-urlencoded")
                .POST(HttpRequest.BodyPublishers.ofString(
                        fields + "&_csrf=" + URLEncoder.encode(who.token(), StandardCharsets.UTF_8)))
                .build());
        return answer.statusCode();
    }

    private static List<String> excluded(OwnMission m) {
        return bed.bean(JudgedRecords.class).excluded(m.id).stream()
                .map((Excluded e) -> e.fromAt() + " " + e.toAt())
                .toList();
    }

    @Test
    void what_is_not_found_any_more_waits_for_nobody_and_goes_in_one_press() throws Exception {
        Visitor tech = Visitor.signedIn(bed.address, "tech");
        Findings findings = bed.bean(Findings.class);
        try (OwnMission m = new OwnMission(bed, "QL-GONE", START)) {
            inForce.say(m.mission(), set("Gone", 10), "trial", "tech");
            record(m, START, 24);
            List<Finding> found = findings.about(m.id);
            assertThat(found).hasSize(1);
            // somebody has touched it, so that it is not withdrawn by itself
            findings.acknowledge(List.of(found.get(0).id()), "tech");
            assertThat(findings.waiting(m.id)).isEqualTo(1);
            inForce.say(m.mission(), set("Gone, wider", 20), "too strict", "tech");
            evaluation.again(m.id);
            assertThat(findings.waiting(m.id)).isZero();
            FindingFilter gone = new FindingFilter();
            gone.which = FindingFilter.Which.GONE;
            gone.mission = m.id;
            assertThat(bed.bean(FindingOverview.class).list(gone, 9, 0)).hasSize(1);
            assertThat(tech.get("/findings?which=GONE").body()).contains("Close all of them");
            tech.send(tech.emptyForm("/findings/put-away").build());
            assertThat(bed.bean(FindingOverview.class).list(gone, 9, 0)).isEmpty();
        }
    }

    /** Nobody looks at it, and whoever changed it did not come to judge it. */
    @Test
    void what_is_left_to_be_judged_is_judged_by_whoever_is_first() throws Exception {
        try (OwnMission m = new OwnMission(bed, "QL-LEFT", START)) {
            record(m, START, 4);
            sql.update(
                    "UPDATE mission SET collected_at = ?, state = 'COLLECTED' WHERE id = ?",
                    START.plusSeconds(20_000).toEpochMilli(),
                    m.id);
            evaluation.again(m.id);
            String before = sql.queryForObject("SELECT verdict FROM mission WHERE id = ?", String.class, m.id);
            inForce.say(m.mission(), set("Left " + m.id, 10), "colder", "tech");
            Waiting.until(
                    "judged and found",
                    () -> !bed.bean(Findings.class).about(m.id).isEmpty());
            assertThat(bed.bean(Findings.class).about(m.id)).hasSize(1);
            assertThat(before).isNotEqualTo("excursions");
            assertThat(sql.queryForObject("SELECT verdict FROM mission WHERE id = ?", String.class, m.id))
                    .isEqualTo("excursions");
        }
    }

    @Test
    void a_channel_without_a_limit_is_told_where_another_has_one() throws Exception {
        Visitor tech = Visitor.signedIn(bed.address, "tech");
        try (OwnMission m = new OwnMission(bed, "QL-BARE", START)) {
            TimeAxis axis = TimeAxis.of(START, Duration.ofHours(1), 3);
            bed.bean(SeriesWriter.class)
                    .replace(
                            m.id,
                            List.of(
                                    Series.of(Channel.of("Air", "°C"), axis, new double[] {12, 12, 12}, null),
                                    Series.of(Channel.of("Humidity", "%RH"), axis, new double[] {40, 41, 42}, null)));
            evaluation.again(m.id);
            inForce.say(m.mission(), set("Bare " + m.id, 20), "trial", "tech");
            evaluation.again(m.id);
            assertThat(tech.get("/missions/" + m.id).body()).contains("No limit is set for Humidity.");
            Limits every = new Limits("Every " + m.id, List.of(Rule.of("all", "*", new Bound.Above(50), Lasting.ANY)));
            inForce.say(m.mission(), bed.bean(LimitSets.class).create(every.name(), every, "tech"), "all", "tech");
            evaluation.again(m.id);
            assertThat(tech.get("/missions/" + m.id).body()).doesNotContain("No limit is set for");
        }
    }

    /** Far more than any list shows: what is said of a time long ago does not hang on what came after. */
    @Test
    void who_was_at_a_spot_in_a_time_is_known_however_many_came_later() {
        long spot = bed.spot("Busy site", "Spot");
        try (OwnMission m = new OwnMission(bed, "QL-BUSY", START)) {
            for (int i = 0; i < 250; i++) {
                Instant from = START.plus(Duration.ofHours(i));
                lay(m, "QL-BUSY", spot, from, from.plus(Duration.ofMinutes(50)), 0);
            }
            PlacementService placements = bed.bean(PlacementService.class);
            assertThat(placements.ofSpot(spot, START.plusSeconds(600), START.plus(Duration.ofMinutes(70))))
                    .extracting(x -> x.placedAt())
                    .containsExactly(START, START.plus(Duration.ofHours(1)));
            // one that ends when the time begins was not there, nor one that begins when it ends
            assertThat(placements.ofSpot(spot, START.plus(Duration.ofMinutes(50)), START.plus(Duration.ofHours(1))))
                    .isEmpty();
        }
    }
}
