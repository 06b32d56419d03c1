package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;

class PlanTest {

    private static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");
    private static final Alarm WARM = new Alarm(14, Duration.ofHours(1), true);
    private static final Alarm COLD = new Alarm(10, Duration.ofHours(1), true);

    private static Plan alder(Duration interval, StartCondition start, StopCondition stop) {
        return new Plan(
                "alder-t1", "OSTREL-V1", interval, start, stop, List.of(new ChannelSettings(true, "Air", WARM, COLD)));
    }

    private static final Plan GOOD =
            alder(Duration.ofMinutes(10), new StartCondition.OnButton(), new StopCondition.MemoryFull());

    private static LoggerCondition healthy() {
        return new LoggerCondition(
                new Firmware(1, 4), 0.9, false, 0, Duration.ofSeconds(3), List.of(new Reading(12.3, 12.3)));
    }

    private static List<Conflict> preflight(Plan plan, LoggerCondition logger) {
        return Preflight.of(ModelCatalogue.get("alder-t1"), plan, logger, Deployment.NONE, NOW);
    }

    @Test
    void memory_is_full_after_as_many_intervals_as_records_fit() {
        Plan plan = alder(Duration.ofMinutes(10), new StartCondition.At(NOW), new StopCondition.MemoryFull());
        Forecast f = Forecast.of(ModelCatalogue.get("alder-t1"), plan, 1, 20, NOW);
        assertThat(f.samplesPerDay()).isEqualTo(144);
        assertThat(f.recordsThatFit()).isEqualTo(32_000);
        assertThat(f.stopsAt()).isEqualTo(NOW.plus(Duration.ofMinutes(320_000)));
    }

    @Test
    void two_channels_share_the_memory() {
        Plan plan = new Plan(
                "birch-th",
                "X",
                Duration.ofMinutes(1),
                new StartCondition.Now(),
                new StopCondition.AfterSamples(100_000),
                List.of(
                        new ChannelSettings(true, "Air", null, null),
                        new ChannelSettings(true, "Humidity", null, null)));
        assertThat(plan.capacity(ModelCatalogue.get("birch-th"))).isEqualTo(64_000);
        assertThat(plan.lastRecord(ModelCatalogue.get("birch-th"), null)).isEqualTo(64_000);
        assertThat(Forecast.of(ModelCatalogue.get("birch-th"), plan, 1, 20, NOW).recordsFor())
                .isEqualTo(Duration.ofMinutes(64_000));
    }

    @Test
    void the_load_is_sleep_samples_and_self_discharge() {
        // by hand, in mA: 0.004 + 6 samples/h · 0.35 µAh / 1000 + 560 mAh · 2 % / 8766 h
        double load = 0.004 + 6 * 0.35 / 1000 + 560 * 0.02 / 8766;
        assertThat(Forecast.load(ModelCatalogue.get("alder-t1"), GOOD)).isCloseTo(load, within(1e-12));
        // at 0 °C a tenth of the charge is not to be had
        Duration left =
                Forecast.of(ModelCatalogue.get("alder-t1"), GOOD, 0.5, 0, NOW).batteryLeft();
        assertThat(left.toSeconds() / 3600.0).isCloseTo(560 * 0.5 * 0.9 / load, within(0.001));
    }

    @ParameterizedTest
    @CsvSource({"20,1", "10,1", "0,0.9", "-20,0.7", "-60,0.5"})
    void cold_takes_charge_away(double celsius, double factor) {
        assertThat(Forecast.temperatureFactor(celsius)).isCloseTo(factor, within(1e-12));
    }

