package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.deployment.placing.Placement;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.placing.PlacementService.NotPlacedException;
import org.pelerin.app.deployment.placing.PlacementService.Other;
import org.pelerin.app.deployment.placing.PlacementService.Placing;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** Where a logger lies is its placing and nothing else, and so is what is due of it there. */
@Tag("bed")
@Timeout(120)
class StaysTest {

    private final TestBed bed = TestBed.get();
    private final PlacementService placements = bed.bean(PlacementService.class);
    private final JdbcTemplate sql = bed.bean(JdbcTemplate.class);
    private final Instant now = bed.bean(Clock.class).instant().truncatedTo(ChronoUnit.MINUTES);
    private static long spot;
    private static long other;

    private OwnMission a;
    private OwnMission b;

    @BeforeAll
    static void places() {
        spot = TestBed.get().spot("Stay site", "shelf");
        other = TestBed.get().spot("Stay site", "door");
    }

    @BeforeEach
    void write() {
        a = new OwnMission(bed, "QL-STAY-A", ago(20));
        b = new OwnMission(bed, "QL-STAY-B", ago(20));
    }

    @AfterEach
    void forget() {
        sql.update("UPDATE spot SET plan_id = NULL, collect_days = NULL WHERE id = ?", spot);
        sql.update("DELETE FROM spot_limit WHERE spot_id = ?", spot);
        a.close();
        b.close();
    }

    private Instant ago(int days) {
        return now.minus(Duration.ofDays(days));
    }

    private String place(String serial, long at, Instant when) {
        return placements.place(new Placing(serial, at, when, true, Other.STAYS, "", 0, List.of(), false), "tech");
    }

    private LoggerOverview overview(String serial) {
        return bed.bean(AttentionService.class).of(serial).orElseThrow();
    }

    private List<Need.Kind> needs(String serial) {
        return overview(serial).needs().stream().map(Need::kind).toList();
    }

    @Test
    void a_collection_is_due_of_the_logger_that_lies_there_whoever_else_was_collected() {
        sql.update("UPDATE spot SET collect_days = 5 WHERE id = ?", spot);
        place("QL-STAY-A", spot, ago(9));
        place("QL-STAY-B", spot, ago(9));
        assertThat(needs("QL-STAY-A")).contains(Need.Kind.OVERDUE);
        assertThat(needs("QL-STAY-B")).contains(Need.Kind.OVERDUE);
        bed.bean(MissionLifecycle.class).readSoFar(b.mission(), false, ago(20), 10, 10, "x", "tech");
        assertThat(needs("QL-STAY-A")).contains(Need.Kind.OVERDUE);
        assertThat(needs("QL-STAY-B")).doesNotContain(Need.Kind.OVERDUE);
        // and not when one that was collected has left
        placements.take("QL-STAY-B", now, "tech");
        assertThat(needs("QL-STAY-A")).contains(Need.Kind.OVERDUE);
    }

    @Test
    void what_was_taken_away_lies_nowhere_and_is_to_be_emptied() {
        place("QL-STAY-A", spot, ago(9));
        assertThat(overview("QL-STAY-A").where()).isEqualTo("Stay site / shelf");
        assertThatThrownBy(() -> placements.take("QL-STAY-A", now.plusSeconds(3600), "tech"))
                .isInstanceOf(NotPlacedException.class)
                .hasMessageContaining("in the future");
        assertThatThrownBy(() -> placements.take("QL-STAY-A", ago(10), "tech"))
                .isInstanceOf(NotPlacedException.class)
                .hasMessageContaining("later than that");
        placements.take("QL-STAY-A", ago(2), "tech");
        assertThat(overview("QL-STAY-A").stay().spotId()).isNull();
        assertThat(overview("QL-STAY-A").stay().takenAt()).isEqualTo(ago(2));
        assertThat(needs("QL-STAY-A")).containsExactly(Need.Kind.NOT_EMPTIED);
        place("QL-STAY-A", other, ago(1));
        assertThat(overview("QL-STAY-A").where()).isEqualTo("Stay site / door");
        assertThat(needs("QL-STAY-A")).doesNotContain(Need.Kind.NOT_EMPTIED);
    }

    @Test
    void nothing_is_placed_before_it_was_written() {
        assertThatThrownBy(() -> place("QL-STAY-A", spot, ago(21)))
                .isInstanceOf(NotPlacedException.class)
                .hasMessageContaining("was written later than that");
        assertThat(placements.presentOf("QL-STAY-A")).isEmpty();
    }

