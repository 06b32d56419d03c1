package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.Supply;
import org.pelerin.core.sensor.ThermocoupleType;

/** Forecast and preflight of plans with sensors, supplies, scans and options; loads reckoned by hand. */
class WiredPlanTest {

    private static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");
    private static final LoggerModel ROWAN = ModelCatalogue.get("rowan-a2");
    private static final LoggerModel HAWTHORN = ModelCatalogue.get("hawthorn-m32");

    private static Sensor loop(Supply supply) {
        return new Sensor(
                "loop", Input.CURRENT, new Scaling.TwoPoint(4, 0, 20, 10), "bar", -0.2, 10.4, 2, 0, 0, 0, supply);
    }

    private static ChannelSettings channel(boolean on, Sensor sensor, AlarmLevel... levels) {
        return new ChannelSettings(
                on,
                "C" + System.identityHashCode(levels),
                sensor,
                "",
                Correction.NONE,
                0,
                FaultDirection.MISSING,
                null,
                null,
                List.of(levels));
    }

    private static Plan plan(
            LoggerModel model,
            Duration interval,
            Duration scan,
            Map<String, String> options,
            ChannelSettings... named) {
        List<ChannelSettings> channels = new ArrayList<>(Arrays.asList(named));
        for (int i = named.length; i < model.channels().size(); i++) {
            channels.add(channel(model.channels().get(i).added(), null));
        }
        return new Plan(
                model.id(),
                "X",
                interval,
                scan,
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                channels,
                options);
    }

    private static final double ROWAN_SELF = 2600 * 0.02 / 8766;
    private static final double ROWAN_STANDING = 0.012 + 0.006 + 0.0004 + ROWAN_SELF;

    @Test
    void a_supply_that_feeds_two_channels_is_counted_once() {
        Supply one = new Supply("12 V", 12, 22, Duration.ofMillis(300), false);
        Plan shared =
                plan(ROWAN, Duration.ofMinutes(10), null, Map.of(), channel(true, loop(one)), channel(true, loop(one)));
        // six samples an hour of 1.4 µAh on two channels, and 22 mA for 0.3 s each time
        double supply = 6 * 22 * 0.3 / 3600;
        assertThat(Forecast.load(ROWAN, shared)).isCloseTo(ROWAN_STANDING + 6 * 2.8 / 1000 + supply, within(1e-12));
        Supply other = new Supply("other", 12, 22, Duration.ofMillis(300), false);
        Plan two = plan(
                ROWAN, Duration.ofMinutes(10), null, Map.of(), channel(true, loop(one)), channel(true, loop(other)));
        assertThat(Forecast.load(ROWAN, two)).isCloseTo(ROWAN_STANDING + 6 * 2.8 / 1000 + 2 * supply, within(1e-12));
    }

    @Test
    void a_continuous_supply_counts_all_the_time_and_outside_power_spares_the_battery() {
        Supply always = new Supply("12 V", 12, 22, Duration.ZERO, true);
        Plan on = plan(ROWAN, Duration.ofMinutes(10), null, Map.of(), channel(true, loop(always)));
        assertThat(Forecast.load(ROWAN, on)).isCloseTo(ROWAN_STANDING + 22 + 6 * 1.4 / 1000, within(1e-12));
        // 2600 mAh at 22 mA: less than five days
        assertThat(Forecast.of(ROWAN, on, 1, 20, NOW).batteryLeft())
                .isBetween(Duration.ofHours(117), Duration.ofHours(119));
        assertThat(preflight(ROWAN, on))
                .anyMatch(c -> !c.blocking() && c.message().contains("always on"));
        Plan fed = plan(ROWAN, Duration.ofMinutes(10), null, Map.of("sleep", "outside"), channel(true, loop(always)));
        assertThat(Forecast.load(ROWAN, fed)).isCloseTo(ROWAN_SELF, within(1e-12));
        assertThat(preflight(ROWAN, fed)).noneMatch(c -> c.message().contains("always on"));
    }

