package org.pelerin.yard;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.ThermocoupleType;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.capture.CaptureDecoder;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PlanCodec;
import org.pelerin.link.message.Status;
import org.pelerin.yard.logger.Probe;
import org.pelerin.yard.logger.SimulatedLogger;

/** What every model of the catalogue has to do, without a dock. */
class EveryModelTest {

    private static final Instant START = TestClock.START;

    static Stream<LoggerModel> models() {
        return ModelCatalogue.all().stream();
    }

    private static SimulatedLogger logger(LoggerModel model) {
        return new SimulatedLogger("PL-1", model, model.firmware().newest(), 0, 0, 0, START);
    }

    /** A quantity in the middle of every input's range. */
    private static final Probe MIDDLE = (channel, input, sensor, since, at) -> input.low() / 2 + input.high() / 2;

    @ParameterizedTest
    @MethodSource("models")
    void reads_back_what_was_written_for_any_plan(LoggerModel model) {
        RandomPlans plans = new RandomPlans(5, model, START);
        for (int i = 0; i < 120; i++) {
            Plan plan = plans.next();
            SimulatedLogger logger = logger(model);
            logger.writePlan(START, PlanCodec.decode(PlanCodec.encode(plan)));
            assertThat(PlanCodec.decode(PlanCodec.encode(logger.readPlan()))).isEqualTo(plan);
            SimulatedLogger restored = SimulatedLogger.restore(logger.snapshot(), Map.of());
            assertThat(restored.readPlan()).isEqualTo(plan);
        }
    }

    private static Plan plain(LoggerModel model, Duration interval, StopCondition stop, Map<String, String> options) {
        List<ChannelSettings> channels = model.channels().stream()
                .map(c -> new ChannelSettings(true, c.label(), null, null))
                .toList();
        return new Plan(model.id(), "T", interval, null, new StartCondition.Now(), stop, channels, options);
    }

    @ParameterizedTest
    @MethodSource("models")
    void its_memory_is_full_when_the_forecast_said(LoggerModel model) {
        // the battery of those that fill slowly would not last
        Map<String, String> fed = new HashMap<>();
        model.option("sleep").ifPresent(o -> fed.put("sleep", "outside"));
        // nor would there be the time to measure all channels finely
        model.option("converter").ifPresent(o -> fed.put("converter", "quick"));
        Plan plan = plain(model, model.interval().shortest(), new StopCondition.MemoryFull(), fed);
        Forecast forecast = Forecast.of(model, plan, 1, 20, START);
        SimulatedLogger logger = logger(model);
        logger.writePlan(START, plan);
        Instant end = forecast.stopsAt();
        logger.runUntil(end.minus(plan.interval().multipliedBy(2)), MIDDLE);
        assertThat(logger.status(end).state()).isEqualTo(LoggerState.LOGGING);
        logger.runUntil(end, MIDDLE);
        Status status = logger.status(end);
        assertThat(status.state()).isEqualTo(LoggerState.ENDED);
        assertThat(status.records()).isEqualTo(forecast.recordsThatFit());
        MissionHeader header = MissionHeader.decode(logger.header(1));
        assertThat(header.stop().orElseThrow().kind()).isEqualTo(LoggerEvent.Kind.STOPPED_MEMORY_FULL);
        assertThat(Duration.between(header.stop().orElseThrow().at(), end).abs())
                .isLessThanOrEqualTo(plan.interval());
    }

    @ParameterizedTest
    @MethodSource("models")
    void its_battery_is_empty_when_the_forecast_said(LoggerModel model) {
        // whatever the memory holds: a battery that begins nearly empty gives out before it is full
        Duration interval = model.interval()
                .step()
                .multipliedBy(Math.max(1, 60 / model.interval().step().toSeconds()));
        Plan plan = plain(model, interval, new StopCondition.MemoryFull(), Map.of());
        double left = 0.004;
        SimulatedLogger logger =
                new SimulatedLogger("PL-1", model, model.firmware().newest(), 0, 1 - left, 0, START);
        logger.writePlan(START, plan);
        Forecast forecast = Forecast.of(model, plan, left, 20, START);
        Duration seconds = forecast.batteryLeft();
        assertThat(forecast.recordsFor()).isGreaterThan(seconds);
        logger.runUntil(START.plus(seconds.multipliedBy(98).dividedBy(100)), MIDDLE);
        assertThat(logger.lamp()).doesNotStartWith("dark");
        logger.runUntil(START.plus(seconds.multipliedBy(102).dividedBy(100)).plus(interval), MIDDLE);
        assertThat(MissionHeader.decode(logger.header(1)).stop().orElseThrow().kind())
                .isEqualTo(LoggerEvent.Kind.STOPPED_BATTERY);
    }

