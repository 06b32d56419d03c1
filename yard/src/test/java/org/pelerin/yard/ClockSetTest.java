package org.pelerin.yard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.capture.CaptureDecoder;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.yard.logger.Probe;
import org.pelerin.yard.logger.SimulatedLogger;

/** A quartz that is 50 ppm fast, held against the world's own time, which knows when each sample really was taken. */
class ClockSetTest {

    private static final Instant START = Instant.parse("2026-10-20T08:00:00Z");
    private static final double FAST = 50e-6;
    private static final Duration EVERY = Duration.ofMinutes(10);
    private static final Probe STILL = (c, input, sensor, since, at) -> 20;
    private static final LoggerModel MODEL = ModelCatalogue.get("alder-t1");

    private SimulatedLogger logger =
            new SimulatedLogger("PL-1", MODEL, MODEL.firmware().newest(), 50, 0, 0, START);
    private Instant now = START;

    private void run(int days) {
        now = now.plus(Duration.ofDays(days));
        logger.runUntil(now, STILL);
    }

    private void begin() {
        logger.setClock(START, START);
        logger.writePlan(
                START,
                new Plan(
                        MODEL.id(),
                        "QUARTZ",
                        EVERY,
                        new StartCondition.Now(),
                        new StopCondition.MemoryFull(),
                        List.of(new ChannelSettings(true, "Air", null, null))));
    }

    private TimeAxis collected() {
        MissionInfo info = logger.missions().get(0);
        List<byte[]> pages = new ArrayList<>();
        info.pageNumbers().forEach(p -> pages.add(logger.page(info.number(), p)));
        MissionHeader header = MissionHeader.decode(logger.header(info.number()));
        Instant reads = logger.clock(now);
        ClockCorrection correction =
                new ClockCorrection(header.writtenAt(), reads, Duration.between(now, reads), header.clockSettings());
        Capture capture = new Capture(logger.header(info.number()), pages, 0);
        return CaptureDecoder.decode(capture, correction).series().get(0).axis();
    }

    /** Sample k was taken when the fast quartz had counted k intervals. */
    private static void everySampleWhenItWasTaken(TimeAxis axis) {
        for (int k = 0; k < axis.count(); k++) {
            double real = START.toEpochMilli() + k * EVERY.toMillis() / (1 + FAST);
            assertThat((double) axis.millisAt(k)).isCloseTo(real, within(2.5));
        }
    }

    @Test
    void drift_alone_is_corrected_over_the_change_to_winter_time() {
        begin();
        run(20);
        TimeAxis axis = collected();
        // 86.4 s fast after 20 days
        assertThat(Duration.between(now, logger.clock(now)).toMillis()).isEqualTo(86_400);
        assertThat(axis.count()).isEqualTo(20 * 144 + 1);
        everySampleWhenItWasTaken(axis);
    }

    @Test
    void a_clock_that_was_set_by_hand_meanwhile_is_corrected_part_by_part() {
        begin();
        run(12);
        // 51.84 s fast; somebody sets it right
        logger.setClockByHand(now, -51_840);
        run(5);
        // kept on disk and taken up again
        logger = SimulatedLogger.restore(logger.snapshot(), logger.flash());
        run(3);
        MissionHeader header = MissionHeader.decode(logger.header(1));
        assertThat(header.clockSettings())
                .containsExactly(new ClockCorrection.Setting(
                        START.plus(Duration.ofDays(12)).plusMillis(51_840), START.plus(Duration.ofDays(12))));
        everySampleWhenItWasTaken(collected());
    }

    @Test
    void what_happens_after_a_setting_is_told_as_it_is_counted() {
        begin();
        run(1);
        logger.setClockByHand(now, 3_600_000);
        now = now.plusSeconds(600);
        logger.runUntil(now, STILL);
        logger.stop(now);
        MissionHeader header = MissionHeader.decode(logger.header(1));
        LoggerEvent stop = header.stop().orElseThrow();
        // not an hour later: records and events count on from the first sample
        assertThat(Duration.between(header.firstSampleAt(), stop.at()))
                .isBetween(Duration.ofMinutes(1450), Duration.ofMinutes(1450).plusSeconds(5));
        assertThat(logger.missions().get(0).endRecord()).isEqualTo(146);
        assertThat(Duration.between(now, logger.clock(now))).isGreaterThan(Duration.ofMinutes(59));
    }

    @Test
    void one_that_waits_for_an_instant_goes_by_the_clock_that_was_set() {
        logger.setClock(START, START);
        Instant eight = START.plus(Duration.ofDays(1));
        logger.writePlan(
                START,
                new Plan(
                        MODEL.id(),
                        "WAIT",
                        EVERY,
                        new StartCondition.At(eight),
                        new StopCondition.MemoryFull(),
                        List.of(new ChannelSettings(true, "Air", null, null))));
        now = START.plus(Duration.ofHours(12));
        logger.runUntil(now, STILL);
        // an hour fast from here on: its clock says eight an hour early
        logger.setClockByHand(now, 3_600_000 + 2_160);
        logger = SimulatedLogger.restore(logger.snapshot(), logger.flash());
        now = eight.minus(Duration.ofMinutes(61));
        logger.runUntil(now, STILL);
        assertThat(logger.missions().get(0).endRecord()).isZero();
        now = eight.minus(Duration.ofMinutes(59));
        logger.runUntil(now, STILL);
        MissionHeader header = MissionHeader.decode(logger.header(1));
        assertThat(header.firstSampleAt()).isEqualTo(eight);
        assertThat(header.clockSettings()).isEmpty();
        // drift counts from the setting
        assertThat(Duration.between(START.plus(Duration.ofHours(13)), header.writtenAt())
                        .abs())
                .isLessThan(Duration.ofSeconds(5));
    }
}