    @Test
    void a_sound_plan_on_a_healthy_logger_has_no_conflict() {
        assertThat(preflight(GOOD, healthy())).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"1,true", "2,false", "3,true", "64800,false", "64802,true"})
    void the_interval_must_be_one_the_model_has(long seconds, boolean blocked) {
        Plan plan = alder(Duration.ofSeconds(seconds), GOOD.start(), GOOD.stop());
        List<Conflict> found = preflight(plan, healthy());
        assertThat(found.stream().anyMatch(c -> c.blocking() && c.field().equals("interval")))
                .isEqualTo(blocked);
        assertThat(found).noneMatch(c -> c.message().contains("relays"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "SIXTEEN-LETTERS-", "ÉTÉ"})
    void the_name_must_fit_the_logger(String name) {
        assertThat(preflight(GOOD.withLoggerName(name), healthy()))
                .anyMatch(c -> c.blocking() && c.field().equals("loggerName"));
    }

    @Test
    void what_the_logger_is_doing_can_block() {
        LoggerCondition busy = new LoggerCondition(
                new Firmware(1, 0),
                0.9,
                true,
                4120,
                Duration.ofMinutes(-3),
                List.of(new Reading(Double.NaN, Double.NaN)));
        List<Conflict> found = preflight(GOOD, busy);
        assertThat(found.stream().filter(Conflict::blocking))
                .extracting(Conflict::message)
                .anyMatch(m -> m.contains("is logging"))
                .anyMatch(m -> m.contains("4120"))
                .anyMatch(m -> m.contains("Firmware 1.0"))
                .anyMatch(m -> m.contains("reads open"));
        assertThat(found).anyMatch(c -> !c.blocking() && c.message().contains("slow"));
    }

    @Test
    void limits_must_make_sense() {
        Plan reversed = new Plan(
                "alder-t1",
                "X",
                GOOD.interval(),
                GOOD.start(),
                GOOD.stop(),
                List.of(new ChannelSettings(true, "Air", COLD, WARM)));
        assertThat(preflight(reversed, healthy()))
                .anyMatch(c -> c.blocking() && c.field().equals("channels[0].levels[0].high"));
        Plan far = new Plan(
                "alder-t1",
                "X",
                GOOD.interval(),
                GOOD.start(),
                GOOD.stop(),
                List.of(new ChannelSettings(true, "", new Alarm(85.1, Duration.ZERO, false), null)));
        assertThat(preflight(far, healthy()))
                .anyMatch(c -> c.blocking() && c.field().equals("channels[0].levels[0].high"))
                .anyMatch(c -> c.blocking() && c.field().equals("channels[0].label"))
                .anyMatch(c -> !c.blocking() && c.message().contains("at once"));
    }

    @Test
    void a_start_in_the_past_blocks_and_a_wrap_only_where_there_is_none() {
        Plan late = alder(GOOD.interval(), new StartCondition.At(NOW), GOOD.stop());
        assertThat(preflight(late, healthy()))
                .anyMatch(c -> c.blocking() && c.field().equals("startAt"));
        Plan wraps = alder(GOOD.interval(), GOOD.start(), new StopCondition.Wrap());
        assertThat(preflight(wraps, healthy())).isEmpty();
    }

    @Test
    void a_plan_too_short_for_the_next_visit_warns() {
        Plan plan = alder(Duration.ofSeconds(2), new StartCondition.After(Duration.ofHours(1)), GOOD.stop());
        assertThat(Preflight.of(
                        ModelCatalogue.get("alder-t1"),
                        plan,
                        healthy(),
                        Deployment.collectedBy(NOW.plus(Duration.ofDays(7))),
                        NOW))
                .anyMatch(c -> c.message().contains("before the planned collection"));
    }

    @Test
    void differences_are_named_field_by_field() {
        Plan other = new Plan(
                "alder-t1",
                "OSTREL-V2",
                GOOD.interval(),
                new StartCondition.Now(),
                GOOD.stop(),
                List.of(new ChannelSettings(true, "Air", new Alarm(14.5, Duration.ofHours(1), true), COLD)));
        assertThat(PlanDifference.between(GOOD, other))
                .extracting(PlanDifference::field)
                .containsExactly("name", "start", "channel 1, upper alarm");
        assertThat(PlanDifference.between(GOOD, GOOD)).isEmpty();
    }

    @Test
    void an_allowance_that_both_sides_share_is_one_rule() {
        Lasting eight = Lasting.allowance(Duration.ofHours(8));
        Plan shared = GOOD.withChannels(
                List.of(new ChannelSettings(true, "Air", new Alarm(14, eight, true), new Alarm(10, eight, true))));
        assertThat(shared.limits().rules()).singleElement().satisfies(r -> {
            assertThat(r.id()).isEqualTo("Air limits");
            assertThat(r.bound()).isEqualTo(new Bound.Outside(10, 14));
            assertThat(LimitText.of(r, "°C").replace('\u00a0', ' '))
                    .isEqualTo("below 10 or above 14 °C for longer than 8 h in all");
        });
        Plan apart = GOOD.withChannels(List.of(new ChannelSettings(
                true, "Air", new Alarm(14, eight, true), new Alarm(10, Lasting.allowance(Duration.ofHours(2)), true))));
        assertThat(apart.limits().rules()).extracting(r -> r.id()).containsExactly("Air high", "Air low");
    }

    @Test
    void what_ends_it_is_the_earliest_of_plan_memory_and_battery() {
        LoggerModel alder = ModelCatalogue.get("alder-t1");
        StartCondition now = new StartCondition.Now();
        // 32 000 records every 18 h are 65 years; the battery lasts about a tenth of that
        Plan slow = alder(Duration.ofHours(18), now, new StopCondition.MemoryFull());
        Forecast f = Forecast.of(alder, slow, 1, 20, NOW);
        assertThat(f.end().cause()).isEqualTo(Ending.Cause.BATTERY);
        assertThat(f.end().after()).isEqualTo(f.batteryLeft());
        assertThat(f.end().at()).isEqualTo(NOW.plus(f.batteryLeft()));
        assertThat(Forecast.of(alder, alder(Duration.ofMinutes(1), now, new StopCondition.MemoryFull()), 1, 20, NOW)
                        .end())
                .isEqualTo(new Ending(
                        Ending.Cause.MEMORY, Duration.ofMinutes(32_000), NOW.plus(Duration.ofMinutes(32_000))));
        Plan week = alder(Duration.ofMinutes(1), now, new StopCondition.AfterTime(Duration.ofDays(7)));
        assertThat(Forecast.of(alder, week, 1, 20, NOW).end())
                .isEqualTo(new Ending(Ending.Cause.PLAN, Duration.ofDays(7), NOW.plus(Duration.ofDays(7))));
        // more is asked for than fits: memory ends it, not the plan
        Plan tooMany = alder(Duration.ofMinutes(1), now, new StopCondition.AfterSamples(40_000));
        assertThat(Forecast.of(alder, tooMany, 1, 20, NOW).end().cause()).isEqualTo(Ending.Cause.MEMORY);
        // a logger that overwrites its oldest records goes on until its battery is empty
        Plan wraps = alder(Duration.ofMinutes(1), now, new StopCondition.Wrap());
        assertThat(Forecast.of(alder, wraps, 1, 20, NOW).end().cause()).isEqualTo(Ending.Cause.BATTERY);
    }

    @Test
    void a_battery_that_ends_it_early_is_told_without_a_logger_in_hand() {
        Alarm day = new Alarm(14, Duration.ofDays(1), true);
        Plan slow = alder(Duration.ofHours(18), GOOD.start(), GOOD.stop())
                .withChannels(List.of(new ChannelSettings(true, "Air", day, null)));
        assertThat(Preflight.ofPlan(ModelCatalogue.get("alder-t1"), slow, null, NOW))
                .anyMatch(c -> !c.blocking() && c.message().startsWith("The battery ends it after"));
        assertThat(Preflight.ofPlan(ModelCatalogue.get("alder-t1"), GOOD, null, NOW))
                .isEmpty();
        // with somebody coming by before, it is no trouble
        assertThat(Preflight.ofPlan(ModelCatalogue.get("alder-t1"), slow, NOW.plus(Duration.ofDays(30)), NOW))
                .isEmpty();
    }

    @Test
    void limits_that_the_present_reading_lies_outside_of_are_told() {
        LoggerCondition warm =
                new LoggerCondition(new Firmware(1, 4), 0.9, false, 0, Duration.ZERO, List.of(new Reading(21.3, 21.3)));
        assertThat(preflight(GOOD, warm))
                .singleElement()
                .satisfies(c -> assertThat(c.message().replace('\u00a0', ' '))
                        .isEqualTo("“Air” reads 21.3 °C now, which is already above 14 °C"));
        // limits that have been in use are no news: the logger lies on a desk
        LoggerModel alder = ModelCatalogue.get("alder-t1");
        assertThat(Preflight.of(alder, GOOD, warm, Deployment.NONE.after(GOOD), NOW))
                .isEmpty();
        Plan retyped = GOOD.withChannels(
                List.of(new ChannelSettings(true, "Air", new Alarm(15, Duration.ofHours(1), true), COLD)));
        assertThat(Preflight.of(alder, retyped, warm, Deployment.NONE.after(GOOD), NOW))
                .hasSize(1);
    }

    @Test
    void a_delay_shorter_than_the_interval_is_told() {
        Plan plan = GOOD.withChannels(
                List.of(new ChannelSettings(true, "Air", new Alarm(14, Duration.ofMinutes(5), true), null)));
        assertThat(preflight(plan, healthy())).anyMatch(c -> c.message().contains("a single reading outside limits"));
    }

    @Test
    void alarms_become_limits() {
        assertThat(GOOD.limits().rules()).extracting(r -> r.id()).containsExactly("Air high", "Air low");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "10 min|600",
                "1 h 30 min|5400",
                "90s|90",
                "2 d|172800",
                "1h5m|3900",
                "10|600",
                "0:10|600",
                "1:30|5400",
                "0:00:10|10",
                "1h30|5400",
                "2min30|150",
                "0.5 h|1800",
                "1,5 h|5400",
                "15 minutes|900",
                "1 hour|3600",
                "2 weeks|1209600"
            })
    void durations_are_read_as_people_write_them(String text, long seconds) {
        assertThat(Durations.parse(text)).isEqualTo(Duration.ofSeconds(seconds));
        assertThat(Durations.parse(Durations.format(Durations.parse(text)).replace('\u00a0', ' ')))
                .isEqualTo(Duration.ofSeconds(seconds));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "ten", "5 fortnights", "-3 s", "1:75", "0.5 s", "1 s 3", "999999999 h"})
    void what_is_no_duration_is_said_to_be_none(String text) {
        assertThatThrownBy(() -> Durations.parse(text)).isInstanceOf(IllegalArgumentException.class);
    }

    @ParameterizedTest
    @CsvSource({
        "PT5H9M59.9S,5 h 10 min",
        "PT59M59.4S,59 min 59 s",
        "P13DT23H59M45S,14 d",
        "P32DT13H,33 days",
        "P1095D,1095 days",
        "P2397D,6.6 years",
        "PT0.4S,0 s",
        "-PT90S,−1 min 30 s"
    })
    void a_rough_duration_is_rounded_not_cut(Duration exact, String rough) {
        assertThat(Durations.rough(exact).replace('\u00a0', ' ')).isEqualTo(rough);
    }
}