    @Test
    void it_notes_a_low_battery_once_a_mission_and_records_on() {
        LoggerModel model = ModelCatalogue.get("alder-t1");
        Plan plan = plain(model, Duration.ofMinutes(15), new StopCondition.MemoryFull(), Map.of());
        // just above 15 %
        SimulatedLogger logger =
                new SimulatedLogger("PL-1", model, model.firmware().newest(), 0, 1 - 0.1501, 0, START);
        logger.writePlan(START, plan);
        logger.runUntil(START.plusSeconds(60), MIDDLE);
        assertThat(low(logger)).isEmpty();
        Instant later = START.plus(Duration.ofDays(20));
        logger.runUntil(later, MIDDLE);
        // what a day of it costs by the forecast: the share of 0.01 % is gone within it
        Duration whole = Forecast.of(model, plan, 1, 20, START).batteryLeft();
        assertThat(low(logger)).hasSize(1);
        assertThat(Duration.between(START, low(logger).get(0).at()))
                .isCloseTo(whole.dividedBy(10_000), Duration.ofMinutes(15));
        assertThat(logger.status(later).state()).isEqualTo(LoggerState.LOGGING);
    }

    private static List<LoggerEvent> low(SimulatedLogger logger) {
        return MissionHeader.decode(logger.header(1)).events().stream()
                .filter(e -> e.kind() == LoggerEvent.Kind.BATTERY_LOW)
                .toList();
    }

    private static List<Series> collected(SimulatedLogger logger) {
        MissionInfo info = logger.missions().get(0);
        List<byte[]> pages = new ArrayList<>();
        info.pageNumbers().forEach(p -> pages.add(logger.page(info.number(), p)));
        return CaptureDecoder.decode(
                        new Capture(logger.header(info.number()), pages, info.firstRecord()), ClockCorrection.NONE)
                .series();
    }

    /** A triangle of two hours between 0 and 20 °C. */
    private static double triangle(Instant at) {
        long minute = Math.floorMod(Duration.between(START, at).toMinutes(), 120L);
        return minute < 60 ? minute / 3.0 : (120 - minute) / 3.0;
    }

    @Test
    void its_alarms_and_the_judgement_of_its_record_agree() {
        LoggerModel model = ModelCatalogue.get("birch-th");
        List<Lasting> quiet = new ArrayList<>();
        for (Lasting lasting : List.of(
                Lasting.ANY,
                Lasting.delay(Duration.ofMinutes(25)),
                Lasting.delay(Duration.ofMinutes(30)),
                Lasting.delay(Duration.ofMinutes(41)),
                Lasting.samples(3),
                Lasting.samples(4),
                Lasting.allowance(Duration.ofHours(2)),
                Lasting.allowance(Duration.ofHours(50)))) {
            ChannelSettings air = new ChannelSettings(
                    true,
                    "Air",
                    null,
                    "",
                    Correction.offset(0.5),
                    0,
                    FaultDirection.MISSING,
                    null,
                    null,
                    List.of(
                            new AlarmLevel(new Alarm(14, lasting, true), new Alarm(3, lasting, false)),
                            new AlarmLevel(new Alarm(18, lasting, false), null)));
            Plan plan = new Plan(
                    model.id(),
                    "T",
                    Duration.ofMinutes(10),
                    new StartCondition.Now(),
                    new StopCondition.AfterSamples(400),
                    List.of(air, new ChannelSettings(false, "Humidity", null, null)));
            SimulatedLogger logger = logger(model);
            logger.writePlan(START, plan);
            logger.runUntil(START.plus(Duration.ofDays(4)), (c, input, sensor, since, at) -> triangle(at));
            List<Series> record = collected(logger);
            List<String> judged = Judge.judge(JudgedRecord.of(record), plan.limits()).excursions().stream()
                    .map(e -> e.rule() + " " + e.alarmAt())
                    .sorted()
                    .toList();
            List<String> rung = MissionHeader.decode(logger.header(1)).events().stream()
                    .filter(e -> e.kind().alarm())
                    .map(e -> Plan.ruleId(air, e.level(), e.kind() == LoggerEvent.Kind.ALARM_HIGH) + " " + e.at())
                    .sorted()
                    .toList();
            assertThat(rung).as("%s", lasting).isEqualTo(judged);
            if (judged.isEmpty()) {
                quiet.add(lasting);
            }
        }
        // above 13.5 °C for 39 minutes every two hours: three samples, which stand for half an hour
        assertThat(quiet)
                .containsExactly(
                        Lasting.delay(Duration.ofMinutes(30)),
                        Lasting.delay(Duration.ofMinutes(41)),
                        Lasting.samples(4),
                        Lasting.allowance(Duration.ofHours(50)));
    }

