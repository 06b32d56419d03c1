package org.pelerin.app.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.MissionHeader;

class ExpectedTest {

    private static final Instant FIRST = Instant.parse("2026-03-03T22:00:00Z");

    private static MissionHeader header(StopCondition stop, LoggerEvent.Kind end, Duration after) {
        Plan plan = new Plan(
                ModelCatalogue.get("alder-t1").id(),
                "X",
                Duration.ofMinutes(10),
                new StartCondition.Now(),
                stop,
                List.of(new ChannelSettings(true, "Air", null, null)));
        List<LoggerEvent> events = new ArrayList<>();
        if (end != null) {
            events.add(new LoggerEvent(end, FIRST.plus(after)));
        }
        return new MissionHeader("PL-18033", 1, plan, FIRST, FIRST, events);
    }

    private static long samples(StopCondition stop, LoggerEvent.Kind end, Duration after) {
        return Expected.samples(header(stop, end, after), FIRST.plus(after), false);
    }

    @Test
    void a_stop_in_between_leaves_the_samples_before_it_and_the_one_at_it() {
        StopCondition full = new StopCondition.MemoryFull();
        assertThat(samples(full, LoggerEvent.Kind.STOPPED_BY_LINK, Duration.ofMinutes(35)))
                .isEqualTo(4);
        assertThat(samples(full, LoggerEvent.Kind.STOPPED_BY_BUTTON, Duration.ofMinutes(40)))
                .isEqualTo(5);
    }

    @Test
    void a_flat_battery_takes_no_sample_any_more() {
        assertThat(samples(new StopCondition.MemoryFull(), LoggerEvent.Kind.STOPPED_BATTERY, Duration.ofMinutes(40)))
                .isEqualTo(4);
    }

    @Test
    void no_more_than_fit_or_were_asked_for() {
        assertThat(samples(new StopCondition.MemoryFull(), LoggerEvent.Kind.STOPPED_MEMORY_FULL, Duration.ofDays(400)))
                .isEqualTo(32_000);
        assertThat(samples(new StopCondition.AfterSamples(30), LoggerEvent.Kind.STOPPED_COUNT, Duration.ofDays(4)))
                .isEqualTo(30);
        assertThat(samples(new StopCondition.Wrap(), LoggerEvent.Kind.STOPPED_BY_LINK, Duration.ofDays(400)))
                .isEqualTo(32_000);
    }

    @Test
    void one_that_never_started_has_none() {
        MissionHeader h = header(new StopCondition.MemoryFull(), null, Duration.ZERO);
        MissionHeader never = new MissionHeader(h.serial(), 1, h.plan(), FIRST, null, List.of());
        assertThat(Expected.samples(never, FIRST.plus(Duration.ofDays(3)), true))
                .isZero();
    }
}
