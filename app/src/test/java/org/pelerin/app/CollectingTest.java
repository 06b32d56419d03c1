package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.CarrierIntake;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.CollectionScope;
import org.pelerin.app.collect.Job;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.Station;
import org.pelerin.app.loggers.connection.StationWatch;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.platform.DomainClock;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.capture.CaptureDecoder;
import org.pelerin.link.message.PageTable;
import org.springframework.jdbc.core.JdbcTemplate;

/** Collecting, again and again and in every way, and what loggers are allowed to lose afterwards. */
@Tag("bed")
@Timeout(120)
class CollectingTest {

    private static TestBed bed;
    private static Hands hands;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        hands = new Hands(bed);
    }

    @AfterEach
    void tidy() {
        bed.emptyDock();
    }

    private static Station station(int port) {
        return bed.bean(Stations.class).all().stream()
                .filter(s -> s.port() == port)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void a_running_logger_is_visited_again_and_again_and_its_mission_grows_without_doubling() throws Exception {
        String serial = "PL-18538";
        long id = hands.write(serial, new StartCondition.Now());
        MissionQueries missions = bed.bean(MissionQueries.class);
        hands.pass(Duration.ofDays(2));
        assertThat(hands.visit(serial).message()).contains("is still logging");
        hands.home(id, 1440);
        assertThat(missions.find(id).orElseThrow().state()).isEqualTo(MissionState.LOGGING);
        assertThat(missions.find(id).orElseThrow().records().verdict()).isNotNull();
        hands.pass(Duration.ofDays(1));
        hands.visit(serial);
        hands.home(id, 2160);
        // nothing has been recorded since: nothing changes
        hands.visit(serial);
        hands.home(id, 2160);
        hands.pass(Duration.ofHours(12));
        assertThat(hands.collect(serial).message()).endsWith("samples collected");
        hands.home(id, 2520);
        Mission m = missions.find(id).orElseThrow();
        assertThat(m.state()).isEqualTo(MissionState.COLLECTED);
        assertThat(bed.bean(CaptureStore.class).countVisits(m.id())).isEqualTo(4);
        assertThat(bed.bean(SeriesStore.class).tables(m).get(0).axis().count())
                .isEqualTo(m.records().received());
        CaptureStore captures = bed.bean(CaptureStore.class);
        for (int visit = 1; visit <= 4; visit++) {
            assertThat(captures.sha256AfterVisit(id, visit)).isEqualTo(captures.notedAfterVisit(id, visit));
        }
        assertThat(captures.visitsTo(id)).hasSize(4).allSatisfy(v -> {
            assertThat(v.received()).isEqualTo(v.expected());
            assertThat(v.gaps()).isZero();
            assertThat(v.reread()).isEmpty();
            assertThat(v.battery()).isBetween(1, 1000);
            assertThat(v.sha256()).isEqualTo(captures.notedAfterVisit(id, v.seq()));
        });
        assertThat(captures.visitsTo(id).get(3).received()).isBetween(1440L, 1442L);
        assertThat(captures.notedAfterVisit(id, 1)).isNotEqualTo(captures.notedAfterVisit(id, 2));
        assertThat(captures.notedAfterVisit(id, 4))
                .isEqualTo(captures.find(id).orElseThrow().sha256());
        // a visit of before pages were linked is checked by what it was hashed with
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        sql.update("UPDATE capture_read SET linked = FALSE WHERE mission_id = ? AND seq = 4", id);
        assertThat(captures.sha256AfterVisit(id, 4))
                .isEqualTo(captures.find(id).orElseThrow().capture().unlinkedSha256())
                .isNotEqualTo(captures.notedAfterVisit(id, 4));
        sql.update("UPDATE capture_read SET linked = TRUE WHERE mission_id = ? AND seq = 4", id);
        // byte for byte what the logger holds, although its last page grew from visit to visit
        assertThat(CaptureBytes.ofDatabase(id)).isEqualTo(CaptureBytes.ofFlash(bed.yardData, serial));
        bed.bean(CollectService.class).erase(serial, "tech");
        assertThat(missions.find(id).orElseThrow().records().erasedAt()).isNotNull();
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
        long id = hands.write(serial, plan);
        hands.pass(Duration.ofHours(10));
        hands.visit(serial);
        // memory holds 32 000 samples: 4 000 of the first are overwritten after 20 hours, and are here
        hands.pass(Duration.ofHours(10));
        hands.visit(serial);
        Mission held = bed.bean(MissionQueries.class).find(id).orElseThrow();
        assertThat(held.records().received())
                .isGreaterThan(35_999)
                .isEqualTo(held.records().expected());
        // 54 000 more: some came and went between two visits
        hands.pass(Duration.ofHours(30));
        Job last = hands.collect(serial);
        Mission m = bed.bean(MissionQueries.class).find(id).orElseThrow();
        assertThat(last.message()).contains("overwritten before collection");
        assertThat(m.records().expected()).isGreaterThan(90_000);
        assertThat(m.records().received()).isBetween(36_000L + 31_700, 36_000L + 32_300);
        JudgementDocument j = bed.bean(Evaluation.class).judgement(m).orElseThrow();
        assertThat(j.gaps()).hasSize(1);
        assertThat(bed.bean(SeriesStore.class).tables(m).get(0).axis().count())
                .isEqualTo(m.records().expected());
        // the logger believes that it is home: the proof is over what it still holds
        bed.bean(CollectService.class).erase(serial, "tech");
    }

    private static List<Need.Kind> needs(String serial) {
        return bed.bean(AttentionService.class).of(serial).orElseThrow().needs().stream()
                .map(Need::kind)
                .toList();
    }

    @Test
    void a_station_is_collected_by_itself_and_tried_again_when_it_was_silent() throws Exception {
        String serial = "PL-70001";
        int port = bed.yard.stationPort(serial);
        Stations stations = bed.bean(Stations.class);
        stations.add("127.0.0.1", port, "tech");
        bed.carry(serial, "lirran-tank-feed");
        // it lay about for as long as the tests before this one let pass
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "fresh-battery"));
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
        // over the network, where it hangs
        long id = bed.bean(WriteService.class).write(new MissionDraft(serial, "test", 0, plan, null, "tech"));
        stations.schedule(station(port), 60, 5, "", "tech");
        hands.until(() -> hands.mission(id).records().received() != null
                && bed.bean(CollectService.class).active(serial).isEmpty());
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", false));
        bed.bean(StationWatch.class).look();
        hands.pass(Duration.ofMinutes(61));
        hands.until(() -> station(port).retries() == 1);
        assertThat(Duration.between(
                        bed.bean(DomainClock.class).instant(), station(port).nextAt()))
                .isLessThan(Duration.ofMinutes(6));
        hands.pass(Duration.ofMinutes(6));
        hands.until(() -> station(port).retries() == 2);
        // cut off for longer than two of its collections: a need of its own, with what was missed
        assertThat(needs(serial)).doesNotContain(Need.Kind.SILENT);
        hands.pass(Duration.ofMinutes(61));
        hands.until(() -> station(port).retries() == 3);
        bed.bean(StationWatch.class).look();
        assertThat(needs(serial)).contains(Need.Kind.SILENT);
        try (BrowserContext context = bed.browser().newContext()) {
            Page page = bed.signedIn(context);
            page.navigate(bed.address + "/dock/stations/" + station(port).id());
            assertThat(page.innerText("h1")).contains("does not answer since");
            assertThat(page.innerText("table.pairs").replaceAll("\\s+", " "))
                    .contains(serial, "“test”", "Missed collections 2");
            // no table of another model is offered, and its collections are still told
            assertThat(page.textContent("fieldset.choices")).doesNotContain("disturbances");
            assertThat(page.locator("table.wide tr").count()).isGreaterThan(1);
            assertThat(page.locator(".live-box").count()).isZero();
            page.navigate(bed.address + "/to-do");
            assertThat(page.textContent("section")).contains("network station does not answer", "2 collections missed");
        }
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", true));
        bed.bean(StationWatch.class).look();
        hands.pass(Duration.ofMinutes(21));
        hands.until(() -> hands.mission(id).records().received() > 77
                && bed.bean(CollectService.class).active(serial).isEmpty());
        Mission m = hands.mission(id);
        assertThat(bed.bean(CaptureStore.class).countVisits(m.id())).isEqualTo(2);
        assertThat(m.state()).isEqualTo(MissionState.LOGGING);
        assertThat(m.records().received()).isEqualTo(m.records().expected());
        assertThat(station(port).retries()).isZero();
        assertThat(needs(serial)).doesNotContain(Need.Kind.SILENT);
        stations.remove(station(port), "tech");
        bed.bean(StationWatch.class).look();
        bed.carry(serial, "dock");
        hands.collect(serial);
        bed.bean(CollectService.class).erase(serial, "tech");
    }

    @Test
    void a_forgotten_restart_is_on_the_list_until_it_is_put_back_or_into_stock() throws Exception {
        String serial = "PL-18537";
        AttentionService attention = bed.bean(AttentionService.class);
        hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofHours(5));
        hands.collect(serial);
        assertThat(attention.all()).noneMatch(n -> n.serial().equals(serial));
        // somebody comes by once more
        Job again = hands.visit(serial);
        assertThat(again.state()).isEqualTo(Job.State.DONE);
        assertThat(again.message()).startsWith("Nothing new");
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
        hands.pass(Duration.ofHours(5));
        hands.collect(serial);
        bed.carry(serial, "bench");
        assertThat(attention.all()).anyMatch(n -> n.serial().equals(serial));
    }

    @Test
    void records_are_given_up_only_by_name_with_a_reason_and_never_those_that_are_home() throws Exception {
        String serial = "PL-18536";
        CollectService collections = bed.bean(CollectService.class);
        long id = hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofHours(5));
        assertThatThrownBy(() -> collections.discard(serial, serial, "rubbish", "tech"))
                .hasMessageContaining("The logger is logging");
        hands.collect(serial);
        assertThatThrownBy(() -> collections.discard(serial, serial, "rubbish", "tech"))
                .hasMessageContaining("already collected");
        collections.backToWork(serial, "tech");
        hands.pass(Duration.ofHours(5));
        try (LoggerLink link = bed.bean(Dock.class).open(serial)) {
            link.stop();
        }
        long second = bed.bean(MissionQueries.class).ofLogger(serial, 1).get(0).id();
        assertThat(second).isNotEqualTo(id);
        assertThatThrownBy(() -> collections.discard(serial, "PL-1", "rubbish", "tech"))
                .hasMessageContaining("type the serial");
        assertThatThrownBy(() -> collections.discard(serial, serial, " ", "tech"))
                .hasMessageContaining("a reason");
        collections.discard(serial, "pl-18536", "on the radiator by mistake", "tech");
        assertThat(hands.mission(second).state()).isEqualTo(MissionState.ABANDONED);
        assertThat(hands.mission(second).remark()).contains("radiator");
        assertThat(bed.bean(Dock.class).look(serial).holdsRecords()).isFalse();
        assertThat(hands.mission(id).records().received()).isGreaterThan(149);
    }

    @Test
    void a_memory_stick_brings_home_what_a_link_would_and_doubles_nothing() throws Exception {
        String serial = "PL-18535";
        CarrierIntake sticks = bed.bean(CarrierIntake.class);
        long id = hands.write(serial, new StartCondition.Now());
        bed.carry(serial, "tessel-hall");
        hands.pass(Duration.ofDays(1));
        byte[] first = bed.outdoors().carrier(serial);
        CarrierIntake.Taken taken = sticks.take("one.zip", first, "tech");
        assertThat(taken.refused()).isFalse();
        assertThat(taken.missionId()).isEqualTo(id);
        assertThat(taken.message()).contains("is still logging");
        assertThat(sticks.take("again.zip", first, "tech").message()).contains("byte for byte the same");
        assertThat(bed.bean(CaptureStore.class).countVisits(id)).isEqualTo(1);
        hands.pass(Duration.ofDays(1));
        byte[] second = bed.outdoors().carrier(serial);
        assertThat(sticks.take("two.zip", second, "tech").refused()).isFalse();
        hands.home(id, 1440);
        // the older one comes late: nothing goes backwards
        CarrierIntake.Taken late = sticks.take("one.zip", first, "tech");
        assertThat(late.refused()).isFalse();
        assertThat(late.message()).contains("An older copy of mission " + id + " of " + serial);
        hands.home(id, 1440);
        // and the rest comes over a link
        bed.carry(serial, "dock");
        assertThat(hands.collect(serial).state()).isEqualTo(Job.State.DONE);
        assertThat(CaptureBytes.ofDatabase(id)).isEqualTo(CaptureBytes.ofFlash(bed.yardData, serial));
        assertThat(sticks.take("two.zip", second, "tech").message())
                .contains("all its records are already here, and more");
        byte[] hurt = second.clone();
        hurt[hurt.length / 2] ^= 0x40;
        CarrierIntake.Taken refused = sticks.take("hurt.zip", hurt, "tech");
        assertThat(refused.refused()).isTrue();
        assertThat(refused.missionId()).isNull();
    }

    @Test
    void several_missions_in_memory_come_home_as_chosen_and_all_must_before_anything_is_erased() throws Exception {
        String serial = "PL-44120";
        CollectService collections = bed.bean(CollectService.class);
        MissionQueries missions = bed.bean(MissionQueries.class);
        hands.write(serial, Hands.again("hazel-c4", Duration.ofMinutes(1)));
        int first = missions.ofLogger(serial, 1).get(0).device().missionNumber();
        bed.carry(serial, "orsel-meter");
        hands.run(serial, 2);
        hands.run(serial, 3);
        hands.run(serial, 4);
        bed.carry(serial, "dock");
        assertThat(bed.bean(Dock.class).look(serial).status().missions()).containsExactly(first, first + 1, first + 2);
        // those begun by hand are known, with the plan and the writer of the first
        hands.until(() -> missions.ofDevice(serial, first + 2)
                .filter(m -> m.state() == MissionState.ENDED)
                .isPresent());
        assertThat(missions.ofDevice(serial, first + 1).orElseThrow().copy().planName())
                .isEqualTo("test");
        Mission held = missions.ofDevice(serial, first + 1).orElseThrow();
        // three hours, as the logger says, and not until its memory would have been full
        assertThat(Duration.between(held.course().startsAt(), held.course().endsAt())
                        .toMinutes())
                .isBetween(179L, 181L);
        Job chosen = hands.collect(serial, false, new CollectionScope(Set.of(first + 1), Set.of()));
        assertThat(chosen.state()).isEqualTo(Job.State.DONE);
        Mission second = missions.ofDevice(serial, first + 1).orElseThrow();
        hands.home(second.id(), 180);
        assertThat(second.state()).isEqualTo(MissionState.COLLECTED);
        assertThat(missions.ofDevice(serial, first).orElseThrow().state()).isEqualTo(MissionState.ENDED);
        assertThatThrownBy(() -> collections.erase(serial, "tech")).hasMessageContaining("not collected yet");
        assertThatThrownBy(() -> collections.backToWork(serial, "tech")).hasMessageContaining("not collected yet");
        // one on a stick, the rest over the link; what is home is not fetched again
        CarrierIntake.Taken stick =
                bed.bean(CarrierIntake.class).take("first.zip", bed.outdoors().carrier(serial, first), "tech");
        assertThat(stick.missionId())
                .isEqualTo(missions.ofDevice(serial, first).orElseThrow().id());
        assertThat(hands.collect(serial).message())
                .contains("Mission " + (first + 2))
                .doesNotContain("Mission " + first + ":")
                .doesNotContain("Mission " + (first + 1) + ":");
        hands.home(missions.ofDevice(serial, first).orElseThrow().id(), 120);
        hands.home(missions.ofDevice(serial, first + 2).orElseThrow().id(), 240);
        for (int number = first; number < first + 3; number++) {
            long id = missions.ofDevice(serial, number).orElseThrow().id();
            assertThat(CaptureBytes.ofDatabase(id)).isEqualTo(CaptureBytes.ofFlash(bed.yardData, serial, number));
        }
        collections.backToWork(serial, "tech");
        assertThat(bed.bean(Dock.class).look(serial).status().missions()).containsExactly(first + 3);
        assertThat(missions.ofDevice(serial, first).orElseThrow().records().erasedAt())
                .isNotNull();
        hands.collect(serial);
        collections.erase(serial, "tech");
    }

    @Test
    void a_cable_that_comes_out_between_two_missions_costs_neither() throws Exception {
        String serial = "PL-42005";
        MissionQueries missions = bed.bean(MissionQueries.class);
        hands.write(serial, Hands.again("rowan-a2", Duration.ofSeconds(10)));
        int first = missions.ofLogger(serial, 1).get(0).device().missionNumber();
        bed.carry(serial, "tessel-line");
        hands.run(serial, 6);
        hands.run(serial, 6);
        bed.carry(serial, "dock");
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "cable-half-way"));
        CollectService collections = bed.bean(CollectService.class);
        collections.order(serial, "tech");
        hands.until(() -> collections
                .active(serial)
                .filter(j -> j.state() == Job.State.WAITING_FOR_LOGGER)
                .isPresent());
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", true));
        hands.until(() -> collections.active(serial).isEmpty());
        for (int number = first; number < first + 2; number++) {
            hands.home(missions.ofDevice(serial, number).orElseThrow().id(), 2160);
        }
        collections.erase(serial, "tech");
        assertThat(bed.bean(Dock.class).look(serial).status().missions()).isEmpty();
    }

    @Test
    void a_table_that_is_left_out_stays_in_the_logger_and_can_be_had_later() throws Exception {
        String serial = "PL-60003";
        MissionQueries missions = bed.bean(MissionQueries.class);
        Plan hawthorn = new Plan(
                "hawthorn-m32",
                "TWO",
                Duration.ofMinutes(5),
                null,
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                IntStream.range(0, ModelCatalogue.get("hawthorn-m32").channels().size())
                        .mapToObj(i -> new ChannelSettings(i < 2, "In " + (i + 1), null, null))
                        .toList(),
                Map.of(Plan.SECOND, "PT1H"));
        long id = hands.write(serial, hawthorn);
        hands.pass(Duration.ofHours(48));
        CollectionScope hourly = CollectionScope.ofTables(Set.of(PageTable.SECOND));
        assertThat(hands.collect(serial, true, hourly).message()).endsWith("not collected, as was chosen: records");
        assertThat(hands.mission(id).records().received()).isZero();
        assertThat(hands.mission(id).records().verdict()).isEqualTo("inconclusive");
        // two channels, each with mean, least and greatest of 48 hours
        assertThat(series(id))
                .hasSize(6)
                .allSatisfy(s -> assertThat((long) s.axis().count()).isBetween(47L, 48L));
        // stopped, and still not all of it: it is not home
        hands.collect(serial, false, hourly);
        // a look at the dock from before may still be under way
        hands.until(() -> hands.mission(id).state() == MissionState.ENDED);
        assertThatThrownBy(() -> bed.bean(CollectService.class).erase(serial, "tech"))
                .hasMessageContaining("not collected yet");
        hands.collect(serial);
        assertThat(hands.mission(id).state()).isEqualTo(MissionState.COLLECTED);
        hands.home(id, 577);
        assertThat(series(id)).hasSize(8);
        CaptureStore captures = bed.bean(CaptureStore.class);
        for (int visit = 1; visit <= 3; visit++) {
            assertThat(captures.sha256AfterVisit(id, visit)).isEqualTo(captures.notedAfterVisit(id, visit));
        }
        bed.bean(CollectService.class).erase(serial, "tech");
    }

    private static List<Series> series(long id) {
        StoredCapture stored = bed.bean(CaptureStore.class).find(id).orElseThrow();
        return CaptureDecoder.decode(stored.capture(), ClockCorrection.NONE).series();
    }

    @Test
    void a_clock_that_somebody_sets_meanwhile_makes_two_parts_and_no_gap() throws Exception {
        String serial = "PL-18538";
        long id = hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofDays(4));
        // an hour, as if for another zone
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "clock-set", "amount", 3_600_000));
        hands.pass(Duration.ofDays(2));
        hands.collect(serial);
        hands.home(id, 4321);
        Mission m = hands.mission(id);
        assertThat(bed.bean(Evaluation.class).judgement(m).orElseThrow().gaps()).isEmpty();
        SeriesStore store = bed.bean(SeriesStore.class);
        assertThat(store.clock(m).settings()).hasSize(1);
        StoredCapture capture = bed.bean(CaptureStore.class).find(id).orElseThrow();
        assertThat(store.clock(m)).isEqualTo(capture.correction());
        // at the setting the record bears the time that was set: an hour more than what it had counted
        ClockCorrection.Setting setting = store.clock(m).settings().get(0);
        assertThat(store.clock(m).correct(setting.before())).isEqualTo(setting.after());
        bed.bean(CollectService.class).erase(serial, "tech");
    }

    @Test
    void what_is_home_gives_way_to_another_plan_and_nothing_else_does() throws Exception {
        String serial = "PL-18539";
        long first = hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofHours(5));
        try (LoggerLink link = bed.bean(Dock.class).open(serial)) {
            link.stop();
        }
        assertThatThrownBy(() -> hands.write(serial, new StartCondition.OnButton()))
                .hasMessageContaining("that are not collected");
        assertThat(hands.mission(first).records().erasedAt()).isNull();
        hands.collect(serial);
        long second = hands.write(serial, new StartCondition.OnButton());
        assertThat(hands.mission(first).records().erasedAt()).isNotNull();
        assertThat(hands.mission(second).state()).isIn(MissionState.WRITTEN, MissionState.WAITING);
        hands.home(first, 151);
        hands.collect(serial);
        bed.bean(CollectService.class).erase(serial, "tech");
    }
}
