package org.pelerin.yard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;
import org.pelerin.yard.logger.Probe;
import org.pelerin.yard.logger.SimulatedLogger;

/** A logger that is started again by hand after its end keeps what it recorded before. */
class SeveralMissionsTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    private static final Probe STILL = (c, input, sensor, since, at) -> 20;
    private static final LoggerModel MODEL = ModelCatalogue.get("birch-th");

    private final SimulatedLogger logger =
            new SimulatedLogger("PL-1", MODEL, MODEL.firmware().newest(), 0, 0, 0, START);
    private Instant now = START;

    private static Plan plan(Duration interval, Map<String, String> options) {
        return new Plan(
                MODEL.id(),
                "RUNS",
                interval,
                null,
                new StartCondition.OnButton(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", null, null), new ChannelSettings(true, "RH", null, null)),
                options);
    }

    private static final Map<String, String> KEPT = Map.of(Plan.AGAIN, Plan.AGAIN_KEPT);

    private void run(Duration time) {
        logger.press(now, STILL);
        now = now.plus(time);
        logger.runUntil(now, STILL);
        logger.hold(now);
        now = now.plusSeconds(30);
    }

    private List<byte[]> pages(MissionInfo info) {
        List<byte[]> pages = new ArrayList<>();
        info.pageNumbers().forEach(p -> pages.add(logger.page(info.number(), p)));
        return pages;
    }

    @Test
    void each_start_after_an_end_begins_a_mission_of_its_own_and_drift_counts_from_the_writing() {
        logger.writePlan(START, plan(Duration.ofMinutes(1), KEPT));
        now = START.plusSeconds(600);
        run(Duration.ofMinutes(10));
        run(Duration.ofMinutes(20));
        assertThat(logger.missions()).extracting(MissionInfo::number).containsExactly(1, 2);
        assertThat(logger.missions()).extracting(MissionInfo::endRecord).containsExactly(11L, 21L);
        MissionHeader second = MissionHeader.decode(logger.header(2));
        assertThat(second.writtenAt()).isEqualTo(START);
        assertThat(second.firstSampleAt()).isEqualTo(START.plusSeconds(600 + 600 + 30));
        assertThat(logger.status(now).mission()).isEqualTo(2);
        assertThat(logger.status(now).missions()).containsExactly(1, 2);
        assertThat(logger.identify().lifetimeMissions()).isEqualTo(2);
        assertThat(logger.identify().lifetimeSamples()).isEqualTo(32);
    }

    @Test
    void without_the_setting_a_press_after_the_end_does_nothing() {
        logger.writePlan(START, plan(Duration.ofMinutes(1), Map.of()));
        run(Duration.ofMinutes(10));
        run(Duration.ofMinutes(10));
        assertThat(logger.missions()).hasSize(1);
        assertThat(logger.status(now).state()).isEqualTo(LoggerState.ENDED);
    }

    @Test
    void what_earlier_missions_hold_is_taken_off_the_memory_of_the_next() {
        logger.writePlan(START, plan(Duration.ofSeconds(1), KEPT));
        // 128 000 values are 64 000 records of two
        run(Duration.ofSeconds(39_999));
        assertThat(logger.missions().get(0).records()).isEqualTo(40_000);
        run(Duration.ofSeconds(30_000));
        MissionHeader second = MissionHeader.decode(logger.header(2));
        assertThat(logger.missions().get(1).records()).isEqualTo(24_000);
        assertThat(second.stop().orElseThrow().kind()).isEqualTo(LoggerEvent.Kind.STOPPED_MEMORY_FULL);
        assertThat(logger.status(now).capacity()).isEqualTo(24_000);
        // nothing is left: it is not begun again, and nothing is lost
        run(Duration.ofSeconds(10));
        assertThat(logger.missions()).hasSize(2);
    }

    @Test
    void eight_are_kept_and_a_ninth_is_not_begun() {
        logger.writePlan(START, plan(Duration.ofMinutes(1), KEPT));
        for (int i = 0; i < 9; i++) {
            run(Duration.ofMinutes(5));
        }
        assertThat(logger.missions()).hasSize(8);
    }

    @Test
    void each_is_erased_by_itself_and_a_plan_waits_for_the_last() {
        Plan plan = plan(Duration.ofMinutes(1), KEPT);
        logger.writePlan(START, plan);
        run(Duration.ofMinutes(10));
        run(Duration.ofMinutes(20));
        MissionInfo first = logger.missions().get(0);
        MissionInfo second = logger.missions().get(1);
        // the proof of one is none of the other
        assertThatThrownBy(() -> logger.erase(EraseRequest.collected(2, second.endRecord(), pages(first))))
                .isInstanceOfSatisfying(
                        RefusedException.class, e -> assertThat(e.refusal()).isEqualTo(Refusal.PROOF_WRONG));
        logger.erase(EraseRequest.collected(2, second.endRecord(), pages(second)));
        assertThat(logger.missions()).containsExactly(first);
        assertThat(logger.status(now).mission()).isEqualTo(1);
        assertThatThrownBy(() -> logger.writePlan(now, plan)).hasMessageContaining("11 records");
        logger.erase(EraseRequest.collected(1, first.endRecord(), pages(first)));
        assertThat(logger.status(now).state()).isEqualTo(LoggerState.IDLE);
        assertThat(logger.identify().lifetimeSamples()).isEqualTo(32);
        // numbers are never used twice
        logger.writePlan(now, plan);
        assertThat(logger.status(now).mission()).isEqualTo(3);
    }

    @Test
    void all_of_them_survive_being_stored() {
        logger.writePlan(START, plan(Duration.ofMinutes(1), KEPT));
        run(Duration.ofMinutes(200));
        run(Duration.ofMinutes(300));
        logger.press(now, STILL);
        now = now.plusSeconds(600);
        logger.runUntil(now, STILL);
        SimulatedLogger back = SimulatedLogger.restore(logger.snapshot(), logger.flash());
        assertThat(back.missions()).isEqualTo(logger.missions());
        for (MissionInfo info : logger.missions()) {
            assertThat(back.header(info.number())).isEqualTo(logger.header(info.number()));
            info.pageNumbers()
                    .forEach(p -> assertThat(back.page(info.number(), p)).isEqualTo(logger.page(info.number(), p)));
        }
        now = now.plusSeconds(600);
        logger.runUntil(now, STILL);
        back.runUntil(now, STILL);
        assertThat(back.missions()).isEqualTo(logger.missions());
    }

    @Test
    void a_logger_that_overwrites_keeps_one_mission_only() {
        LoggerModel wraps = ModelCatalogue.get("hazel-c4");
        Plan plan = new Plan(
                wraps.id(),
                "WRAP",
                Duration.ofMinutes(1),
                null,
                new StartCondition.OnButton(),
                new StopCondition.Wrap(),
                java.util.stream.IntStream.range(0, 4)
                        .mapToObj(i -> new ChannelSettings(true, "In " + (i + 1), null, null))
                        .toList(),
                KEPT);
        SimulatedLogger hazel =
                new SimulatedLogger("PL-2", wraps, wraps.firmware().newest(), 0, 0, 0, START);
        assertThatThrownBy(() -> hazel.writePlan(START, plan)).hasMessageContaining("keeps one mission only");
    }
}