    @Test
    void scans_cost_and_fill_three_times_over() {
        Plan scanned = plan(HAWTHORN, Duration.ofMinutes(10), Duration.ofMinutes(1), Map.of(), channel(true, null));
        // one thermocouple, the reference and the battery, three values each
        assertThat(scanned.valuesPerRecord()).isEqualTo(9);
        assertThat(scanned.capacity(HAWTHORN)).isEqualTo(2_000_000 / 9);
        // 60 scans an hour of 1.2 + 0.4 + 0.05 µAh, and 0.9 µAh for the fine converter on each channel
        double scans = 60 * (1.65 + 3 * 0.9) / 1000;
        double standing = 0.02 + 0.0004 + 0.006 + 10_400 * 0.02 / 8766;
        assertThat(Forecast.load(HAWTHORN, scanned)).isCloseTo(standing + scans, within(1e-12));
    }

    private static List<Conflict> preflight(LoggerModel model, Plan plan) {
        return Preflight.ofSettings(model, plan, NOW);
    }

    private static void blocks(LoggerModel model, Plan plan, String message) {
        assertThat(preflight(model, plan))
                .anyMatch(c -> c.blocking() && c.message().contains(message));
    }

    @Test
    void a_multiplexer_below_thirty_seconds_warns_by_its_scan() {
        Plan fast = plan(HAWTHORN, Duration.ofMinutes(1), Duration.ofSeconds(10), Map.of(), channel(true, null));
        assertThat(preflight(HAWTHORN, fast))
                .anyMatch(c ->
                        !c.blocking() && c.field().equals("scan") && c.message().contains("wears its relays out"));
        Plan good = plan(HAWTHORN, Duration.ofMinutes(1), Duration.ofSeconds(30), Map.of(), channel(true, null));
        assertThat(preflight(HAWTHORN, good)).noneMatch(c -> c.field().equals("scan"));
        blocks(
                HAWTHORN,
                plan(HAWTHORN, Duration.ofMinutes(1), Duration.ofSeconds(25), Map.of(), channel(true, null)),
                "does not fit into an interval");
        blocks(
                ROWAN,
                plan(ROWAN, Duration.ofMinutes(1), Duration.ofSeconds(10), Map.of(), channel(true, null)),
                "cannot scan faster");
    }

    @Test
    void options_are_those_of_the_model_and_in_range() {
        blocks(
                ROWAN,
                plan(ROWAN, Duration.ofMinutes(1), null, Map.of("weighting", "A"), channel(true, null)),
                "has no setting");
        blocks(
                ROWAN,
                plan(ROWAN, Duration.ofMinutes(1), null, Map.of("lamp", "disco"), channel(true, null)),
                "cannot be “disco”");
        LoggerModel yew = ModelCatalogue.get("yew-v3");
        blocks(yew, plan(yew, Duration.ofMinutes(1), null, Map.of("nominal", "1000")), "cannot be “1000”");
        assertThat(preflight(
                        yew, plan(yew, Duration.ofMinutes(1), null, Map.of("nominal", "400"), channel(true, null))))
                .noneMatch(Conflict::blocking);
    }

    @Test
    void supplies_that_the_model_does_not_have_or_that_draw_too_much_block() {
        Supply strong = new Supply("12 V", 12, 60, Duration.ofMillis(200), false);
        blocks(
                ROWAN,
                plan(ROWAN, Duration.ofMinutes(1), null, Map.of(), channel(true, loop(strong))),
                "The probes draw 60 mA");
        Supply high = new Supply("24 V", 24, 10, Duration.ofMillis(200), false);
        blocks(ROWAN, plan(ROWAN, Duration.ofMinutes(1), null, Map.of(), channel(true, loop(high))), "needs 24 V");
    }