    @Test
    void times_of_a_stay_are_corrected_in_one_step_with_a_reason_and_overlap_nothing() throws Exception {
        place("QL-STAY-A", spot, ago(9));
        place("QL-STAY-A", other, ago(6));
        Placement first = placements.ofSpot(spot, 9).stream()
                .filter(p -> p.serial().equals("QL-STAY-A"))
                .findFirst()
                .orElseThrow();
        assertThatThrownBy(() -> placements.correct(first, ago(9), ago(5), "late", "tech"))
                .hasMessageContaining("was at Stay site / door at that time");
        assertThatThrownBy(() -> placements.correct(first, ago(9), null, "late", "tech"))
                .hasMessageContaining("was at Stay site / door at that time");
        assertThatThrownBy(() -> placements.correct(first, ago(7), ago(8), "late", "tech"))
                .hasMessageContaining("after the placing time");
        assertThatThrownBy(() -> placements.correct(first, ago(21), ago(8), "late", "tech"))
                .hasMessageContaining("was written later");
        Visitor tech = Visitor.signedIn(bed.address, "tech");
        assertThat(tech.get("/placements/" + first.id()).body()).contains("QL-STAY-A", "Stay site / shelf");
        placements.correct(first, ago(10), ago(7), "noted late", "tech");
        Placement corrected = placements.find(first.id()).orElseThrow();
        assertThat(corrected.placedAt()).isEqualTo(ago(10));
        assertThat(corrected.takenAt()).isEqualTo(ago(7));
        assertThat(sql.queryForObject(
                        "SELECT reason FROM audit_entry WHERE action = 'correct placing' ORDER BY sequence DESC LIMIT 1",
                        String.class))
                .isEqualTo("noted late");
        // whoever still sees the times of before
        assertThatThrownBy(() -> placements.correct(first, ago(10), ago(8), "again", "tech"))
                .hasMessageContaining("Somebody else changed it just now");
        assertThat(tech.get("/placements/999999").statusCode()).isEqualTo(404);
        // what was signed with these times keeps them
        sql.update("UPDATE mission SET spot_id = ?, signed_as = 'REVIEWED' WHERE id = ?", spot, a.id);
        assertThatThrownBy(() -> placements.correct(corrected, ago(10), ago(8), "again", "tech"))
                .hasMessage("Mission " + a.id + " was signed with these times. Reopen it with a reason first");
        sql.update("UPDATE mission SET signed_as = NULL WHERE id = ?", a.id);
    }

    @Test
    void another_plan_or_laxer_limits_than_the_spot_wants_are_said_when_it_is_placed_and_stay_a_need()
            throws Exception {
        long plan = bed.bean(PlanService.class)
                .take("Stay plan", Hands.alder(new StartCondition.Now()), "tech")
                .id();
        sql.update("UPDATE spot SET plan_id = ? WHERE id = ?", plan, spot);
        sql.update("INSERT INTO spot_limit (spot_id, unit, low, high) VALUES (?, 'kPa', NULL, 110)", spot);
        Visitor tech = Visitor.signedIn(bed.address, "tech");
        assertThat(tech.get("/place?serial=QL-STAY-A&spot=" + spot).body()).contains("the spot requires “Stay plan”");
        String said = place("QL-STAY-A", spot, ago(1));
        assertThat(said)
                .contains("the spot requires “Stay plan”")
                .contains("The spot requires limits in kPa, which the plan does not measure");
        assertThat(needs("QL-STAY-A")).contains(Need.Kind.OTHERWISE);
        assertThat(tech.get("/spots/" + spot).body()).contains("does not match what the spot requires");
        assertThat(tech.get("/to-do").body()).contains("plan differs from what the spot requires");
        // where the spot wants nothing there is nothing to say
        assertThat(place("QL-STAY-B", other, ago(1))).isEmpty();
        assertThat(needs("QL-STAY-B")).doesNotContain(Need.Kind.OTHERWISE);
    }

    /** Half of a mission that asked for ten days is home: the other half is not missing, it has not been fetched. */
    @Test
    void what_is_not_fetched_yet_is_no_gap() {
        Plan plan = new Plan(
                "alder-t1",
                "TEN",
                Duration.ofHours(1),
                new StartCondition.Now(),
                new StopCondition.AfterTime(Duration.ofDays(10)),
                List.of(new ChannelSettings(true, "Air", new Alarm(30, Duration.ofHours(1), true), null)));
        try (OwnMission ten = new OwnMission(bed, "QL-STAY-C", plan, ago(19))) {
            place("QL-STAY-C", spot, ago(19));
            placements.take("QL-STAY-C", ago(8), "tech");
            bed.bean(SeriesWriter.class)
                    .replace(
                            ten.id,
                            List.of(Series.of(
                                    Channel.of("Air", "°C"),
                                    TimeAxis.of(ago(19), Duration.ofHours(1), 120),
                                    new double[120],
                                    null)));
            sql.update(
                    "UPDATE mission SET spot_id = ?, first_at = ?, last_at = ?, received = 120, expected = 120 WHERE id = ?",
                    spot,
                    ago(19).toEpochMilli(),
                    ago(19).plus(Duration.ofHours(119)).toEpochMilli(),
                    ten.id);
            bed.bean(Evaluation.class).again(ten.id);
            JudgementDocument j =
                    bed.bean(Evaluation.class).judgement(ten.mission()).orElseThrow();
            assertThat(j.gaps()).isEmpty();
            assertThat(j.coverage()).isEqualTo(100);
            // home for good, what is missing until its planned end is missing
            sql.update(
                    "UPDATE mission SET state = 'COLLECTED', collected_at = ? WHERE id = ?",
                    ago(1).toEpochMilli(),
                    ten.id);
            bed.bean(Evaluation.class).again(ten.id);
            assertThat(bed.bean(Evaluation.class)
                            .judgement(ten.mission())
                            .orElseThrow()
                            .gaps())
                    .hasSize(1);
        }
    }
}
