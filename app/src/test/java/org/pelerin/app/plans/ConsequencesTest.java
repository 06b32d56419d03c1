package org.pelerin.app.plans;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.app.PlainShow;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

class ConsequencesTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    private static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");
    private static final Formats SHOW = PlainShow.in(PARIS);

    private static Consequences of(Duration interval, StartCondition start, StopCondition stop, double battery) {
        return of(interval, start, stop, battery, null);
    }

    private static Consequences of(
            Duration interval, StartCondition start, StopCondition stop, double battery, Instant visit) {
        Plan plan = new Plan(
                ModelCatalogue.get("alder-t1").id(),
                "X",
                interval,
                start,
                stop,
                List.of(new ChannelSettings(
                        true,
                        "Air",
                        new Alarm(14, Duration.ofHours(1), true),
                        new Alarm(-10.5, Duration.ofHours(1), true))));
        return Consequences.of(plan, ModelCatalogue.get("alder-t1"), battery, List.of(), visit, NOW, PARIS, SHOW);
    }

    private static String sentence(Consequences c) {
        return String.join("", c.sentence()).replace('\u00a0', ' ');
    }

    @Test
    void a_plan_is_told_as_a_sentence() {
        // 32 000 records of ten minutes are 222 days, 5 h 20 min: past the change to summer time
        Consequences c = of(
                Duration.ofMinutes(10),
                new StartCondition.At(Instant.parse("2026-03-20T05:00:00Z")),
                new StopCondition.MemoryFull(),
                1);
        assertThat(sentence(c))
                .isEqualTo(
                        "Every 10 min from Fri 20 Mar, 06:00. Alarms: “Air” below −10.5 or above 14 °C for longer than 1 h. Memory is full on Wed 28 Oct, 11:20.");
        assertThat(c.ends().replace('\u00a0', ' ')).isEqualTo("Wed 28 Oct, 11:20, memory is full");
        assertThat(c.samplesPerDay()).isEqualTo("144");
        assertThat(c.records()).isEqualTo("32\u202f000");
        assertThat(c.batteryShort()).isFalse();
        assertThat(c.strip().waits().replace('\u00a0', ' ')).isEqualTo("waits 21 h 20 min");
    }

    @Test
    void the_next_visit_finds_what_memory_and_battery_then_are() {
        StopCondition full = new StopCondition.MemoryFull();
        StartCondition now = new StartCondition.Now();
        Instant visit = NOW.plus(Duration.ofDays(10));
        // the first sample at once and 144 a day for ten days; 1 441 of 32 000 are 4.5 %
        assertThat(of(Duration.ofMinutes(10), now, full, 1, visit).visit().replace('\u00a0', ' '))
                .isEqualTo("1\u202f441 samples, memory 5 % full, battery 100 %");
        // 32 000 samples every 2 s are 17 h 47 min
        assertThat(of(Duration.ofSeconds(2), now, full, 1, visit).visit().replace('\u00a0', ' '))
                .startsWith("◇ stopped; 32\u202f000 samples, memory 100 % full");
        assertThat(of(Duration.ofSeconds(2), now, full, 0.0001, visit).visit()).startsWith("◇ an empty battery");
        StartCondition later = new StartCondition.At(NOW.plus(Duration.ofDays(20)));
        assertThat(of(Duration.ofMinutes(10), later, full, 1, visit).visit()).isEqualTo("nothing yet: it starts later");
        assertThat(of(Duration.ofMinutes(10), now, full, 1).visit()).isEmpty();
    }

    @Test
    void a_wrap_never_fills_and_a_button_sets_the_end() {
        Consequences wraps = of(Duration.ofMinutes(1), new StartCondition.Now(), new StopCondition.Wrap(), 1);
        assertThat(wraps.memory()).isEmpty();
        assertThat(sentence(wraps))
                .contains("beginning at once")
                .contains("Keeps the last 22 days; the battery ends it after ");
        assertThat(wraps.strip().wraps()).isTrue();
        Consequences button =
                of(Duration.ofMinutes(1), new StartCondition.OnButton(), new StopCondition.AfterSamples(60), 1);
        assertThat(button.ends().replace('\u00a0', ' ')).isEqualTo("after 1 h, as planned");
        assertThat(sentence(button)).endsWith("Ends after 1 h.");
    }

    @Test
    void a_battery_that_ends_first_is_what_ends_it_everywhere() {
        Consequences c = of(Duration.ofHours(1), new StartCondition.Now(), new StopCondition.MemoryFull(), 0.02);
        assertThat(c.batteryShort()).isTrue();
        // 2 % of 560 mAh at 0.0036 + 0.0004 + 0.35/1000 + 560 · 0.02/8766 mA are 1990 h
        assertThat(sentence(c)).endsWith(" The battery ends it after 83 days.");
        assertThat(c.ends()).startsWith("◇ ").endsWith(", the battery is empty");
        assertThat(c.strip().early()).isTrue();
        assertThat(c.strip().end()).isEqualTo("◇ the battery ends it");
        assertThat(c.strip().later().replace('\u00a0', ' ')).isEqualTo("memory 3.7 years");
    }

    @Test
    void a_planned_end_is_no_full_memory() {
        StopCondition week = new StopCondition.AfterTime(Duration.ofDays(7));
        Consequences c = of(Duration.ofMinutes(10), new StartCondition.Now(), week, 1);
        assertThat(sentence(c)).endsWith(" Ends on Thu 26 Mar, 08:40.");
        assertThat(c.ends().replace('\u00a0', ' ')).isEqualTo("Thu 26 Mar, 08:40, as planned");
        assertThat(c.memory().replace('\u00a0', ' ')).isEqualTo("Tue 27 Oct, 14:00");
        // another year is said
        StopCondition far = new StopCondition.At(Instant.parse("2027-02-03T07:40:00Z"));
        assertThat(sentence(of(Duration.ofHours(1), new StartCondition.Now(), far, 1)))
                .endsWith(" Ends on Wed 3 Feb 2027, 08:40.");
    }

    @Test
    void day_marks_are_left_out_where_they_would_run_together() {
        assertThat(of(Duration.ofMinutes(1), new StartCondition.Now(), new StopCondition.MemoryFull(), 1)
                        .strip()
                        .ticks())
                .hasSize(22);
        assertThat(of(Duration.ofHours(1), new StartCondition.Now(), new StopCondition.MemoryFull(), 1)
                        .strip()
                        .ticks())
                .isEmpty();
    }

    @Test
    void settings_of_the_logger_that_are_not_as_usual_are_in_the_sentence() {
        LoggerModel larch = ModelCatalogue.get("larch-s");
        Plan plan = new Plan(
                larch.id(),
                "X",
                Duration.ofMinutes(1),
                null,
                new StartCondition.Now(),
                new StopCondition.AfterTime(Duration.ofHours(8)),
                larch.channels().stream()
                        .map(c -> new ChannelSettings(true, c.label(), null, null))
                        .toList(),
                Map.of("weighting", "C", "response", "slow", "display", "off"));
        Consequences c = Consequences.of(plan, larch, 1, List.of(), null, NOW, PARIS, SHOW);
        assertThat(sentence(c))
                .contains("Logger settings: Frequency weighting (IEC 61672): C; Time response: slow, 1 s; and 1 more.");
    }
}