    @Test
    void sensors_units_and_formulas_that_cannot_be_measured_block_where_they_are() {
        Sensor resistor = Sensor.of("Pt", Input.RESISTANCE, new Scaling.Platinum(100), "°C", -50, 100, 1);
        blocks(
                ROWAN,
                plan(ROWAN, Duration.ofMinutes(1), null, Map.of(), channel(true, resistor)),
                "which this channel cannot take");
        Sensor formula = Sensor.of("F", Input.VOLTAGE, new Scaling.Formula("x * (2"), "bar", 0, 10, 1);
        assertThat(preflight(ROWAN, plan(ROWAN, Duration.ofMinutes(1), null, Map.of(), channel(true, formula))))
                .anyMatch(c -> c.blocking()
                        && c.field().equals("channels[0].sensor")
                        && c.message().contains("at character 5"));
        ChannelSettings odd = new ChannelSettings(
                true, "A", loop(null), "°F", Correction.NONE, 0, FaultDirection.MISSING, null, null, List.of());
        blocks(ROWAN, plan(ROWAN, Duration.ofMinutes(1), null, Map.of(), odd), "“bar” cannot be shown in “°F”");
    }

    @Test
    void limits_are_checked_in_the_unit_that_is_shown() {
        AlarmLevel level = new AlarmLevel(new Alarm(500, Lasting.samples(2), true), null);
        ChannelSettings kilopascals = new ChannelSettings(
                true, "A", loop(null), "kPa", Correction.NONE, 0, FaultDirection.MISSING, null, null, List.of(level));
        assertThat(preflight(ROWAN, plan(ROWAN, Duration.ofMinutes(1), null, Map.of(), kilopascals)))
                .noneMatch(Conflict::blocking);
        blocks(
                ROWAN,
                plan(ROWAN, Duration.ofMinutes(1), null, Map.of(), channel(true, loop(null), level)),
                "outside the sensor’s range");
        LoggerModel willow = ModelCatalogue.get("willow-p9");
        blocks(
                willow,
                plan(
                        willow,
                        Duration.ofMinutes(1),
                        null,
                        Map.of(),
                        new ChannelSettings(true, "P", new Alarm(100, Lasting.ANY, false), null)),
                "has no alarms");
    }

    @Test
    void a_threshold_waits_for_a_recorded_channel_within_its_range() {
        Plan base = plan(ROWAN, Duration.ofMinutes(1), null, Map.of(), channel(true, loop(null)));
        blocks(
                ROWAN,
                base.withStart(new StartCondition.OnThreshold(1, StartCondition.Crossing.ABOVE, 0, 2)),
                "is not recorded");
        blocks(
                ROWAN,
                base.withStart(new StartCondition.OnThreshold(0, StartCondition.Crossing.ABOVE, 0, 50)),
                "outside the sensor’s range");
        // the end that is not looked at does not matter
        assertThat(preflight(
                        ROWAN, base.withStart(new StartCondition.OnThreshold(0, StartCondition.Crossing.BELOW, 2, 50))))
                .noneMatch(Conflict::blocking);
    }

