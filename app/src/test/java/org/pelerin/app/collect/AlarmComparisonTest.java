package org.pelerin.app.collect;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.MissionHeader;

class AlarmComparisonTest {

    private static final Instant AT = Instant.parse("2026-03-03T22:00:00Z");

    private static MissionHeader header(LoggerEvent... events) {
        Plan plan = new Plan(
                "alder-t1",
                "X",
                Duration.ofMinutes(10),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(
                        true, "Air", new Alarm(14, Duration.ofHours(1), true), new Alarm(10, Duration.ZERO, true))));
        return new MissionHeader("PL-1", 1, plan, AT, AT, List.of(events));
    }

    private static LoggerEvent high() {
        return new LoggerEvent(LoggerEvent.Kind.ALARM_HIGH, AT, 0, 1);
    }

    @Test
    void says_nothing_where_they_agree() {
        assertThat(AlarmComparison.differences(header(high(), high()), List.of("Air high", "Air high"), true))
                .isEmpty();
        assertThat(AlarmComparison.differences(header(), List.of(), true)).isEmpty();
    }

    @Test
    void names_each_rule_in_which_they_differ() {
        assertThat(AlarmComparison.differences(header(high()), List.of("Air high", "Air high", "Air low"), true))
                .isEqualTo(
                        "The logger raised “Air high” once; its record shows it 2 times. The logger raised “Air low” never; its record shows it once.");
    }

    @Test
    void a_record_that_was_overwritten_is_not_compared() {
        assertThat(AlarmComparison.differences(header(high()), List.of(), false))
                .isEmpty();
    }
}
