package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.attention.AttentionService;
import org.pelerin.app.attention.Need;
import org.pelerin.app.audit.AuditTrail;
import org.pelerin.app.batch.BatchItem;
import org.pelerin.app.batch.BatchService;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.CarrierIntake;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.connect.LoggerCare;
import org.pelerin.app.connect.Station;
import org.pelerin.app.connect.StationWatch;
import org.pelerin.app.connect.Stations;
import org.pelerin.app.connect.WriteService;
import org.pelerin.app.documentation.DocumentationService;
import org.pelerin.app.documentation.MissionNote;
import org.pelerin.app.field.PlacementService;
import org.pelerin.app.mission.Chart;
import org.pelerin.app.mission.Evaluation;
import org.pelerin.app.mission.JudgementDocument;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionDraft;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.mission.MissionState;
import org.pelerin.app.mission.SeriesStore;
import org.pelerin.app.plan.PlanService;
import org.pelerin.app.plan.StoredPlan;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.capture.CaptureDecoder;

/** The services against a real database and the yard. */
@Timeout(120)
class ServiceTest {

    private static TestBed bed;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
    }

    @AfterEach
    void tidy() {
        bed.emptyDock();
    }

    private static Plan alder(StartCondition start) {
        return new Plan(
                ModelCatalogue.get("alder-t1").id(),
                "TEST",
                Duration.ofMinutes(2),
                start,
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", new Alarm(30, Duration.ofMinutes(10), true), null)));
    }

    private static long write(String serial, StartCondition start) {
        bed.carry(serial, "dock");
        return bed.bean(WriteService.class).write(new MissionDraft(serial, "test", 0, alder(start), null, "tech"));
    }

    private static Job collect(String serial) throws InterruptedException {
        CollectService collections = bed.bean(CollectService.class);
        collections.order(serial, "tech");
        collections.order(serial, "tech");
        for (int i = 0; i < 600 && collections.active(serial).isPresent(); i++) {
            TimeUnit.MILLISECONDS.sleep(50);
        }
        return collections.newest(serial).orElseThrow();
    }

    private static void pass(Duration time) {
        bed.outdoors().post("/advance", Map.of("seconds", time.toSeconds()));
    }

    @Test
    void drift_is_measured_and_corrected_and_can_be_switched_off() throws InterruptedException {
        String serial = "PL-18033";
        long id = write(serial, new StartCondition.Now());
        pass(Duration.ofDays(20));
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "clock", "amount", 90_000));
        assertThat(collect(serial).state()).isEqualTo(Job.State.DONE);
        StoredCapture capture = bed.bean(CaptureStore.class).find(id).orElseThrow();
        // 90 s by hand, and the quartz within 35 ppm of 20 days
        assertThat(capture.clockOffset()).isBetween(Duration.ofSeconds(90 - 61), Duration.ofSeconds(90 + 61));
        MissionService missions = bed.bean(MissionService.class);
        Mission m = missions.find(id).orElseThrow();
        TimeAxis corrected = bed.bean(SeriesStore.class).tables(m).get(0).axis();
        missions.correctClock(m, false, "tech");
        Mission off = missions.find(id).orElseThrow();
        TimeAxis own = bed.bean(SeriesStore.class).tables(off).get(0).axis();
        assertThat(own.first()).isEqualTo(capture.header().firstSampleAt());
        long shift = own.millisAt(own.count() - 1) - corrected.millisAt(own.count() - 1);
        assertThat(Duration.ofMillis(shift).minus(capture.clockOffset()).abs()).isLessThan(Duration.ofSeconds(1));
        missions.correctClock(off, true, "tech");
    }

    @Test
    void the_judgement_follows_from_the_capture_alone() throws InterruptedException {
        String serial = "PL-18034";
        long id = write(serial, new StartCondition.Now());
        pass(Duration.ofDays(3));
        collect(serial);
        Mission m = bed.bean(MissionService.class).find(id).orElseThrow();
        String before = bed.bean(Evaluation.class).text(m);
        StoredCapture capture = bed.bean(CaptureStore.class).find(id).orElseThrow();
        assertThat(capture.capture().sha256()).isEqualTo(capture.sha256());
        List<Series> again =
                CaptureDecoder.decode(capture.capture(), capture.correction()).series();
        bed.bean(SeriesStore.class).replace(id, again);
        bed.bean(Evaluation.class).evaluate(id);
        assertThat(bed.bean(Evaluation.class).text(m)).isEqualTo(before);
        JudgementDocument j = bed.bean(Evaluation.class).judgement(m).orElseThrow();
        assertThat(j.verdict()).isEqualTo("within");
        assertThat(j.series().get(0).count()).isEqualTo(m.received());
    }

    @Test
    void a_logger_that_never_started_comes_home_empty_and_inconclusive() throws InterruptedException {
        String serial = "PL-18051";
        long id = write(serial, new StartCondition.OnButton());
        pass(Duration.ofDays(2));
        assertThat(collect(serial).state()).isEqualTo(Job.State.DONE);
        Mission m = bed.bean(MissionService.class).find(id).orElseThrow();
        assertThat(m.received()).isZero();
        assertThat(m.verdict()).isEqualTo("inconclusive");
        bed.bean(CollectService.class).backToWork(serial, "tech");
        assertThat(bed.bean(MissionService.class).ofLogger(serial, 1).get(0).deviceNumber())
                .isEqualTo(2);
    }

    @Test
    void what_is_not_home_is_not_erased() {
        String serial = "PL-18055";
        write(serial, new StartCondition.Now());
        pass(Duration.ofHours(3));
        assertThatThrownBy(() -> bed.bean(CollectService.class).backToWork(serial, "tech"))
                .isInstanceOf(CollectService.NotNowException.class)
                .hasMessageContaining("not been collected");
        assertThatThrownBy(() -> write(serial, new StartCondition.Now()))
                .isInstanceOf(WriteService.BlockedException.class);
    }

    @Test
    void a_logger_that_reads_back_other_settings_is_not_let_go_to_work() {
        String serial = "PL-18077";
        bed.carry(serial, "dock");
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "forgets-plan"));
        assertThatThrownBy(() -> write(serial, new StartCondition.OnButton()))
                .isInstanceOfSatisfying(
                        WriteService.ReadBackException.class,
                        e -> assertThat(e.differences())
                                .extracting(d -> d.field())
                                .containsExactly("name"));
        bed.bean(Dock.class).poll();
        assertThat(bed.bean(Dock.class).get(serial).running()).isFalse();
        assertThat(bed.bean(MissionService.class).ofLogger(serial, 5))
                .extracting(Mission::state)
                .containsOnly(MissionState.ABANDONED);
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "forgets-plan", "amount", 0));
    }

    @Test
    void a_sensor_that_reads_open_blocks_before_anything_is_written() {
        String serial = "PL-18077";
        bed.carry(serial, "dock");
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "open-sensor"));
        assertThatThrownBy(() -> write(serial, new StartCondition.OnButton()))
                .isInstanceOf(WriteService.BlockedException.class)
                .hasMessageContaining("reads open");
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "open-sensor", "amount", 0));
    }

    @Test
    void a_download_whose_logger_went_away_can_be_given_up() throws InterruptedException {
        String serial = "PL-20422";
        bed.carry(serial, "dock");
        CollectService collections = bed.bean(CollectService.class);
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", false));
        bed.bean(Dock.class).poll();
        collections.order(serial, "tech");
        for (int i = 0;
                i < 200 && collections.active(serial).orElseThrow().state() != Job.State.WAITING_FOR_LOGGER;
                i++) {
            TimeUnit.MILLISECONDS.sleep(50);
        }
        Job waiting = collections.active(serial).orElseThrow();
        assertThat(waiting.message()).contains("Plug it in");
        collections.giveUp(serial, "tech");
        assertThat(collections.active(serial)).isEmpty();
        assertThat(collections.newest(serial).orElseThrow().state()).isEqualTo(Job.State.FAILED);
    }

    @Test
    void damaged_pages_are_counted_and_mended() throws InterruptedException {
        String serial = "PL-18060";
        long id = write(serial, new StartCondition.Now());
        pass(Duration.ofDays(2));
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "damaged-pages", "amount", 3));
        assertThat(collect(serial).state()).isEqualTo(Job.State.DONE);
        assertThat(bed.bean(CaptureStore.class).summary(id).orElseThrow().rereads())
                .isEqualTo(3);
    }

    @Test
    void a_long_record_is_stored_in_blocks_and_drawn_from_summaries() throws InterruptedException {
        long id = write("PL-18072", new StartCondition.Now());
        collect("PL-18072");
        MissionService missions = bed.bean(MissionService.class);
        double[] values = new Random(3).doubles(3_000_000, -20, 40).toArray();
        values[1_234_567] = 84.5;
        TimeAxis axis = TimeAxis.of(
                Instant.parse("2026-01-01T00:00:00Z"), Duration.ofSeconds(2), values.length, ClockCorrection.NONE);
        Mission m = missions.find(id).orElseThrow();
        SeriesStore store = bed.bean(SeriesStore.class);
        store.replace(id, List.of(Series.of("Air", "°C", axis, values, null)));
        Chart.Window all =
                bed.bean(Chart.class).window(m, axis.millisAt(0), axis.millisAt(values.length - 1), 900, false);
        assertThat(all.groups().get(0).t()).hasSize(900);
        assertThat(all.lines().get(0).max()).contains(84.5);
        Chart.Window close =
                bed.bean(Chart.class).window(m, axis.millisAt(1_234_500), axis.millisAt(1_234_600), 900, false);
        assertThat(close.groups().get(0).raw()).isTrue();
        assertThat(close.lines().get(0).max()).contains(84.5).hasSizeBetween(101, 103);
        assertThat(store.window(m, store.tables(m).get(0), 1_234_567, 1_234_568)
                        .get(0)
                        .values(1_234_567, 1_234_568))
                .containsExactly(84.5);
        store.replace(id, List.of());
    }

    @Test
    void plans_have_versions_and_nobody_overwrites_another() {
        PlanService plans = bed.bean(PlanService.class);
        StoredPlan one = plans.create("Versioned", alder(new StartCondition.OnButton()), "tech");
        StoredPlan two = plans.update(one.id(), 1, "Versioned", alder(new StartCondition.Now()), "tech");
        assertThat(two.version()).isEqualTo(2);
        assertThat(plans.settings(two).start()).isEqualTo(new StartCondition.Now());
        assertThatThrownBy(() -> plans.update(one.id(), 1, "Versioned", alder(new StartCondition.Now()), "tech"))
                .isInstanceOf(PlanService.ChangedMeanwhileException.class);
        assertThatThrownBy(() -> plans.create("Versioned", alder(new StartCondition.Now()), "tech"))
                .isInstanceOf(PlanService.NameTakenException.class);
    }

    @Test
    void a_changed_entry_breaks_the_trail_where_it_was_changed() throws Exception {
        AuditTrail trail = bed.bean(AuditTrail.class);
        trail.record("tech", "test", "trail", "", "honest");
        assertThat(trail.firstBroken()).isZero();
        try (Connection connection = TestBed.connect();
                Statement statement = connection.createStatement()) {
            statement.execute("UPDATE audit_entry SET after_state = CONCAT(after_state, '!') WHERE sequence = 2");
            assertThat(trail.firstBroken()).isEqualTo(2);
            statement.execute("UPDATE audit_entry SET after_state = LEFT(after_state, CHAR_LENGTH(after_state) - 1)"
                    + " WHERE sequence = 2");
        }
        assertThat(trail.firstBroken()).isZero();
    }

    /** Everything that was recorded, give or take the quartz's part in one sample. */
    private static void home(long id, long samples) {
        Mission m = mission(id);
        assertThat(m.received()).isEqualTo(m.expected()).isBetween(samples - 1, samples + 1);
    }

    private static Job visit(String serial) throws InterruptedException {
        CollectService collections = bed.bean(CollectService.class);
        collections.order(serial, true, "tech");
        for (int i = 0; i < 600 && collections.active(serial).isPresent(); i++) {
            TimeUnit.MILLISECONDS.sleep(50);
        }
        return collections.newest(serial).orElseThrow();
    }

    @Test
    void a_running_logger_is_visited_again_and_again_and_its_mission_grows_without_doubling() throws Exception {
        String serial = "PL-18538";
        long id = write(serial, new StartCondition.Now());
        MissionService missions = bed.bean(MissionService.class);
        pass(Duration.ofDays(2));
        assertThat(visit(serial).message()).contains("goes on recording");
        home(id, 1440);
        assertThat(missions.find(id).orElseThrow().state()).isEqualTo(MissionState.LOGGING);
        assertThat(missions.find(id).orElseThrow().verdict()).isNotNull();
        pass(Duration.ofDays(1));
        visit(serial);
        home(id, 2160);
        // nothing has been recorded since: nothing changes
        visit(serial);
        home(id, 2160);
        pass(Duration.ofHours(12));
        assertThat(collect(serial).message()).endsWith("samples are home");
        home(id, 2520);
        Mission m = missions.find(id).orElseThrow();
        assertThat(m.state()).isEqualTo(MissionState.COLLECTED);
        assertThat(missions.visits(m)).isEqualTo(4);
        assertThat(bed.bean(SeriesStore.class).tables(m).get(0).axis().count()).isEqualTo(m.received());
        CaptureStore captures = bed.bean(CaptureStore.class);
        for (int visit = 1; visit <= 4; visit++) {
            assertThat(captures.sha256AfterVisit(id, visit)).isEqualTo(captures.notedAfterVisit(id, visit));
        }
        assertThat(captures.notedAfterVisit(id, 1)).isNotEqualTo(captures.notedAfterVisit(id, 2));
        assertThat(captures.notedAfterVisit(id, 4))
                .isEqualTo(captures.find(id).orElseThrow().sha256());
        // byte for byte what the logger holds, although its last page grew from visit to visit
        assertThat(CaptureBytes.ofDatabase(id)).isEqualTo(CaptureBytes.ofFlash(bed.yardData, serial));
        bed.bean(CollectService.class).erase(serial, "tech");
        assertThat(missions.find(id).orElseThrow().erasedAt()).isNotNull();
    }

    @Test
    void what_a_wrapping_logger_overwrote_is_kept_from_an_earlier_visit_or_said_to_be_gone() throws Exception {
        String serial = "PL-18539";
        bed.carry(serial, "dock");
        Plan plan = new Plan(
                "alder-t1",
                "WRAP",
                Duration.ofSeconds(2),
                new StartCondition.Now(),
                new StopCondition.Wrap(),
                List.of(new ChannelSettings(true, "Air", new Alarm(30, Duration.ofMinutes(10), true), null)));
        long id = bed.bean(WriteService.class).write(new MissionDraft(serial, "test", 0, plan, null, "tech"));
        pass(Duration.ofHours(10));
        visit(serial);
        // memory holds 32 000 samples: 4 000 of the first are overwritten after 20 hours, and are here
        pass(Duration.ofHours(10));
        visit(serial);
        Mission held = bed.bean(MissionService.class).find(id).orElseThrow();
        assertThat(held.received()).isGreaterThan(35_999).isEqualTo(held.expected());
        // 54 000 more: some came and went between two visits
        pass(Duration.ofHours(30));
        Job last = collect(serial);
        Mission m = bed.bean(MissionService.class).find(id).orElseThrow();
        assertThat(last.message()).contains("overwritten before anybody came");
        assertThat(m.expected()).isGreaterThan(90_000);
        assertThat(m.received()).isBetween(36_000L + 31_700, 36_000L + 32_300);
        JudgementDocument j = bed.bean(Evaluation.class).judgement(m).orElseThrow();
        assertThat(j.gaps()).hasSize(1);
        assertThat(bed.bean(SeriesStore.class).tables(m).get(0).axis().count()).isEqualTo(m.expected());
        // the logger believes that it is home: the proof is over what it still holds
        bed.bean(CollectService.class).erase(serial, "tech");
    }

    @Test
    void a_station_is_collected_by_itself_and_tried_again_when_it_was_silent() throws Exception {
        String serial = "PL-70001";
        int port = bed.yard.stationPort(serial);
        Stations stations = bed.bean(Stations.class);
        stations.add("127.0.0.1", port, "tech");
        bed.carry(serial, "lirran-tank-feed");
        bed.bean(StationWatch.class).look();
        bed.bean(Dock.class).poll();
        Plan plan = new Plan(
                "linden-n",
                "STATION",
                Duration.ofMinutes(1),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                IntStream.range(0, ModelCatalogue.get("linden-n").channels().size())
                        .mapToObj(i -> new ChannelSettings(i == 0, "Input " + (i + 1), null, null))
                        .toList());
        long id = bed.bean(WriteService.class).write(new MissionDraft(serial, "test", 0, plan, null, "tech"));
        stations.schedule("127.0.0.1", port, 60, 5, "tech");
        until(() -> mission(id).received() != null
                && bed.bean(CollectService.class).active(serial).isEmpty());
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", false));
        bed.bean(StationWatch.class).look();
        pass(Duration.ofMinutes(61));
        until(() -> station(port).retries() == 1);
        assertThat(Duration.between(clock().instant(), station(port).nextAt())).isLessThan(Duration.ofMinutes(6));
        pass(Duration.ofMinutes(6));
        until(() -> station(port).retries() == 2);
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", true));
        bed.bean(StationWatch.class).look();
        pass(Duration.ofMinutes(11));
        until(() -> mission(id).received() > 77
                && bed.bean(CollectService.class).active(serial).isEmpty());
        Mission m = mission(id);
        assertThat(bed.bean(MissionService.class).visits(m)).isEqualTo(2);
        assertThat(m.state()).isEqualTo(MissionState.LOGGING);
        assertThat(m.received()).isEqualTo(m.expected());
        assertThat(station(port).retries()).isZero();
        stations.remove("127.0.0.1", port, "tech");
        bed.bean(StationWatch.class).look();
        bed.carry(serial, "dock");
        collect(serial);
        bed.bean(CollectService.class).erase(serial, "tech");
    }

    @Test
    void a_forgotten_restart_is_on_the_list_until_it_is_put_back_or_into_stock() throws Exception {
        String serial = "PL-18537";
        AttentionService attention = bed.bean(AttentionService.class);
        write(serial, new StartCondition.Now());
        pass(Duration.ofHours(5));
        collect(serial);
        assertThat(attention.all()).noneMatch(n -> n.serial().equals(serial));
        bed.carry(serial, "bench");
        assertThat(attention.all())
                .filteredOn(n -> n.serial().equals(serial))
                .extracting(Need::kind)
                .containsExactly(Need.Kind.LEFT_STOPPED);
        bed.bean(PlacementService.class).retire(serial, "season over", "tech");
        assertThat(attention.all()).noneMatch(n -> n.serial().equals(serial));
        // written again it is at work again, and forgotten again
        bed.carry(serial, "dock");
        bed.bean(CollectService.class).backToWork(serial, "tech");
        pass(Duration.ofHours(5));
        collect(serial);
        bed.carry(serial, "bench");
        assertThat(attention.all()).anyMatch(n -> n.serial().equals(serial));
    }

    @Test
    void records_are_given_up_only_by_name_with_a_reason_and_never_those_that_are_home() throws Exception {
        String serial = "PL-18536";
        CollectService collections = bed.bean(CollectService.class);
        long id = write(serial, new StartCondition.Now());
        pass(Duration.ofHours(5));
        assertThatThrownBy(() -> collections.discard(serial, serial, "rubbish", "tech"))
                .hasMessageContaining("It is running");
        collect(serial);
        assertThatThrownBy(() -> collections.discard(serial, serial, "rubbish", "tech"))
                .hasMessageContaining("home already");
        collections.backToWork(serial, "tech");
        pass(Duration.ofHours(5));
        try (LoggerLink link = bed.bean(Dock.class).open(serial)) {
            link.stop();
        }
        long second = bed.bean(MissionService.class).ofLogger(serial, 1).get(0).id();
        assertThat(second).isNotEqualTo(id);
        assertThatThrownBy(() -> collections.discard(serial, "PL-1", "rubbish", "tech"))
                .hasMessageContaining("type the serial");
        assertThatThrownBy(() -> collections.discard(serial, serial, " ", "tech"))
                .hasMessageContaining("a reason");
        collections.discard(serial, "pl-18536", "on the radiator by mistake", "tech");
        assertThat(mission(second).state()).isEqualTo(MissionState.ABANDONED);
        assertThat(mission(second).remark()).contains("radiator");
        assertThat(bed.bean(Dock.class).look(serial).holdsRecords()).isFalse();
        assertThat(mission(id).received()).isGreaterThan(149);
    }

    @Test
    void a_memory_stick_brings_home_what_a_link_would_and_doubles_nothing() throws Exception {
        String serial = "PL-18535";
        CarrierIntake sticks = bed.bean(CarrierIntake.class);
        long id = write(serial, new StartCondition.Now());
        bed.carry(serial, "tessel-hall");
        pass(Duration.ofDays(1));
        byte[] first = bed.outdoors().carrier(serial);
        CarrierIntake.Taken taken = sticks.take("one.zip", first, "tech");
        assertThat(taken.refused()).isFalse();
        assertThat(taken.missionId()).isEqualTo(id);
        assertThat(taken.message()).contains("goes on recording");
        assertThat(sticks.take("again.zip", first, "tech").message()).contains("byte for byte the same");
        assertThat(bed.bean(MissionService.class).visits(mission(id))).isEqualTo(1);
        pass(Duration.ofDays(1));
        byte[] second = bed.outdoors().carrier(serial);
        assertThat(sticks.take("two.zip", second, "tech").refused()).isFalse();
        home(id, 1440);
        // the older one comes late: nothing goes backwards
        CarrierIntake.Taken late = sticks.take("one.zip", first, "tech");
        assertThat(late.refused()).isTrue();
        assertThat(late.message()).contains("More of mission");
        // and the rest comes over a link
        bed.carry(serial, "dock");
        assertThat(collect(serial).state()).isEqualTo(Job.State.DONE);
        assertThat(CaptureBytes.ofDatabase(id)).isEqualTo(CaptureBytes.ofFlash(bed.yardData, serial));
        assertThat(sticks.take("two.zip", second, "tech").message()).contains("is home already");
        byte[] hurt = second.clone();
        hurt[hurt.length / 2] ^= 0x40;
        CarrierIntake.Taken refused = sticks.take("hurt.zip", hurt, "tech");
        assertThat(refused.refused()).isTrue();
        assertThat(refused.missionId()).isNull();
    }

    @Test
    void what_is_attached_is_told_from_its_bytes_and_never_overwrites() {
        long id = write("PL-18534", new StartCondition.OnButton());
        DocumentationService documentation = bed.bean(DocumentationService.class);
        byte[] pdf = "%PDF-1.7 and so on".getBytes(StandardCharsets.US_ASCII);
        assertThat(documentation.attach(id, "C:\\scans\\../permit?.pdf", pdf, "tech"))
                .isEqualTo("permit_.pdf");
        assertThat(documentation.attach(id, "/tmp/permit_.pdf", pdf, "tech")).isEqualTo("permit_ (2).pdf");
        assertThatThrownBy(() -> documentation.attach(
                        id, "harmless.png", "<script>".getBytes(StandardCharsets.US_ASCII), "tech"))
                .hasMessageContaining("Only PNG and JPEG");
        byte[] large = java.util.Arrays.copyOf(pdf, 10_000_001);
        assertThatThrownBy(() -> documentation.attach(id, "large.pdf", large, "tech"))
                .hasMessageContaining("10 MB");
        assertThat(documentation.attachments(id))
                .hasSize(2)
                .allSatisfy(a -> assertThat(documentation.bytes(a)).isEqualTo(pdf));
        documentation.save(id, new MissionNote("Autumn", "permit 12", "A. and B.", "fog"), "tech");
        assertThat(documentation.note(id).purpose()).isEqualTo("permit 12");
        assertThatThrownBy(() -> documentation.save(id, new MissionNote("x".repeat(201), "", "", ""), "tech"))
                .hasMessageContaining("200 characters");
    }

    private static java.time.Clock clock() {
        return bed.bean(org.pelerin.app.platform.DomainClock.class);
    }

    private static Mission mission(long id) {
        return bed.bean(MissionService.class).find(id).orElseThrow();
    }

    private static Station station(int port) {
        return bed.bean(Stations.class).all().stream()
                .filter(s -> s.port() == port)
                .findFirst()
                .orElseThrow();
    }

    private static void until(java.util.function.BooleanSupplier so) throws InterruptedException {
        for (int i = 0; i < 800 && !so.getAsBoolean(); i++) {
            TimeUnit.MILLISECONDS.sleep(50);
        }
        assertThat(so.getAsBoolean()).isTrue();
    }

    @Test
    void a_batch_says_the_pin_of_those_that_ask_and_forgets_it() throws Exception {
        List<String> serials = List.of("PL-18540", "PL-18541");
        serials.forEach(serial -> bed.carry(serial, "dock"));
        LoggerCare care = bed.bean(LoggerCare.class);
        care.setPin("PL-18541", "", "4711", "tech");
        BatchService batches = bed.bean(BatchService.class);
        List<BatchService.Wanted> wanted = serials.stream()
                .map(serial -> new BatchService.Wanted(serial, "N-" + serial, null))
                .toList();
        Plan plan = alder(new StartCondition.OnButton());
        long wrong = batches.order("test", 0, plan, wanted, "0815", "tech");
        assertThat(states(wrong)).containsExactly(BatchItem.State.DONE, BatchItem.State.FAILED);
        assertThat(batches.items(wrong).get(1).message()).contains("PIN");
        assertThat(pinOf(wrong)).isEmpty();
        batches.resume(wrong, "4711", "tech");
        assertThat(states(wrong)).containsOnly(BatchItem.State.DONE);
        assertThat(pinOf(wrong)).isEmpty();
        care.clearPin("PL-18541", "tech");
    }

    private static List<BatchItem.State> states(long batch) throws InterruptedException {
        BatchService batches = bed.bean(BatchService.class);
        for (int i = 0;
                i < 400 && batches.items(batch).stream().anyMatch(x -> x.state().open());
                i++) {
            TimeUnit.MILLISECONDS.sleep(50);
        }
        // the PIN is forgotten just after the last one is done
        TimeUnit.MILLISECONDS.sleep(200);
        return batches.items(batch).stream().map(BatchItem::state).toList();
    }

    private static String pinOf(long batch) throws SQLException {
        try (Connection connection = TestBed.connect();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("SELECT pin FROM batch WHERE id = " + batch)) {
            row.next();
            return row.getString(1);
        }
    }
}
