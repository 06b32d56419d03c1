package org.pelerin.yard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.core.exchange.SensorDocument;
import org.pelerin.core.judge.Excursion;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.capture.CaptureDecoder;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;
import org.pelerin.yard.logger.LoggerSnapshot;
import org.pelerin.yard.logger.Probe;
import org.pelerin.yard.logger.SimulatedLogger;
import org.threeten.extra.Interval;

/** What loggers keep beside their records: a second table, changes of state, disturbances of the mains. */
class TablesTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");

    private static SimulatedLogger logger(LoggerModel model) {
        return new SimulatedLogger("PL-1", model, model.firmware().newest(), 0, 0, 0, START);
    }

    private static CaptureDecoder.Decoded collected(SimulatedLogger logger) {
        MissionInfo info = logger.missions().get(0);
        List<byte[]> pages = new ArrayList<>();
        info.pageNumbers().forEach(p -> pages.add(logger.page(info.number(), p)));
        Capture capture = new Capture(logger.header(info.number()), pages, info.firstRecord());
        return CaptureDecoder.decode(capture, ClockCorrection.NONE);
    }

    private static Series series(CaptureDecoder.Decoded decoded, String label) {
        return decoded.series().stream()
                .filter(s -> s.label().equals(label))
                .findFirst()
                .orElseThrow();
    }

    /** The same logger after its world was stored and opened again. */
    private static SimulatedLogger restored(SimulatedLogger logger) {
        LoggerSnapshot snapshot = logger.snapshot();
        return SimulatedLogger.restore(snapshot, logger.flash());
    }

    private static ChannelSettings channel(boolean on, String label, Sensor sensor, List<AlarmLevel> levels) {
        return new ChannelSettings(
                on, label, sensor, "", Correction.NONE, 0, FaultDirection.MISSING, null, null, levels);
    }

    private static Sensor sensor(String name) {
        return SensorDocument.ready().stream()
                .filter(s -> s.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    // A second table

    private static Plan twoTables(Duration interval, Duration scan, StopCondition stop) {
        LoggerModel model = ModelCatalogue.get("linden-n");
        List<ChannelSettings> channels = new ArrayList<>();
        for (int i = 0; i < model.channels().size(); i++) {
            boolean added = model.channels().get(i).added();
            channels.add(channel(i == 0 || added, added ? "Reference" : "Level " + i, null, List.of()));
        }
        return new Plan(
                model.id(),
                "TWO",
                interval,
                scan,
                new StartCondition.Now(),
                stop,
                channels,
                Map.of(Plan.SECOND, "PT1H"));
    }

    /** Volts that count the minutes of the hour, thousandths for hours. */
    private static double minutes(Instant at) {
        long minute = Duration.between(START, at).toMinutes();
        return minute % 60 / 10.0 + minute / 60 / 1000.0;
    }

    @Test
    void a_second_table_holds_mean_least_and_greatest_of_each_of_its_intervals() {
        SimulatedLogger logger = logger(ModelCatalogue.get("linden-n"));
        logger.writePlan(START, twoTables(Duration.ofMinutes(10), null, new StopCondition.MemoryFull()));
        Probe probe = (c, input, sensor, since, at) -> minutes(at);
        // in two lives, with an hour cut in the middle
        logger.runUntil(START.plus(Duration.ofMinutes(150)), probe);
        logger = restored(logger);
        logger.runUntil(START.plus(Duration.ofMinutes(305)), probe);
        CaptureDecoder.Decoded decoded = collected(logger);
        assertThat(decoded.received()).isEqualTo(31);
        Series mean = series(decoded, "Level 0, every 1 h");
        // samples at 0, 10 … 50 minutes: mean 25, least 0, greatest 50, in tenths of a volt
        assertThat(mean.values(0, 5)).containsExactly(new double[] {2.5, 2.501, 2.502, 2.503, 2.504}, within(1e-3));
        assertThat(series(decoded, "Level 0 least, every 1 h").values(0, 2))
                .containsExactly(new double[] {0, 0.001}, within(1e-6));
        assertThat(series(decoded, "Level 0 greatest, every 1 h").values(0, 2))
                .containsExactly(new double[] {5, 5.001}, within(1e-6));
        assertThat(mean.axis().first()).isEqualTo(START);
        assertThat(mean.axis().end()).isEqualTo(START.plus(Duration.ofHours(5)));
    }

    @Test
    void of_scans_it_takes_every_one() {
        SimulatedLogger logger = logger(ModelCatalogue.get("linden-n"));
        logger.writePlan(
                START, twoTables(Duration.ofMinutes(20), Duration.ofMinutes(5), new StopCondition.MemoryFull()));
        Probe probe = (c, input, sensor, since, at) -> minutes(at);
        logger.runUntil(START.plus(Duration.ofMinutes(61)), probe);
        CaptureDecoder.Decoded decoded = collected(logger);
        // 0, 5 … 55 minutes: 27.5
        assertThat(series(decoded, "Level 0, every 1 h").values(0, 1))
                .containsExactly(new double[] {2.75}, within(1e-3));
        assertThat(series(decoded, "Level 0 greatest, every 1 h").values(0, 1)).containsExactly(5.5);
    }

    @Test
    void both_tables_fill_together() {
        LoggerModel model = ModelCatalogue.get("linden-n");
        Plan plan = twoTables(Duration.ofMinutes(30), null, new StopCondition.MemoryFull());
        // 2 values every half hour and 6 every hour: 5 a half hour on average
        assertThat(plan.capacity(model)).isEqualTo(8_000_000 / 5);
        assertThat(plan.secondCapacity(model)).isEqualTo(8_000_000 / 10);
    }

    // Changes of state

    private static Plan contacts(AlarmLevel level, StopCondition stop) {
        LoggerModel model = ModelCatalogue.get("hazel-c4");
        return new Plan(
                model.id(),
                "DOOR",
                Duration.ofHours(1),
                null,
                new StartCondition.Now(),
                stop,
                List.of(
                        channel(true, "Flow", null, List.of()),
                        channel(true, "Door", sensor("Door contact"), List.of(level)),
                        channel(false, "", null, List.of()),
                        channel(false, "", null, List.of())),
                Map.of("contacts", "changes"));
    }

    /** A door that opens for {@code open} at each of some instants. */
    private record Door(List<Instant> openings, Duration open) implements Probe {

        @Override
        public double measure(int channel, InputModel input, Sensor sensor, Duration since, Instant world) {
            return channel == 1 && openAt(world) ? 1 : 0;
        }

        private boolean openAt(Instant t) {
            return openings.stream().anyMatch(o -> !t.isBefore(o) && t.isBefore(o.plus(open)));
        }

        @Override
        public List<ContactChange> changes(int channel, Instant from, Instant to) {
            List<ContactChange> out = new ArrayList<>();
            for (Instant o : openings) {
                out.add(new ContactChange(o, true));
                out.add(new ContactChange(o.plus(open), false));
            }
            out.removeIf(c -> channel != 1 || !c.at().isAfter(from) || c.at().isAfter(to));
            return out;
        }
    }

    private static final AlarmLevel OPEN_TWENTY_MINUTES =
            new AlarmLevel(new Alarm(0.5, Lasting.delay(Duration.ofMinutes(20)), true), null);

    @Test
    void every_change_of_a_contact_is_kept_with_its_instant() {
        SimulatedLogger logger = logger(ModelCatalogue.get("hazel-c4"));
        logger.writePlan(START, contacts(OPEN_TWENTY_MINUTES, new StopCondition.MemoryFull()));
        Instant first = START.plusSeconds(5_003);
        Instant second = START.plusSeconds(40_001);
        Probe door = new Door(List.of(first, second), Duration.ofSeconds(1_207));
        logger.runUntil(START.plusSeconds(20_000), door);
        logger = restored(logger);
        logger.runUntil(START.plusSeconds(80_000), door);
        logger.stop(START.plusSeconds(80_000));
        CaptureDecoder.Decoded decoded = collected(logger);
        Series states = series(decoded, "Door");
        assertThat(states.values(0, 5)).containsExactly(0, 1, 0, 1, 0);
        assertThat(states.axis().instantAt(1)).isEqualTo(first);
        assertThat(states.axis().instantAt(4)).isEqualTo(second.plusSeconds(1_207));
        // stopped by hand after 22 h and some minutes: the last record stands for its hour, and so does what the door
        // was
        assertThat(states.axis().end()).isEqualTo(START.plusSeconds(82_800));
        assertThat(Judge.judge(
                                JudgedRecord.of(decoded.series()),
                                contacts(OPEN_TWENTY_MINUTES, new StopCondition.MemoryFull())
                                        .limits())
                        .coverage())
                .isEqualTo(100);
        assertThat(decoded.series()).extracting(Series::label).containsExactly("Flow", "Door");
        // 20 min 7 s each: found to the second by the judge, and raised by the logger at the same instants
        List<Excursion> found = Judge.judge(
                        JudgedRecord.of(decoded.series()),
                        contacts(OPEN_TWENTY_MINUTES, new StopCondition.MemoryFull())
                                .limits())
                .excursions();
        assertThat(found).extracting(e -> e.span().toDuration()).containsOnly(Duration.ofSeconds(1_207));
        assertThat(MissionHeader.decode(logger.header(1)).events())
                .filteredOn(e -> e.kind() == LoggerEvent.Kind.ALARM_HIGH)
                .extracting(LoggerEvent::at)
                .containsExactlyElementsOf(
                        found.stream().map(Excursion::alarmAt).toList())
                .containsExactly(first.plusSeconds(1_200), second.plusSeconds(1_200));
    }

    @Test
    void it_ends_rather_than_lose_a_change() {
        SimulatedLogger logger = logger(ModelCatalogue.get("hazel-c4"));
        logger.writePlan(START, contacts(AlarmLevel.NONE, new StopCondition.MemoryFull()));
        int room = ModelCatalogue.get("hazel-c4").memory().changes();
        List<Instant> openings = new ArrayList<>();
        for (int i = 0; i < room; i++) {
            openings.add(START.plusSeconds(2L + 2L * i));
        }
        Probe restless = new Door(openings, Duration.ofSeconds(1));
        logger.runUntil(START.plusSeconds(room + 1_000), restless);
        assertThat(logger.status(START).state()).isEqualTo(LoggerState.ENDED);
        Series door = series(collected(logger), "Door");
        assertThat(door.axis().count()).isEqualTo(room);
        assertThat(MissionHeader.decode(logger.header(1)).stop().orElseThrow().kind())
                .isEqualTo(LoggerEvent.Kind.STOPPED_MEMORY_FULL);
    }

    // Disturbances

    /** 230 V, and for a while something else on phase 2. */
    private record Mains(Instant from, Duration length, double volts) implements Probe {

        @Override
        public double measure(int channel, InputModel input, Sensor sensor, Duration since, Instant world) {
            return channel < 3 ? 230 : 40;
        }

        @Override
        public List<Interval> unquiet(Instant a, Instant b) {
            Interval all = Interval.of(from, length);
            return all.getEnd().isBefore(a) || all.getStart().isAfter(b) ? List.of() : List.of(all);
        }

        @Override
        public double halfPeriod(int channel, Instant world) {
            return channel == 1 && Interval.of(from, length).contains(world)
                    ? volts
                    : measure(channel, null, null, null, world);
        }
    }

    private static Plan mains(String capture) {
        LoggerModel model = ModelCatalogue.get("yew-v3");
        List<ChannelSettings> channels = new ArrayList<>();
        model.channels().forEach(c -> channels.add(channel(true, c.label(), null, List.of())));
        return new Plan(
                model.id(),
                "MAINS",
                Duration.ofMinutes(1),
                null,
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                channels,
                Map.of("capture", capture));
    }

    @Test
    void a_dip_is_found_on_half_periods_and_kept_with_what_was_around_it() {
        // over the edge of two records, and over a break of the world
        Instant dip = START.plusSeconds(3_599).plusMillis(850);
        Probe probe = new Mains(dip, Duration.ofMillis(300), 150);
        SimulatedLogger logger = logger(ModelCatalogue.get("yew-v3"));
        logger.writePlan(START, mains("10"));
        logger.runUntil(START.plusSeconds(3_600), probe);
        logger = restored(logger);
        logger.runUntil(START.plusSeconds(7_200), probe);
        List<Disturbance> found = collected(logger).disturbances();
        assertThat(found).hasSize(1);
        Disturbance d = found.get(0);
        assertThat(d.kind()).isEqualTo(Disturbance.Kind.DIP);
        assertThat(d.channel()).isEqualTo(1);
        assertThat(d.start()).isEqualTo(dip);
        assertThat(d.duration()).isEqualTo(Duration.ofMillis(300));
        assertThat(d.extreme()).isEqualTo(150);
        // 10 periods of 20 ms before and after, and 300 ms between
        assertThat(d.before()).isEqualTo(20);
        assertThat(d.values()).hasSize(20 + 30 + 20);
        assertThat(d.values().get(19)).isEqualTo(230);
        assertThat(d.values().get(20)).isEqualTo(150);
        assertThat(d.values().get(50)).isEqualTo(230);
    }

    @Test
    void thresholds_decide_what_it_is() {
        assertThat(kinds(6)).containsExactly(Disturbance.Kind.INTERRUPTION);
        assertThat(kinds(206)).containsExactly(Disturbance.Kind.DIP);
        // 90 % of 230 V is in
        assertThat(kinds(207)).isEmpty();
        assertThat(kinds(253)).isEmpty();
        assertThat(kinds(254)).containsExactly(Disturbance.Kind.SWELL);
    }

    private static List<Disturbance.Kind> kinds(double volts) {
        SimulatedLogger logger = logger(ModelCatalogue.get("yew-v3"));
        logger.writePlan(START, mains("none"));
        logger.runUntil(START.plusSeconds(120), new Mains(START.plusSeconds(30), Duration.ofSeconds(1), volts));
        List<Disturbance> found = collected(logger).disturbances();
        assertThat(found).allSatisfy(d -> assertThat(d.values()).isEmpty());
        return found.stream().map(Disturbance::kind).toList();
    }

    @Test
    void pages_of_all_tables_are_needed_for_the_proof() {
        SimulatedLogger logger = logger(ModelCatalogue.get("hazel-c4"));
        logger.writePlan(START, contacts(AlarmLevel.NONE, new StopCondition.MemoryFull()));
        logger.runUntil(START.plusSeconds(10_000), new Door(List.of(), Duration.ZERO));
        logger.stop(START.plusSeconds(10_000));
        MissionInfo info = logger.missions().get(0);
        assertThat(info.parts())
                .extracting(p -> PageTable.of(p.first()))
                .containsExactly(PageTable.RECORDS, PageTable.CHANGES);
        List<byte[]> pages = new ArrayList<>();
        info.pageNumbers().forEach(p -> pages.add(logger.page(1, p)));
        org.pelerin.link.message.EraseRequest partly = org.pelerin.link.message.EraseRequest.collected(
                1, info.endRecord(), pages.subList(0, (int) info.parts().get(0).count()));
        org.assertj.core.api.Assertions.assertThatThrownBy(() -> logger.erase(partly))
                .hasMessageContaining("differ");
        logger.erase(org.pelerin.link.message.EraseRequest.collected(1, info.endRecord(), pages));
        assertThat(logger.missions()).isEmpty();
    }
}