    @Test
    void firmware_and_calibration_of_the_logger_in_hand_count() {
        LoggerModel alder = ModelCatalogue.get("alder-t1");
        Plan plan = new Plan(
                alder.id(),
                "X",
                Duration.ofMinutes(10),
                new StartCondition.OnInterval(Duration.ofHours(1)),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(
                        true, "Air", new Alarm(14, Lasting.allowance(Duration.ofHours(8)), true), null)));
        Map<Integer, Instant> due = new HashMap<>(Map.of(0, NOW.plus(Duration.ofDays(30))));
        LoggerCondition old = new LoggerCondition(
                new Firmware(1, 3), 0.9, false, 0, Duration.ZERO, List.of(new Reading(12.0, 12.0)), false, null, due);
        List<Conflict> found = Preflight.of(alder, plan, old, Deployment.NONE, NOW);
        assertThat(found)
                .anyMatch(c -> c.blocking()
                        && c.field().equals("start")
                        && c.message().contains("on a full interval")
                        && c.message().contains("1.4")
                        && c.way() == Conflict.Way.FIRMWARE)
                .anyMatch(c -> c.blocking()
                        && c.field().equals("channels[0].levels[0].lasting")
                        && c.message().contains("1.5"))
                .anyMatch(c -> !c.blocking() && c.message().contains("lapses during the mission, on 18 Apr 2026"));
        LoggerCondition young = new LoggerCondition(
                new Firmware(1, 6),
                0.9,
                false,
                0,
                Duration.ZERO,
                List.of(new Reading(12.0, 12.0)),
                false,
                null,
                Map.of(0, NOW.plus(Duration.ofDays(900))));
        assertThat(Preflight.of(alder, plan, young, Deployment.NONE, NOW)).noneMatch(Conflict::blocking);
    }

    @Test
    void thresholds_know_how_far_a_value_is_from_them() {
        StartCondition.OnThreshold above = new StartCondition.OnThreshold(0, StartCondition.Crossing.ABOVE, 0, 25);
        assertThat(above.missing(20)).isEqualTo(5);
        assertThat(above.metBy(25)).isFalse();
        assertThat(above.metBy(25.01)).isTrue();
        assertThat(above.metBy(Double.NaN)).isFalse();
        StartCondition.OnThreshold enters = new StartCondition.OnThreshold(0, StartCondition.Crossing.ENTERS, 2, 8);
        assertThat(enters.missing(-1)).isEqualTo(3);
        assertThat(enters.missing(10)).isEqualTo(2);
        assertThat(enters.metBy(2)).isTrue();
        StartCondition.OnThreshold leaves = new StartCondition.OnThreshold(0, StartCondition.Crossing.LEAVES, 2, 8);
        assertThat(leaves.missing(3)).isEqualTo(1);
        assertThat(leaves.metBy(8)).isFalse();
        assertThat(leaves.metBy(8.5)).isTrue();
    }

    @Test
    void full_intervals_are_those_of_the_clock() {
        StartCondition.OnInterval quarter = new StartCondition.OnInterval(Duration.ofMinutes(15));
        assertThat(quarter.next(NOW)).isEqualTo(Instant.parse("2026-03-19T07:45:00Z"));
        assertThat(quarter.next(Instant.parse("2026-03-19T07:45:00Z")))
                .isEqualTo(Instant.parse("2026-03-19T07:45:00Z"));
        assertThat(Forecast.of(
                                ModelCatalogue.get("alder-t1"),
                                new Plan(
                                        "alder-t1",
                                        "X",
                                        Duration.ofMinutes(10),
                                        quarter,
                                        new StopCondition.At(NOW.plus(Duration.ofHours(1))),
                                        List.of(new ChannelSettings(true, "Air", null, null))),
                                1,
                                20,
                                NOW)
                        .recordsFor())
                // from 07:45 to before 08:40: six records of ten minutes
                .isEqualTo(Duration.ofMinutes(60));
    }

    @Test
    void a_scan_must_have_the_time_that_its_channels_take() {
        ChannelSettings[] on = new ChannelSettings[32];
        Arrays.setAll(on, i -> channel(true, null));
        // 34 channels at 120 ms
        Plan every = plan(HAWTHORN, Duration.ofSeconds(1), null, Map.of(), on);
        assertThat(every.scanTime(HAWTHORN)).isEqualTo(Duration.ofMillis(4080));
        blocks(HAWTHORN, every, "takes 4.08\u00a0s");
        blocks(HAWTHORN, plan(HAWTHORN, Duration.ofMinutes(1), Duration.ofSeconds(4), Map.of(), on), "takes 4.08");
        // at 4 ms they fit, and only the relays suffer
        Plan quick = plan(HAWTHORN, Duration.ofSeconds(1), null, Map.of("converter", "quick"), on);
        assertThat(preflight(HAWTHORN, quick))
                .noneMatch(c -> c.message().contains("To measure"))
                .anyMatch(c -> c.message().contains("relays"));
        // a probe that warms up longer than the interval
        Supply slow = new Supply("12 V", 12, 22, Duration.ofMillis(1500), false);
        blocks(ROWAN, plan(ROWAN, Duration.ofSeconds(1), null, Map.of(), channel(true, loop(slow))), "takes 1.5");
    }

    private static List<Conflict> withReading(Reading reading, Deployment deployment) {
        Plan p = plan(ROWAN, Duration.ofMinutes(10), null, Map.of(), channel(true, loop(null)));
        LoggerCondition in =
                new LoggerCondition(ROWAN.firmware().newest(), 0.9, false, 0, Duration.ZERO, List.of(reading));
        return Preflight.of(ROWAN, p, in, deployment, NOW).stream()
                .filter(c -> c.field().equals("channels[0]"))
                .toList();
    }

    @Test
    void open_and_out_of_range_are_told_apart() {
        assertThat(withReading(new Reading(Double.NaN, Double.NaN), Deployment.NONE))
                .singleElement()
                .satisfies(c -> assertThat(c.blocking()).isTrue())
                .satisfies(c -> assertThat(c.message()).contains("nothing is connected"));
        assertThat(withReading(new Reading(1.2, Double.NaN), Deployment.NONE))
                .singleElement()
                .satisfies(c -> assertThat(c.blocking()).isTrue())
                .satisfies(c -> assertThat(c.message().replace('\u00a0', ' '))
                        .contains("reads 1.2 mA, outside its sensor’s range of −0.2 to 10.4 bar"));
    }

    @Test
    void what_is_not_wired_yet_can_be_written_with_a_reason() {
        Reading open = new Reading(Double.NaN, Double.NaN);
        assertThat(withReading(open, Deployment.NONE.notWired("the tank is empty")))
                .singleElement()
                .satisfies(c -> assertThat(c.blocking()).isFalse())
                .satisfies(c -> assertThat(c.fix()).contains("the tank is empty"));
        assertThat(withReading(open, Deployment.NONE.notWired("  ")))
                .singleElement()
                .satisfies(c -> assertThat(c.blocking()).isTrue());
    }

    @Test
    void a_relay_that_no_limit_closes_is_told() {
        LoggerModel linden = ModelCatalogue.get("linden-n");
        Alarm high = new Alarm(5, Duration.ofHours(1), true);
        Plan p = plan(
                linden,
                Duration.ofMinutes(10),
                null,
                Map.of("relay1", "low", "relay2", "any"),
                channel(true, null, new AlarmLevel(high, null)));
        assertThat(preflight(linden, p))
                .filteredOn(c -> c.field().startsWith("options[relay"))
                .singleElement()
                .satisfies(c -> assertThat(c.message()).contains("no lower limit"));
    }

    @Test
    void a_value_to_wait_for_is_marked_at_the_side_that_is_out_of_range() {
        Plan base = plan(ROWAN, Duration.ofMinutes(1), null, Map.of(), channel(true, loop(null)));
        assertThat(preflight(
                        ROWAN,
                        base.withStart(new StartCondition.OnThreshold(0, StartCondition.Crossing.LEAVES, 2, 50))))
                .filteredOn(Conflict::blocking)
                .extracting(Conflict::field)
                .containsExactly("thresholdHigh");
        assertThat(preflight(
                        ROWAN,
                        base.withStart(new StartCondition.OnThreshold(0, StartCondition.Crossing.LEAVES, -9, 5))))
                .filteredOn(Conflict::blocking)
                .extracting(Conflict::field)
                .containsExactly("thresholdLow");
    }

    @Test
    void limits_the_wrong_way_round_are_told_at_the_upper_one() {
        AlarmLevel reversed =
                new AlarmLevel(new Alarm(2, Duration.ofHours(1), false), new Alarm(5, Duration.ofHours(1), false));
        assertThat(preflight(
                        HAWTHORN,
                        plan(
                                HAWTHORN,
                                Duration.ofMinutes(10),
                                null,
                                Map.of(),
                                channel(true, thermocouple("K", ThermocoupleType.K), reversed))))
                .filteredOn(c -> c.message().contains("is not above the lower one"))
                .extracting(Conflict::field)
                .containsExactly("channels[0].levels[0].high");
    }

    private static Sensor thermocouple(String name, ThermocoupleType type) {
        return new Sensor(name, Input.THERMOCOUPLE, new Scaling.Thermocouple(type), "°C", -100, 1000, 1, 0, 0, 0, null);
    }

    @Test
    void one_sensor_among_many_others_is_told_and_two_kinds_by_halves_are_not() {
        Sensor k = thermocouple("K", ThermocoupleType.K);
        Sensor t = thermocouple("T", ThermocoupleType.T);
        ChannelSettings[] twelve = new ChannelSettings[12];
        Arrays.setAll(twelve, i -> channel(true, i == 6 ? t : k));
        assertThat(preflight(HAWTHORN, plan(HAWTHORN, Duration.ofMinutes(10), null, Map.of(), twelve)))
                .filteredOn(c -> c.field().endsWith(".sensor"))
                .singleElement()
                .satisfies(c -> {
                    assertThat(c.blocking()).isFalse();
                    assertThat(c.field()).isEqualTo("channels[6].sensor");
                    assertThat(c.message()).endsWith("has “T”, the other 11 have “K”");
                });
        Arrays.setAll(twelve, i -> channel(true, i < 6 ? t : k));
        assertThat(preflight(HAWTHORN, plan(HAWTHORN, Duration.ofMinutes(10), null, Map.of(), twelve)))
                .noneMatch(c -> c.field().endsWith(".sensor"));
        // three are too few to say which of them is the odd one
        ChannelSettings[] three = {channel(true, k), channel(true, k), channel(true, t)};
        assertThat(preflight(HAWTHORN, plan(HAWTHORN, Duration.ofMinutes(10), null, Map.of(), three)))
                .noneMatch(c -> c.field().endsWith(".sensor"));
    }

    @Test
    void a_short_delay_speaks_of_readings_and_of_records_where_it_scans() {
        AlarmLevel soon = new AlarmLevel(new Alarm(5, Duration.ofMinutes(3), false), null);
        ChannelSettings c = channel(true, thermocouple("K", ThermocoupleType.K), soon);
        assertThat(preflight(HAWTHORN, plan(HAWTHORN, Duration.ofMinutes(10), null, Map.of(), c)))
                .anyMatch(x -> x.message().contains("is read only every 10\u00a0min"));
        assertThat(preflight(HAWTHORN, plan(HAWTHORN, Duration.ofMinutes(10), Duration.ofMinutes(2), Map.of(), c)))
                .anyMatch(x -> x.message().contains("compares its records, one every 10\u00a0min, not its scans"))
                .noneMatch(x -> x.message().contains("is read only every"));
    }

    @Test
    void a_noise_dose_wants_the_weighting_and_response_of_its_scheme() {
        LoggerModel larch = ModelCatalogue.get("larch-s");
        assertThat(sound(larch, Map.of("dose", "iso85"))).isEmpty();
        assertThat(sound(larch, Map.of("dose", "iso85", "weighting", "C")))
                .singleElement()
                .asString()
                .contains("A-weighted levels, and this records C-weighted ones");
        // 29 CFR 1910.95: slow response
        assertThat(sound(larch, Map.of("dose", "oshapel")))
                .singleElement()
                .asString()
                .contains("slow response");
        assertThat(sound(larch, Map.of("dose", "oshapel", "response", "slow"))).isEmpty();
        assertThat(sound(larch, Map.of("weighting", "Z"))).isEmpty();
    }

    private static List<String> sound(LoggerModel larch, Map<String, String> options) {
        return preflight(larch, plan(larch, Duration.ofMinutes(1), null, options, channel(true, null))).stream()
                .filter(c -> c.field().equals("options[weighting]") || c.field().equals("options[response]"))
                .map(Conflict::message)
                .toList();
    }
}
