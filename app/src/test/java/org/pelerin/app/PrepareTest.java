package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.SelectOption;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.deployment.prepare.batch.BatchService;
import org.pelerin.app.loggers.connection.StationWatch;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.unit.ShownUnits;

/** Preparing loggers in the real pages: plans, sensors, batches. */
@Tag("bed")
@Timeout(180)
class PrepareTest {

    private static TestBed bed;
    private static BrowserContext context;
    private static Page page;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        context = bed.browser().newContext();
        context.setDefaultTimeout(15_000);
        page = bed.signedIn(context);
    }

    @AfterEach
    void tidy() {
        bed.emptyDock();
    }

    @AfterAll
    static void end() {
        context.close();
    }

    private static StoredPlan plan(String name, StartCondition start) {
        Plan plan = new Plan(
                "alder-t1",
                "BOX",
                Duration.ofMinutes(10),
                start,
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null)));
        return bed.bean(PlanService.class).create(name, plan, "tech");
    }

    private static void fault(String serial, String kind) {
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", kind, "amount", 1));
    }

    @Test
    void ten_loggers_at_once_with_one_blocked_and_one_unplugged_half_way() throws IOException {
        List<String> serials =
                IntStream.range(10, 20).mapToObj(i -> "PL-185" + i).toList();
        serials.forEach(s -> bed.carry(s, "dock"));
        StoredPlan plan = plan("Box of ten", new StartCondition.Now());
        page.navigate(bed.address + "/batches/new?plan=" + plan.id() + "&serials=PL-18519&pattern=FIRST");
        assertThat(page.locator("#headline")).containsText("1 of 1 logger");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("1 of 1 logger is written");
        // nine idle ones, and the tenth that runs already
        fault("PL-18515", "cable-at-writing");
        page.navigate(bed.address + "/batches/new?plan=" + plan.id() + "&pattern=VAULT-%7Bn%7D&"
                + serials.stream().map(s -> "serials=" + s).collect(Collectors.joining("&")));
        assertThat(page.locator("#headline")).containsText("9 of 10 loggers are ready");
        assertThat(page.locator("#batch-table tr", hasText("PL-18519"))).containsText("The logger is logging");
        page.locator("summary").click();
        page.fill("textarea[name=list]", "PL-18510; DOOR; Vault 1, rear\nPL-18511; LAMP; Nowhere");
        assertThat(page.locator(".wrong-text")).containsText("Line 2: there is no spot “Nowhere”");
        page.fill("textarea[name=list]", "PL-18510; DOOR; Vault 1, rear");
        assertThat(page.locator("#batch-table tr", hasText("PL-18510"))).containsText("DOOR");
        assertThat(page.locator("#batch-table tr", hasText("PL-18512"))).containsText("VAULT-3");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("8 of 10 loggers are written", soon());
        assertThat(page.locator("tr", hasText("PL-18519"))).containsText("blocked");
        assertThat(page.locator("tr", hasText("PL-18515"))).containsText("failed");
        bed.outdoors().post("/cable", Map.of("serial", "PL-18515", "plugged", true));
        bed.bean(org.pelerin.app.loggers.connection.Dock.class).poll();
        page.getByText("Retry the other 2").click();
        assertThat(page.locator("h1")).containsText("9 of 10 loggers are written", soon());
        assertThat(page.locator("h1")).containsText("▲ 1 not");
        Mission door = bed.bean(MissionQueries.class).ofLogger("PL-18510", 1).get(0);
        assertThat(door.where()).isEqualTo("Vault 1, rear");
        assertThat(door.copy().planName()).isEqualTo("Box of ten");
        Download labels = page.waitForDownload(
                () -> page.evaluate(
                        "() => { const a = document.querySelector('a[href$=\"labels.pdf\"]'); a.download = 'labels.pdf'; a.click(); }"));
        try (PDDocument pdf = Loader.loadPDF(Files.readAllBytes(labels.path()))) {
            assertThat(new PDFTextStripper().getText(pdf)).contains("PL-18510", "DOOR", "VAULT-3", "Box of ten");
        }
    }

    /** The world's clock can be ahead of the machine's: what an earlier attempt wrote is known all the same, and dated by the world's. */
    @Test
    void what_a_batch_has_written_without_living_to_say_so_is_not_written_twice() throws InterruptedException {
        new Hands(bed).pass(Duration.ofHours(1));
        String serial = "PL-18513";
        new Hands(bed).leave(serial);
        bed.carry(serial, "dock");
        StoredPlan plan = plan("Box of one", new StartCondition.OnButton());
        page.navigate(bed.address + "/batches/new?plan=" + plan.id() + "&pattern=ONE&serials=" + serial);
        assertThat(page.locator("#headline")).containsText("1 of 1 logger");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("1 of 1 logger is written", soon());
        long batch = Long.parseLong(page.url().replaceAll(".*/batches/", ""));
        BatchService batches = bed.bean(BatchService.class);
        assertThat(batches.find(batch).orElseThrow().orderedAt())
                .isBetween(
                        bed.bean(Clock.class).instant().minus(Duration.ofMinutes(10)),
                        bed.bean(Clock.class).instant());
        long mission = bed.bean(MissionQueries.class).ofLogger(serial, 1).get(0).id();

        bed.bean(org.springframework.jdbc.core.JdbcTemplate.class)
                .update("UPDATE batch_item SET state = 'FAILED', mission_id = NULL WHERE batch_id = ?", batch);
        batches.resume(batch, "", "tech");
        page.reload();
        assertThat(page.locator("h1")).containsText("1 of 1 logger is written", soon());
        assertThat(bed.bean(MissionQueries.class).ofLogger(serial, 1).get(0).id())
                .isEqualTo(mission);
        assertThat(batches.items(batch).get(0).missionId()).isEqualTo(mission);
        new Hands(bed).leave(serial);
    }

    private static Page.LocatorOptions hasText(String text) {
        return new Page.LocatorOptions().setHasText(text);
    }

    private static LocatorAssertions.ContainsTextOptions soon() {
        return new LocatorAssertions.ContainsTextOptions().setTimeout(20_000);
    }

    @Test
    void a_start_by_its_value_is_seen_through_to_logging() {
        String serial = "PL-19004";
        bed.carry(serial, "dock");
        page.navigate(bed.address + "/dock/" + serial + "/write?plan=0");
        page.fill("#loggerName", "WAITS");
        page.fill("#interval", "1 min");
        // what was wrong is gone before the next click, so that nothing moves beneath it
        assertThat(page.locator(".wrong-text")).hasCount(0);
        page.locator(".pick", hasText("at a threshold")).click();
        page.selectOption("[name=thresholdChannel]", new SelectOption().setLabel("Probe 2"));
        page.selectOption("[name=crossing]", "BELOW");
        page.fill("[name=thresholdLow]", "8");
        assertThat(page.locator("#headline")).containsText("once “Probe 2” falls below 8");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("#confirm")).isVisible();
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("waiting to start");
        assertThat(page.locator(".watched")).containsText("Starts when “Probe 2” falls below 8.00");
        assertThat(page.locator(".watched")).containsText("to go");
        Mission mission = bed.bean(MissionQueries.class).ofLogger(serial, 1).get(0);
        bed.outdoors().post("/advance", Map.of("seconds", 3600));
        bed.bean(org.pelerin.app.loggers.connection.Dock.class).poll();
        assertThat(bed.bean(MissionQueries.class)
                        .find(mission.id())
                        .orElseThrow()
                        .state())
                .isEqualTo(MissionState.WAITING);
        // into the milk tank, which is at 4 °C, for an hour
        bed.carry(serial, "lirran-tank-a");
        bed.outdoors().post("/advance", Map.of("seconds", 3600));
        bed.carry(serial, "dock");
        page.navigate(bed.address + "/dock/" + serial);
        assertThat(page.locator("h1")).containsText("logging");
        Mission now = bed.bean(MissionQueries.class).find(mission.id()).orElseThrow();
        assertThat(now.state()).isEqualTo(MissionState.LOGGING);
        assertThat(now.course().startsAt()).isNotNull();
    }

    @Test
    void a_formula_s_error_is_named_with_its_place() {
        page.navigate(bed.address + "/library/sensors/edit");
        page.fill("#name", "Odd transmitter");
        page.locator(".pick", hasText("formula")).click();
        page.fill("#formula", "(x - 4 / 16");
        assertThat(page.locator("#formula + .wrong-text")).containsText("At character 1: The bracket that opens here");
        page.fill("#formula", "(x - four) / 16");
        assertThat(page.locator("#formula + .wrong-text")).containsText("At character 6: “four” is not known");
        page.fill("[name=rawLow]", "4");
        page.fill("[name=rawHigh]", "20");
        page.fill("#formula", "100 / (x - 12)");
        assertThat(page.locator("#formula + .wrong-text")).containsText("No value at x = 12");
        page.fill("#formula", "(x - 4) / 16 * 100");
        assertThat(page.locator(".wrong-text")).hasCount(0);
        page.fill("[name=raw]", "7.2");
        assertThat(page.locator(".tried")).containsText("20 %");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).containsText("Odd transmitter");
        // at once a choice in the channel table, where its unit then stands
        page.navigate(bed.address + "/plans/new?model=rowan-a2");
        page.selectOption("#sensor-0", "Odd transmitter");
        assertThat(page.locator("#channels tr[data-row='0'] td:nth-child(4)")).containsText("%");
    }

    @Test
    void a_channel_table_is_filled_down_and_pasted_into() {
        page.navigate(bed.address + "/plans/new?model=hawthorn-m32");
        Locator labels = page.locator("[name$='.label']");
        page.fill("[name='channels[0].label']", "Plate {n}");
        page.locator("[name='channels[0].label']").focus();
        page.keyboard().press("Control+d");
        assertThat(labels.nth(31)).hasValue("Plate {n}");
        assertThat(labels.nth(32)).hasValue("Reference");
        page.evaluate(
                "() => { const cell = document.querySelector(\"[name='channels[1].levels[0].low']\"); cell.focus(); const data = new DataTransfer(); data.setData('text', '1\\t30\\t5 min\\n2\\t31\\t6 min'); cell.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })); }");
        assertThat(page.locator("[name='channels[2].levels[0].high']")).hasValue("31");
        assertThat(page.locator("[name='channels[1].levels[0].lasting']")).hasValue("5 min");
        assertThat(page.locator("#headline")).containsText("Every");
        page.selectOption("#sensor-0", "Thermocouple type K");
        assertThat(page.locator("#channels tr[data-row='0']")).containsText("°C");
        page.locator("[data-copy='0']").focus();
        page.keyboard().press("Enter");
        page.locator("#copy-all").click();
        assertThat(page.locator("#sensor-31")).hasValue("Thermocouple type K");
        assertThat(page.locator("[name='channels[31].label']")).hasValue("Plate {n}");
    }

    @Test
    void a_plan_is_saved_as_a_file_and_refused_where_it_was_edited_wrongly() throws IOException {
        StoredPlan plan = plan("Shared plan", new StartCondition.OnButton());
        page.navigate(bed.address + "/plans/" + plan.id() + "/versions");
        Download file =
                page.waitForDownload(() -> page.getByText("Export as a file").click());
        String text = Files.readString(file.path());
        page.navigate(bed.address + "/plans");
        page.setInputFiles("input[type=file]", upload(text.replace("\"latched\" : true", "\"latched\" : \"always\"")));
        assertThat(page.locator(".refused")).containsText("plan.channels[0].levels[0].high.latched");
        assertThat(page.locator(".refused")).containsText("this is not true or false");
        page.setInputFiles("input[type=file]", upload(text.replace("\"version\" : 2", "\"version\" : 9")));
        assertThat(page.locator(".refused")).containsText("plans of version 9 are not known");
        page.setInputFiles("input[type=file]", upload(text.replace("\"stop\" :", "\"stopp\" : 1, \"stop\" :")));
        assertThat(page.locator(".refused")).containsText("plan.stopp");
        page.setInputFiles("input[type=file]", upload(text));
        assertThat(page.locator(".said")).containsText("Imported");
        assertThat(page.locator("#name")).hasValue("Shared plan 2");
        // a change is a version, and the versions say what changed
        page.fill("#interval", "5 min");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).containsText("version 2");
        page.getByText("Versions, copies, comparison, sharing").click();
        assertThat(page.locator("table").first()).containsText("interval");
        assertThat(page.locator("table s").first()).hasText(Pattern.compile("10.min"));
    }

    private static FilePayload upload(String text) {
        return new FilePayload("shared.plan.json", "application/json", text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void from_search_to_written_logger_with_the_keyboard_alone() {
        bed.carry("PL-18520", "dock");
        plan("Keyboard plan", new StartCondition.OnButton());
        page.navigate(bed.address + "/");
        page.keyboard().press("/");
        page.keyboard().type("18520");
        page.keyboard().press("Enter");
        assertThat(page.locator("h1")).containsText("idle and empty");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("#loggerName")).isVisible();
        for (int i = 0; i < 60 && !page.evaluate("document.activeElement.id").equals("loggerName"); i++) {
            page.keyboard().press("Tab");
        }
        page.keyboard().press("Control+A");
        page.keyboard().type("BY-HAND");
        assertThat(page.locator("#field-errors [data-field=loggerName]")).hasCount(0);
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("#confirm")).isVisible();
        page.keyboard().press("Enter");
        assertThat(page.locator(".said")).containsText("read back and compared");
        assertThat(bed.bean(MissionQueries.class).ofLogger("PL-18520", 1)).hasSize(1);
    }

    @Test
    void readings_are_found_good_and_kept_with_the_mission() {
        bed.carry("PL-18521", "dock");
        bed.carry("PL-18522", "dock");
        fault("PL-18522", "open-sensor");
        page.navigate(bed.address + "/dock/check");
        assertThat(page.locator("h1")).containsText("1 of 2 loggers needs checking");
        assertThat(page.locator("tbody tr, table tr").nth(1)).containsText("PL-18522");
        page.check("#ok-PL-18521");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).containsText("1 saved as checked");
        bed.outdoors().post("/fault", Map.of("serial", "PL-18522", "kind", "open-sensor", "amount", 0));
        long id = bed.bean(org.pelerin.app.deployment.prepare.write.WriteService.class)
                .write(new org.pelerin.app.missions.MissionDraft(
                        "PL-18521",
                        "x",
                        0,
                        bed.bean(PlanService.class).settings(plan("Checked plan", new StartCondition.Now())),
                        null,
                        "tech"));
        page.navigate(bed.address + "/missions/" + id);
        assertThat(page.locator("#main")).containsText("Live readings confirmed by tech");
        assertThat(page.locator("#main")).containsText("Air ");
    }

    @Test
    void a_calibration_corrects_what_is_written_next_and_lapses_in_sight() {
        String serial = "PL-18523";
        bed.carry(serial, "dock");
        page.navigate(bed.address + "/loggers/" + serial + "/calibration");
        assertThat(page.locator("h1")).containsText("never calibrated");
        page.fill("#certificate", "K-2201");
        page.fill("#calibrated", "2026-01-10");
        page.fill("[name=due]", "2026-01-01");
        page.fill("#offset", "-0,3");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".wrong-text")).containsText("due date must be after the calibration date");
        page.fill("[name=due]", "2026-02-01");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("has lapsed");
        // the correction that holds is proposed, and only another one needs a reason
        assertThat(page.locator("#offset")).hasValue("-0.3");
        page.fill("#certificate", "K-2202");
        page.fill("#calibrated", "2026-01-11");
        page.fill("[name=due]", "2026-02-01");
        page.fill("#offset", "-0.4");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".wrong-text")).containsText("The correction changes: enter a reason");
        page.fill("#offset", "-0.3");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).containsText("It applies from the next plan written");
        Plan plan = bed.bean(PlanService.class).settings(plan("Calibrated plan", new StartCondition.Now()));
        var writer = bed.bean(org.pelerin.app.deployment.prepare.write.WriteService.class);
        // on its day by the clock of the house, which is the day before by UTC
        Deployment here = bed.bean(org.pelerin.app.places.PlaceService.class).deployment(null, null, null);
        assertThat(writer.preflight(serial, plan, here))
                .anyMatch(c -> c.message().contains("lapsed on 1 Feb 2026"));
        long id = writer.write(new org.pelerin.app.missions.MissionDraft(serial, "x", 0, plan, null, "tech"));
        MissionQueries missions = bed.bean(MissionQueries.class);
        assertThat(missions.find(id).orElseThrow().plan().channels().get(0).correction())
                .isEqualTo(org.pelerin.core.sensor.Correction.offset(-0.3));
        page.navigate(bed.address + "/");
        assertThat(page.locator("#main")).containsText("calibration has lapsed");
    }

    @Test
    void a_pin_guards_the_settings_and_never_the_data() {
        String serial = "PL-18524";
        bed.carry(serial, "dock");
        page.navigate(bed.address + "/dock/" + serial);
        page.locator(".care summary").click();
        page.fill("[name=wanted]", "12ab");
        page.getByText("Set PIN").click();
        assertThat(page.locator(".refused")).containsText("1 to 8 digits");
        // it stands open; a PIN is typed anew
        assertThat(page.locator("[name=wanted]")).isVisible();
        assertThat(page.locator("[name=wanted]")).hasValue("");
        page.fill("[name=wanted]", "4711");
        page.getByText("Set PIN").click();
        assertThat(page.locator(".said")).containsText("not to collect records");
        page.navigate(bed.address + "/dock/" + serial + "/write?plan=0");
        page.fill("#loggerName", "GUARDED");
        page.fill("#interval", "1 min");
        page.locator(".pick", hasText("at once")).first().click();
        page.fill("#pin", "1234");
        assertThat(page.locator(".wrong-text")).hasCount(0);
        writeFromForm();
        assertThat(page.locator(".refused")).containsText("This is not its PIN");
        page.fill("#pin", "4711");
        writeFromForm();
        assertThat(page.locator(".said")).containsText("read back and compared");
        bed.outdoors().post("/advance", Map.of("seconds", 7200));
        page.navigate(bed.address + "/dock/" + serial);
        page.getByText("Stop and collect").click();
        assertThat(page.locator("h1")).containsText("collected", soon());
        // a technician cannot take it away unknown, an administrator can
        assertThat(page.locator("form[action*='clear-pin']")).hasCount(0);
        assertThat(page.request()
                        .post(bed.address + "/admin/dock/" + serial + "/clear-pin")
                        .status())
                .isEqualTo(403);
        bed.bean(org.pelerin.app.loggers.care.LoggerCare.class).clearPin(serial, "admin");
        assertThat(bed.bean(org.pelerin.app.loggers.connection.Dock.class)
                        .look(serial)
                        .status()
                        .pinSet())
                .isFalse();
    }

    private static void writeFromForm() {
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("#confirm")).isVisible();
        page.keyboard().press("Control+Enter");
    }

    @Test
    void firmware_is_sent_verified_and_never_over_records() {
        String serial = "PL-19011";
        bed.carry(serial, "dock");
        page.navigate(bed.address + "/dock/" + serial);
        page.locator(".care summary").click();
        page.getByText("Update to 1.5").click();
        assertThat(page.locator(".said")).containsText("the logger runs firmware 1.5");
        assertThat(page.locator("#main")).containsText("Alder T2, firmware 1.5");
        String holding = "PL-42018";
        bed.carry(holding, "dock");
        Plan plan = new Plan(
                "rowan-a2",
                "X",
                Duration.ofMinutes(1),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                ModelCatalogue.get("rowan-a2").channels().stream()
                        .map(c -> new ChannelSettings(true, c.label(), null, null))
                        .toList());
        bed.bean(org.pelerin.app.deployment.prepare.write.WriteService.class)
                .write(new org.pelerin.app.missions.MissionDraft(holding, "x", 0, plan, null, "tech"));
        bed.outdoors().post("/advance", Map.of("seconds", 600));
        page.navigate(bed.address + "/dock/" + holding);
        page.locator(".care summary").click();
        page.getByText("Update to 3.2").click();
        assertThat(page.locator(".refused")).containsText("It is running; stop it first");
        assertThat(page.locator("#main")).containsText("firmware 3.1");
    }

    @Test
    void a_rehearsal_says_what_the_alarms_would_have_done() throws InterruptedException {
        String serial = "PL-18525";
        var places = bed.bean(org.pelerin.app.places.PlaceService.class);
        places.create("Rehearsal site", "Europe/Paris", "Where nothing was before", "system");
        long spot = places.all().stream()
                .filter(at -> at.name().equals("Where nothing was before"))
                .findFirst()
                .orElseThrow()
                .id();
        bed.carry(serial, "dock");
        Plan plan = bed.bean(PlanService.class).settings(plan("Rehearsed plan", new StartCondition.Now()));
        bed.bean(org.pelerin.app.deployment.prepare.write.WriteService.class)
                .write(new org.pelerin.app.missions.MissionDraft(serial, "x", 0, plan, spot, "tech"));
        bed.carry(serial, "ostrel-v1-rear");
        bed.outdoors().post("/advance", Map.of("seconds", 86_400));
        bed.carry(serial, "dock");
        page.navigate(bed.address + "/dock/" + serial);
        page.getByText("Stop and collect").click();
        assertThat(page.locator("h1")).containsText("collected", soon());
        page.navigate(bed.address + "/plans/new?model=alder-t1");
        page.fill("[name='channels[0].levels[0].high']", "8");
        page.fill("[name='channels[0].levels[0].lasting']", "30 min");
        page.selectOption(".rehearsal select", String.valueOf(spot));
        page.getByText("Test on past data", new Page.GetByTextOptions().setExact(true))
                .click();
        // a cellar at 12 °C is above 8 °C all the time: one alarm, without an end
        assertThat(page.locator("#rehearsal")).containsText("1 alarm in ");
        assertThat(page.locator("#rehearsal")).containsText("Air high");
        page.fill("[name='channels[0].levels[0].high']", "30");
        page.getByText("Test on past data", new Page.GetByTextOptions().setExact(true))
                .click();
        assertThat(page.locator("#rehearsal")).containsText("None in ");
    }

    @Test
    void live_readings_are_kept_one_by_one_and_end_as_a_mission() {
        String serial = "PL-18526";
        bed.carry(serial, "dock");
        page.navigate(bed.address + "/dock/" + serial);
        page.getByText("Record live readings").click();
        page.fill(".keep [name=every]", "1 s");
        page.fill(".keep [name=low]", "50");
        page.getByText("Start recording").click();
        assertThat(page.locator(".refused")).containsText("Enter a lower and a higher value");
        // it stands open, with what was typed
        assertThat(page.locator(".keep [name=low]")).hasValue("50");
        page.fill(".keep [name=every]", "1 s");
        page.fill(".keep [name=most]", "4");
        page.fill(".keep [name=low]", "-40");
        page.fill(".keep [name=high]", "80");
        page.getByText("Start recording").click();
        assertThat(page.locator("h1")).containsText("Recording", soon());
        assertThat(page.locator(".kept-trace path.line").first()).hasAttribute("d", Pattern.compile("M0\\.0 .*"));
        // the cable comes out for a reading or two: a gap, and nothing else is lost
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", false));
        page.waitForTimeout(1200);
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", true));
        assertThat(page.locator("h1")).containsText("The recording is saved as", soon());
        Mission mission = bed.bean(MissionQueries.class).ofLogger(serial, 1).get(0);
        assertThat(mission.state()).isEqualTo(MissionState.COLLECTED);
        assertThat(mission.records().expected())
                .isEqualTo(mission.records().received())
                .isBetween(2L, 4L);
        var captures = bed.bean(org.pelerin.app.collect.CaptureStore.class);
        var capture = captures.find(mission.id()).orElseThrow();
        assertThat(capture.capture().sha256()).isEqualTo(capture.sha256());
        page.navigate(bed.address + "/missions/" + mission.id());
        assertThat(page.locator("h1")).isVisible();
        assertThat(page.locator("#main")).containsText("expected samples");
    }

    @Test
    void a_sound_logger_is_held_against_its_calibrator() {
        String serial = "PL-51002";
        bed.carry(serial, "dock");
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "calibrator", "amount", 94));
        page.navigate(bed.address + "/dock/" + serial);
        // a calibrator sounds at 1 kHz and nowhere else
        assertThat(page.locator(".spectrum text.v").nth(5)).hasText(Pattern.compile("9[34]"));
        page.getByText("Read level").click();
        assertThat(page.locator(".said")).containsText("For 94.0 dB it reads 9");
        page.fill("[name=reference]", "104");
        page.getByText("Save with the calibration").click();
        assertThat(page.locator(".refused")).containsText("more than 1.5 dB is not corrected");
        page.fill("[name=reference]", "94");
        page.getByText("Save with the calibration").click();
        assertThat(page.locator(".said")).containsText("Saved with its calibration");
        page.navigate(bed.address + "/loggers/" + serial + "/calibration");
        assertThat(page.locator("main table").first()).containsText("calibrator check 94.0 dB");
        // what is written next reads the reference: within the tenth that is stored
        Plan plan = new Plan(
                "larch-s",
                "NOISE",
                Duration.ofSeconds(1),
                null,
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                ModelCatalogue.get("larch-s").channels().stream()
                        .map(c -> new ChannelSettings(true, c.label(), null, null))
                        .toList(),
                Map.of("dose", "iso85"));
        bed.bean(org.pelerin.app.deployment.prepare.write.WriteService.class)
                .write(new org.pelerin.app.missions.MissionDraft(serial, "x", 0, plan, null, "tech"));
        assertThat(bed.bean(org.pelerin.app.deployment.prepare.check.LiveService.class)
                        .read(serial, ShownUnits.RECORDED)
                        .gauges()
                        .get(0)
                        .value())
                .isCloseTo(94, org.assertj.core.api.Assertions.within(0.1001));
        // an hour at 94 dB is the whole dose of ISO 85: 9 dB over the criterion is eight times as much
        bed.outdoors().post("/advance", Map.of("seconds", 3600));
        page.navigate(bed.address + "/dock/" + serial);
        page.getByText("Stop and collect").click();
        assertThat(page.locator("h1")).containsText("collected", soon());
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "calibrator", "amount", 0));
        Mission mission = bed.bean(MissionQueries.class).ofLogger(serial, 1).get(0);
        page.navigate(bed.address + "/missions/" + mission.id());
        assertThat(page.locator("#main")).containsText("a noise dose belongs to a shift");
    }

    @Test
    void a_dock_is_found_and_a_connection_that_fails_says_where() throws IOException {
        bed.carry("PL-18527", "dock");
        int dockPort = bed.yard.dockPort();
        page.navigate(bed.address + "/dock/find");
        assertThat(page.locator("h1")).containsText("Everything answers");
        assertThat(page.locator("#main")).containsText("PL-18527, Alder T1, firmware 1.6");
        page.navigate(bed.address + "/dock/find?port=" + (dockPort - 1) + "&to=" + (dockPort + 1));
        assertThat(page.locator("#main")).containsText(":" + dockPort + ", the dock");
        // somebody who listens and is no dock
        page.navigate(bed.address + "/dock/find?port=" + bed.yard.controlPort());
        assertThat(page.locator("#main")).containsText("it does not speak the loggers’ protocol");
        int free;
        try (java.net.ServerSocket socket = new java.net.ServerSocket(0)) {
            free = socket.getLocalPort();
        }
        page.navigate(bed.address + "/dock/find?port=" + free);
        assertThat(page.locator("#main")).containsText("port " + free + " accepts no connection");
        page.navigate(bed.address + "/dock/find?host=192.0.2.1&port=80");
        assertThat(page.locator("#main")).containsText("is not an allowed host");
        page.navigate(bed.address + "/dock/find?port=70000");
        assertThat(page.locator(".wrong-text")).containsText("1 to 65535");
    }

    @Test
    void leads_and_loops_of_a_three_phase_logger_are_looked_at() {
        bed.carry("PL-80006", "dock");
        page.navigate(bed.address + "/dock/PL-80006");
        assertThat(page.locator(".phases")).containsText("Leads and loops are right");
        assertThat(page.locator(".phases g")).hasCount(6);
        fault("PL-80006", "leads-loop-turned");
        assertThat(page.locator(".phases")).containsText("Loop I2 is reversed");
        fault("PL-80006", "leads-voltages-exchanged");
        assertThat(page.locator(".phases")).containsText("The voltage leads U2 and U3 are swapped");
        fault("PL-80006", "leads-right");
    }

    @Test
    void a_network_station_is_found_kept_written_where_it_hangs_and_said_to_be_silent() {
        String serial = "PL-70001";
        // how long others have let time pass does not matter
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "fresh-battery"));
        bed.carry(serial, "lirran-tank-feed");
        int port = bed.yard.stationPort(serial);
        page.navigate(bed.address + "/dock/find?port=" + port);
        assertThat(page.locator("#main")).containsText(serial + ", Linden N");
        page.getByText("Monitor this station").click();
        assertThat(page.locator("#main")).containsText("127.0.0.1:" + port + " is monitored from now on");
        assertThat(page.locator("#tray")).containsText("127.0.0.1:" + port);
        page.navigate(bed.address + "/dock/" + serial + "/write");
        page.fill("#loggerName", "TANK-FARM");
        writeFromForm();
        assertThat(page.locator("h1")).containsText("logging");
        // its network cable comes out: the page says so, and it is no longer there to be written
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", false));
        bed.bean(StationWatch.class).look();
        page.navigate(bed.address + "/dock/find");
        assertThat(page.locator("#main")).containsText("its line answers, the logger behind it does not");
        page.navigate(bed.address + "/dock/" + serial);
        assertThat(page.locator("h1")).containsText("not connected");
        bed.outdoors().post("/cable", Map.of("serial", serial, "plugged", true));
        bed.bean(StationWatch.class).look();
        page.navigate(bed.address + "/dock/" + serial);
        page.getByText("Stop and collect").click();
        assertThat(page.locator("h1")).containsText("collected", soon());
        page.navigate(bed.address + "/dock/find");
        page.getByText("Open", new Page.GetByTextOptions().setExact(true)).click();
        page.getByText("Stop monitoring").click();
        assertThat(page.locator("#main")).containsText("is no longer monitored");
        bed.carry(serial, "bench");
    }

    @Test
    void a_wiring_sheet_follows_from_the_channel_table() {
        StoredPlan stored = bed.bean(PlanService.class)
                .create(
                        "Wired plan",
                        new Plan(
                                "rowan-a2",
                                "WIRED",
                                Duration.ofMinutes(1),
                                new StartCondition.Now(),
                                new StopCondition.MemoryFull(),
                                ModelCatalogue.get("rowan-a2").channels().stream()
                                        .map(c -> new ChannelSettings(true, c.label(), null, null))
                                        .toList()),
                        "tech");
        page.navigate(bed.address + "/plans/" + stored.id() + "/wiring");
        assertThat(page.locator("h1")).containsText("3 channels to wire");
        assertThat(page.locator("svg.wiring")).containsText("A1");
        assertThat(page.locator("main table")).containsText("D1");
    }

    @Test
    void every_page_of_the_library_opens() {
        for (var model : ModelCatalogue.all()) {
            page.navigate(bed.address + "/library/models/" + model.id());
            assertThat(page.locator("h1")).containsText(model.name());
            page.navigate(bed.address + "/plans/new?model=" + model.id());
            assertThat(page.locator("#headline")).containsText("Every");
            assertThat(page.locator("table.channels tr[data-row]"))
                    .hasCount(model.channels().size());
        }
        page.navigate(bed.address + "/library/sensors");
        assertThat(page.locator("h1")).containsText("sensors");
    }
}