    @Test
    void it_waits_for_its_value_without_recording() {
        LoggerModel model = ModelCatalogue.get("alder-t2");
        List<ChannelSettings> channels =
                List.of(new ChannelSettings(true, "In", null, null), new ChannelSettings(true, "Out", null, null));
        Plan plan = new Plan(
                model.id(),
                "T",
                Duration.ofMinutes(10),
                new StartCondition.OnThreshold(1, StartCondition.Crossing.ABOVE, 0, 12),
                new StopCondition.AfterTime(Duration.ofHours(1)),
                channels);
        SimulatedLogger logger = logger(model);
        logger.writePlan(START, plan);
        Probe probe = (c, input, sensor, since, at) -> c == 0 ? 20 : triangle(at);
        logger.runUntil(START.plus(Duration.ofMinutes(35)), probe);
        assertThat(logger.status(START).state()).isEqualTo(LoggerState.WAITING);
        assertThat(logger.status(START).records()).isZero();
        // kept on disk and taken up again while it waits
        logger = SimulatedLogger.restore(logger.snapshot(), Map.of());
        logger.runUntil(START.plus(Duration.ofHours(5)), probe);
        // minute 36 is 12 °C and not above it; minute 40 is the first look that is
        MissionHeader header = MissionHeader.decode(logger.header(1));
        assertThat(header.firstSampleAt()).isEqualTo(START.plus(Duration.ofMinutes(40)));
        assertThat(header.stop().orElseThrow().kind()).isEqualTo(LoggerEvent.Kind.STOPPED_TIME);
        assertThat(logger.status(START).records()).isEqualTo(6);
    }

    @Test
    void full_intervals_of_the_clock_and_ends_at_an_instant() {
        LoggerModel model = ModelCatalogue.get("alder-t1");
        Plan plan = new Plan(
                model.id(),
                "T",
                Duration.ofMinutes(10),
                new StartCondition.OnInterval(Duration.ofMinutes(15)),
                new StopCondition.At(START.plus(Duration.ofHours(3))),
                List.of(new ChannelSettings(true, "Air", null, null)));
        SimulatedLogger logger = logger(model);
        Instant written = START.plusSeconds(61);
        logger.runUntil(written, MIDDLE);
        logger.writePlan(written, plan);
        logger.runUntil(START.plus(Duration.ofHours(9)), MIDDLE);
        MissionHeader header = MissionHeader.decode(logger.header(1));
        assertThat(header.firstSampleAt().getEpochSecond() % 900).isZero();
        assertThat(header.firstSampleAt()).isBetween(written, written.plusSeconds(900));
        Series air = collected(logger).get(0);
        assertThat(air.axis().instantAt(air.axis().count() - 1)).isBefore(START.plus(Duration.ofHours(3)));
        assertThat(air.axis().instantAt(air.axis().count() - 1))
                .isAfterOrEqualTo(START.plus(Duration.ofHours(3)).minus(plan.interval()));
    }

