package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.deployment.prepare.batch.BatchItem;
import org.pelerin.app.deployment.prepare.batch.BatchService;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.loggers.care.LoggerCare;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.missions.documentation.DocumentationService;
import org.pelerin.app.missions.documentation.MissionNote;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.review.Chart;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.link.capture.CaptureDecoder;

/** The services against a real database and the yard. */
@Tag("bed")
@Timeout(120)
class ServiceTest {

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

    @Test
    void drift_is_measured_and_corrected_and_can_be_switched_off() throws InterruptedException {
        String serial = "PL-18033";
        long id = hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofDays(20));
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "clock", "amount", 90_000));
        assertThat(hands.collect(serial).state()).isEqualTo(Job.State.DONE);
        StoredCapture capture = bed.bean(CaptureStore.class).find(id).orElseThrow();
        // 90 s by hand, and the quartz within 35 ppm of 20 days
        assertThat(capture.clockOffset()).isBetween(Duration.ofSeconds(90 - 61), Duration.ofSeconds(90 + 61));
        MissionQueries missions = bed.bean(MissionQueries.class);
        Mission m = missions.find(id).orElseThrow();
        TimeAxis corrected = bed.bean(SeriesStore.class).tables(m).get(0).axis();
        Evaluation evaluation = bed.bean(Evaluation.class);
        evaluation.decideClock(m, false, "the reference was wrong", "tech");
        assertThat(missions.clockDecision(id).orElseThrow().reason()).isEqualTo("the reference was wrong");
        Mission off = missions.find(id).orElseThrow();
        TimeAxis own = bed.bean(SeriesStore.class).tables(off).get(0).axis();
        assertThat(own.first()).isEqualTo(capture.header().firstSampleAt());
        long shift = own.millisAt(own.count() - 1) - corrected.millisAt(own.count() - 1);
        assertThat(Duration.ofMillis(shift).minus(capture.clockOffset()).abs()).isLessThan(Duration.ofSeconds(1));
        assertThat(evaluation.judgement(off).orElseThrow().series().get(0).first())
                .isEqualTo(own.first());
        // said twice it is decided once
        evaluation.decideClock(off, false, "again", "other");
        assertThat(missions.clockDecision(id).orElseThrow().by()).isEqualTo("tech");
        evaluation.decideClock(off, true, "it was not", "tech");
        assertThat(evaluation.judgement(off).orElseThrow().series().get(0).first())
                .isEqualTo(corrected.first());
    }

    @Test
    void the_judgement_follows_from_the_capture_alone() throws InterruptedException {
        String serial = "PL-18034";
        long id = hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofDays(3));
        hands.collect(serial);
        Mission m = bed.bean(MissionQueries.class).find(id).orElseThrow();
        String before = bed.bean(Evaluation.class).text(m);
        StoredCapture capture = bed.bean(CaptureStore.class).find(id).orElseThrow();
        assertThat(capture.capture().sha256()).isEqualTo(capture.sha256());
        List<Series> again =
                CaptureDecoder.decode(capture.capture(), capture.correction()).series();
        bed.bean(SeriesWriter.class).replace(id, again);
        Evaluation evaluation = bed.bean(Evaluation.class);
        evaluation.keep(
                id,
                evaluation.judge(
                        m,
                        evaluation.version(id),
                        bed.bean(SeriesStore.class).load(m),
                        m.records().collectedAt()));
        assertThat(bed.bean(Evaluation.class).text(m)).isEqualTo(before);
        JudgementDocument j = bed.bean(Evaluation.class).judgement(m).orElseThrow();
        assertThat(j.verdict()).isEqualTo("within");
        assertThat(j.series().get(0).count()).isEqualTo(m.records().received());
    }

    @Test
    void a_logger_that_never_started_comes_home_empty_and_inconclusive() throws InterruptedException {
        String serial = "PL-18051";
        long id = hands.write(serial, new StartCondition.OnButton());
        hands.pass(Duration.ofDays(2));
        assertThat(hands.collect(serial).state()).isEqualTo(Job.State.DONE);
        Mission m = bed.bean(MissionQueries.class).find(id).orElseThrow();
        assertThat(m.records().received()).isZero();
        assertThat(m.records().verdict()).isEqualTo("inconclusive");
        bed.bean(CollectService.class).backToWork(serial, "tech");
        assertThat(bed.bean(MissionQueries.class)
                        .ofLogger(serial, 1)
                        .get(0)
                        .device()
                        .missionNumber())
                .isEqualTo(2);
    }

    @Test
    void what_is_not_home_is_not_erased() {
        String serial = "PL-18055";
        hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofHours(3));
        assertThatThrownBy(() -> bed.bean(CollectService.class).backToWork(serial, "tech"))
                .isInstanceOf(CollectService.NotNowException.class)
                .hasMessageContaining("not collected yet");
        assertThatThrownBy(() -> hands.write(serial, new StartCondition.Now()))
                .isInstanceOf(WriteService.BlockedException.class);
    }

    @Test
    void a_logger_that_reads_back_other_settings_is_not_let_go_to_work() throws Exception {
        String serial = "PL-18077";
        hands.write(serial, new StartCondition.OnButton());
        hands.collect(serial);
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "forgets-plan"));
        assertThatThrownBy(() -> hands.write(serial, new StartCondition.OnButton()))
                .isInstanceOfSatisfying(
                        WriteService.ReadBackException.class,
                        e -> assertThat(e.differences())
                                .extracting(d -> d.field())
                                .containsExactly("name"));
        bed.bean(Dock.class).poll();
        assertThat(bed.bean(Dock.class).get(serial).running()).isFalse();
        assertThat(noted(serial)).endsWith("write mission: intended", "write mission: failed");
        assertThat(bed.bean(MissionQueries.class).ofLogger(serial, 1))
                .extracting(Mission::state)
                .containsOnly(MissionState.ABANDONED);
        // its page stands, though its newest mission was never written
        try (BrowserContext context = bed.browser().newContext()) {
            Page page = bed.signedIn(context);
            page.navigate(bed.address + "/dock/" + serial);
            assertThat(page.textContent("h1")).contains(serial);
        }
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "forgets-plan", "amount", 0));
    }

    @Test
    void a_sensor_that_reads_open_blocks_before_anything_is_written() {
        String serial = "PL-18077";
        bed.carry(serial, "dock");
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "open-sensor"));
        assertThatThrownBy(() -> hands.write(serial, new StartCondition.OnButton()))
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
        long id = hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofDays(2));
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "damaged-pages", "amount", 3));
        assertThat(hands.collect(serial).state()).isEqualTo(Job.State.DONE);
        assertThat(bed.bean(CaptureStore.class).summary(id).orElseThrow().rereads())
                .isEqualTo(3);
        // the same page came damaged three times, and whole the fourth
        assertThat(bed.bean(CaptureStore.class).visitsTo(id).get(0).reread()).isEqualTo("page 0 3 times");
    }

    @Test
    void a_long_record_is_stored_in_blocks_and_drawn_from_summaries() throws InterruptedException {
        long id = hands.write("PL-18072", new StartCondition.Now());
        hands.collect("PL-18072");
        MissionQueries missions = bed.bean(MissionQueries.class);
        double[] values = new Random(3).doubles(3_000_000, -20, 40).toArray();
        values[1_234_567] = 84.5;
        TimeAxis axis = TimeAxis.of(
                Instant.parse("2026-01-01T00:00:00Z"), Duration.ofSeconds(2), values.length, ClockCorrection.NONE);
        Mission m = missions.find(id).orElseThrow();
        SeriesStore store = bed.bean(SeriesStore.class);
        bed.bean(SeriesWriter.class).replace(id, List.of(Series.of(Channel.of("Air", "°C"), axis, values, null)));
        Chart.Window all = bed.bean(Chart.class)
                .window(m, axis.millisAt(0), axis.millisAt(values.length - 1), 900, ShownUnits.RECORDED);
        assertThat(all.groups().get(0).t()).hasSize(900);
        assertThat(all.lines().get(0).max()).contains(84.5);
        Chart.Window close = bed.bean(Chart.class)
                .window(m, axis.millisAt(1_234_500), axis.millisAt(1_234_600), 900, ShownUnits.RECORDED);
        assertThat(close.groups().get(0).raw()).isTrue();
        assertThat(close.lines().get(0).max()).contains(84.5).hasSizeBetween(101, 103);
        assertThat(store.window(m, store.tables(m).get(0), 1_234_567, 1_234_568)
                        .get(0)
                        .values(1_234_567, 1_234_568))
                .containsExactly(84.5);
        bed.bean(SeriesWriter.class).replace(id, List.of());
    }

    @Test
    void plans_have_versions_and_nobody_overwrites_another() {
        PlanService plans = bed.bean(PlanService.class);
        StoredPlan one = plans.create("Versioned", Hands.alder(new StartCondition.OnButton()), "tech");
        StoredPlan two = plans.update(one.id(), 1, "Versioned", Hands.alder(new StartCondition.Now()), "tech");
        assertThat(two.version()).isEqualTo(2);
        assertThat(plans.settings(two).start()).isEqualTo(new StartCondition.Now());
        assertThatThrownBy(() -> plans.update(one.id(), 1, "Versioned", Hands.alder(new StartCondition.Now()), "tech"))
                .isInstanceOf(ChangedMeanwhileException.class);
        assertThatThrownBy(() -> plans.create("Versioned", Hands.alder(new StartCondition.Now()), "tech"))
                .isInstanceOf(PlanService.NameTakenException.class);
    }

    @Test
    void a_changed_entry_breaks_the_trail_where_it_was_changed() throws Exception {
        AuditTrail trail = bed.bean(AuditTrail.class);
        trail.record("tech", "test", "trail", "", "honest");
        assertThat(trail.firstBroken()).isZero();
        try (Connection connection = TestDatabase.connect();
                Statement statement = connection.createStatement()) {
            statement.execute("UPDATE audit_entry SET after_state = CONCAT(after_state, '!') WHERE sequence = 2");
            assertThat(trail.firstBroken()).isEqualTo(2);
            statement.execute("UPDATE audit_entry SET after_state = LEFT(after_state, CHAR_LENGTH(after_state) - 1)"
                    + " WHERE sequence = 2");
        }
        assertThat(trail.firstBroken()).isZero();
    }

    /** What the trail says of a subject that contains this word, the oldest first. */
    private static List<String> noted(String subject) throws SQLException {
        List<String> out = new ArrayList<>();
        try (Connection c = TestDatabase.connect();
                PreparedStatement s =
                        c.prepareStatement("SELECT action FROM audit_entry WHERE subject LIKE ? ORDER BY sequence")) {
            s.setString(1, "%" + subject + "%");
            try (ResultSet r = s.executeQuery()) {
                while (r.next()) {
                    out.add(r.getString(1));
                }
            }
        }
        return out;
    }

    @Test
    void what_is_done_to_a_logger_is_noted_before_and_after_or_that_it_failed() throws Exception {
        String serial = "PL-18033";
        int before = noted(serial).size();
        hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofDays(1));
        assertThat(hands.collect(serial).state()).isEqualTo(Job.State.DONE);
        CollectService collecting = bed.bean(CollectService.class);
        collecting.erase(serial, "tech");
        List<String> all = noted(serial);
        assertThat(all.subList(before, all.size()))
                .containsSubsequence(
                        "write mission: intended",
                        "write mission",
                        "order collection",
                        "stop logger: intended",
                        "stop logger",
                        "collect mission",
                        "erase logger: intended",
                        "erase logger");
        // what holds nothing has nothing to bring home
        collecting.order(serial, "tech");
        hands.until(() -> collecting.active(serial).isEmpty());
        assertThat(noted(serial)).last().isEqualTo("collect: failed");
    }

    @Test
    void what_is_attached_is_told_from_its_bytes_and_never_overwrites() {
        long id = hands.write("PL-18534", new StartCondition.OnButton());
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
        documentation.save(id, new MissionNote("Autumn", "permit 12", "A. and B.", "the upper vault", "fog"), "tech");
        assertThat(documentation.note(id).purpose()).isEqualTo("permit 12");
        assertThatThrownBy(() -> documentation.save(id, new MissionNote("x".repeat(201), "", "", "", ""), "tech"))
                .hasMessageContaining("200 characters");
    }

    @Test
    void a_batch_says_the_pin_of_those_that_ask_and_forgets_it() throws Exception {
        List<String> serials = List.of("PL-18540", "PL-18541");
        serials.forEach(serial -> bed.carry(serial, "dock"));
        LoggerCare care = bed.bean(LoggerCare.class);
        care.setPin("PL-18541", "", "4711", "tech");
        BatchService batches = bed.bean(BatchService.class);
        BatchService.Chosen plan = new BatchService.Chosen("test", 0, Hands.alder(new StartCondition.OnButton()));
        List<BatchService.Wanted> wanted = serials.stream()
                .map(serial -> new BatchService.Wanted(serial, "N-" + serial, null, plan))
                .toList();
        long wrong = batches.order(new BatchService.Order(plan, wanted, "0815", ""), "tech");
        assertThat(states(wrong)).containsExactly(BatchItem.State.DONE, BatchItem.State.FAILED);
        assertThat(batches.items(wrong).get(1).message()).contains("PIN");
        assertThat(pinOf(wrong)).isEmpty();
        // a wrong PIN leaves no mission behind
        assertThat(bed.bean(MissionQueries.class).ofLogger("PL-18541", 5)).isEmpty();
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
        try (Connection connection = TestDatabase.connect();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("SELECT pin FROM batch WHERE id = " + batch)) {
            row.next();
            return row.getString(1);
        }
    }
}