    @Test
    void thermocouples_come_back_as_the_temperatures_that_were_there() {
        LoggerModel model = ModelCatalogue.get("hawthorn-m32");
        List<ChannelSettings> channels = new ArrayList<>();
        for (int i = 0; i < model.channels().size(); i++) {
            Sensor sensor = i >= 32
                    ? null
                    : Sensor.of(
                            "TC", Input.THERMOCOUPLE, new Scaling.Thermocouple(ThermocoupleType.T), "°C", -200, 400, 1);
            channels.add(new ChannelSettings(
                    i < 3 || i >= 32,
                    "C" + i,
                    sensor,
                    "",
                    Correction.NONE,
                    0,
                    FaultDirection.MISSING,
                    null,
                    null,
                    List.of()));
        }
        Plan plan = new Plan(
                model.id(),
                "T",
                Duration.ofMinutes(4),
                Duration.ofMinutes(1),
                new StartCondition.Now(),
                new StopCondition.AfterSamples(50),
                channels,
                Map.of());
        SimulatedLogger logger = logger(model);
        logger.writePlan(START, plan);
        // the second channel has nothing connected
        Probe probe = (c, input, sensor, since, at) -> input.kind() == Input.REFERENCE
                ? 22.5
                : c == 1 ? Double.NaN : ThermocoupleType.T.emf(triangle(at) * 5 - 30) - ThermocoupleType.T.emf(22.5);
        logger.runUntil(START.plus(Duration.ofHours(4)), probe);
        List<Series> record = collected(logger);
        assertThat(record)
                .extracting(Series::label)
                .startsWith("C0", "C0 least", "C0 greatest", "C1", "C1 least", "C1 greatest", "C2")
                .hasSize(15);
        for (int k = 0; k < 50; k++) {
            double[] scans = new double[4];
            for (int s = 0; s < 4; s++) {
                scans[s] = triangle(START.plus(Duration.ofMinutes(4L * k + s))) * 5 - 30;
            }
            double mean = (scans[0] + scans[1] + scans[2] + scans[3]) / 4;
            double least = Math.min(Math.min(scans[0], scans[1]), Math.min(scans[2], scans[3]));
            // a tenth of a microvolt is about 0.003 K; the mean of voltages is a little off the mean of temperatures
            assertThat(record.get(0).values(k, k + 1)[0]).isCloseTo(mean, org.assertj.core.api.Assertions.within(0.02));
            assertThat(record.get(1).values(k, k + 1)[0])
                    .isCloseTo(least, org.assertj.core.api.Assertions.within(0.005));
        }
        assertThat(record.get(3).missing()).isEqualTo(50);
        assertThat(record.get(14).label()).isEqualTo("C33 greatest");
    }

    private static Plan linden(Map<String, String> options, AlarmLevel level) {
        LoggerModel model = ModelCatalogue.get("linden-n");
        Sensor pressure = Sensor.of("4–20 mA", Input.CURRENT, new Scaling.TwoPoint(4, 0, 20, 10), "bar", -0.1, 10.3, 3);
        List<ChannelSettings> channels = new ArrayList<>();
        for (int i = 0; i < model.channels().size(); i++) {
            boolean first = i == 0;
            channels.add(new ChannelSettings(
                    first || model.channels().get(i).added(),
                    "C" + i,
                    first ? pressure : null,
                    "",
                    Correction.NONE,
                    0,
                    first ? FaultDirection.UP : FaultDirection.MISSING,
                    null,
                    null,
                    first ? List.of(level) : List.of()));
        }
        return new Plan(
                model.id(),
                "T",
                Duration.ofMinutes(1),
                null,
                new StartCondition.Now(),
                new StopCondition.AfterSamples(500),
                channels,
                options);
    }

    @Test
    void relays_follow_the_alarms_and_a_broken_loop_trips_the_safe_one() {
        SimulatedLogger logger = logger(ModelCatalogue.get("linden-n"));
        AlarmLevel level = new AlarmLevel(new Alarm(8, Lasting.samples(3), false), new Alarm(1, Lasting.ANY, false));
        logger.writePlan(START, linden(Map.of("relay1", "high", "relay2", "any"), level));
        Probe fine = (c, input, sensor, since, at) -> input.kind() == Input.REFERENCE ? 20 : 12;
        Probe broken = (c, input, sensor, since, at) -> input.kind() == Input.REFERENCE ? 20 : 0.2;
        logger.runUntil(START.plus(Duration.ofMinutes(5)), fine);
        assertThat(logger.lamp()).doesNotContain("relay");
        // a loop below 3.8 mA is broken, and is driven up-scale as the plan says: after three samples the upper alarm
        // trips
        logger.runUntil(START.plus(Duration.ofMinutes(7)), broken);
        assertThat(logger.lamp()).doesNotContain("relay");
        logger.runUntil(START.plus(Duration.ofMinutes(8)), broken);
        assertThat(logger.lamp()).contains("relay 1 closed").contains("relay 2 closed");
        logger.runUntil(START.plus(Duration.ofMinutes(10)), fine);
        assertThat(logger.lamp()).doesNotContain("relay");
        assertThat(collected(logger).get(0).values(6, 8)).containsExactly(10.3, 10.3);
    }

    @Test
    void what_hands_may_do_in_the_field_is_what_the_plan_says() {
        LoggerModel model = ModelCatalogue.get("birch-th");
        for (String field : List.of("all", "start", "look")) {
            for (String markers : List.of("yes", "no")) {
                Plan plain = plain(
                        model,
                        Duration.ofMinutes(1),
                        new StopCondition.MemoryFull(),
                        Map.of("field", field, "markers", markers));
                SimulatedLogger logger = logger(model);
                logger.writePlan(START, plain.withStart(new StartCondition.OnButton()));
                logger.press(START.plusSeconds(10), MIDDLE);
                boolean started = !field.equals("look");
                assertThat(logger.status(START).state()).isEqualTo(started ? LoggerState.LOGGING : LoggerState.WAITING);
                logger.runUntil(START.plusSeconds(600), MIDDLE);
                logger.press(START.plusSeconds(610), MIDDLE);
                boolean marked = MissionHeader.decode(logger.header(1)).events().stream()
                        .anyMatch(e -> e.kind() == LoggerEvent.Kind.MARKER);
                assertThat(marked).isEqualTo(started && markers.equals("yes"));
                logger.hold(START.plusSeconds(620));
                assertThat(logger.status(START).state() == LoggerState.ENDED).isEqualTo(field.equals("all"));
            }
        }
    }

    @Test
    void a_latched_alarm_stays_until_the_button_acknowledges_it() {
        LoggerModel model = ModelCatalogue.get("alder-t1");
        Plan plan = new Plan(
                model.id(),
                "T",
                Duration.ofMinutes(1),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", new Alarm(15, Lasting.ANY, true), null)));
        SimulatedLogger logger = logger(model);
        logger.writePlan(START, plan);
        Probe probe = (c, input, sensor, since, at) -> triangle(at);
        logger.runUntil(START.plus(Duration.ofMinutes(90)), probe);
        assertThat(logger.status(START).alarmed()).isTrue();
        logger.press(START.plus(Duration.ofMinutes(90)), MIDDLE);
        assertThat(logger.status(START).alarmed()).isFalse();
        // while the cause lasts it cannot be acknowledged away
        logger.runUntil(START.plus(Duration.ofMinutes(170)), probe);
        logger.press(START.plus(Duration.ofMinutes(170)), MIDDLE);
        assertThat(logger.status(START).alarmed()).isTrue();
        assertThat(logger.lamp()).startsWith("red");
    }

    @Test
    void settings_that_its_firmware_does_not_know_are_refused_by_the_device_itself() {
        LoggerModel model = ModelCatalogue.get("alder-t1");
        SimulatedLogger old =
                new SimulatedLogger("PL-1", model, new org.pelerin.core.model.Firmware(1, 3), 0, 0, 0, START);
        Plan aligned = plain(model, Duration.ofMinutes(10), new StopCondition.MemoryFull(), Map.of())
                .withStart(new StartCondition.OnInterval(Duration.ofMinutes(10)));
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> old.writePlan(START, aligned))
                .hasMessageContaining("needs firmware 1.4 or newer; this logger has 1.3");
        old.runFirmware(org.pelerin.link.message.FirmwarePackage.newest(model).bytes());
        old.writePlan(START, aligned);
        assertThat(old.identify().firmware()).isEqualTo(model.firmware().newest());
    }

    @Test
    void a_firmware_that_is_damaged_or_for_another_model_leaves_the_old_one() {
        LoggerModel model = ModelCatalogue.get("alder-t1");
        org.pelerin.core.model.Firmware before = new org.pelerin.core.model.Firmware(1, 3);
        SimulatedLogger logger = new SimulatedLogger("PL-1", model, before, 0, 0, 0, START);
        byte[] damaged =
                org.pelerin.link.message.FirmwarePackage.newest(model).bytes().clone();
        damaged[1000] ^= 4;
        byte[] other = org.pelerin.link.message.FirmwarePackage.newest(ModelCatalogue.get("birch-th"))
                .bytes();
        for (byte[] wrong : List.of(damaged, other, new byte[10])) {
            org.assertj.core.api.Assertions.assertThatThrownBy(() -> logger.runFirmware(wrong))
                    .isInstanceOf(org.pelerin.link.message.RefusedException.class);
            assertThat(logger.identify().firmware()).isEqualTo(before);
        }
        SimulatedLogger weak = new SimulatedLogger("PL-2", model, before, 0, 0.8, 0, START);
        org.assertj.core.api.Assertions.assertThatThrownBy(weak::readyForFirmware)
                .hasMessageContaining("battery");
    }
}
