package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.FilePayload;
import java.sql.Connection;
import java.sql.Statement;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.loggers.connection.StationWatch;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/** What comes home without a dock, and the fleet that it belongs to, in the browser. */
@Tag("bed")
@Timeout(120)
class CarriedHomeTest {

    private static final String DIVER = "PL-31007";

    private static TestBed bed;
    private static BrowserContext context;
    private static Page page;

    @BeforeAll
    static void open() {
        bed = TestBed.get();
        context = bed.browser().newContext();
        page = bed.signedIn(context);
    }

    @AfterEach
    void tidy() {
        bed.emptyDock();
    }

    @AfterAll
    static void close() {
        context.close();
    }

    private static FilePayload file(String name, byte[] bytes) {
        return new FilePayload(name, "application/zip", bytes);
    }

    @Test
    void files_of_a_memory_stick_each_with_what_became_of_it() {
        bed.carry(DIVER, "dock");
        Plan plan = new Plan(
                "willow-p9",
                "DIVER#07",
                Duration.ofMinutes(10),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(
                        new ChannelSettings(true, "Pressure", null, null),
                        new ChannelSettings(true, "Water", null, null)));
        long mission = bed.bean(WriteService.class).write(new MissionDraft(DIVER, "Well", 0, plan, null, "tech"));
        bed.carry(DIVER, "orsel-well");
        bed.outdoors().post("/advance", Map.of("seconds", 86_400));
        byte[] whole = bed.outdoors().carrier(DIVER);
        byte[] hurt = whole.clone();
        hurt[hurt.length / 2] ^= 0x10;

        page.navigate(bed.address + "/dock/stick");
        page.setInputFiles("[name=files]", new FilePayload[] {
            file("day1.zip", whole),
            file("hurt.zip", hurt),
            file("notes.zip", "no zip at all".getBytes(java.nio.charset.StandardCharsets.US_ASCII))
        });
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("1 of 3 files is imported; ▲ 2 refused");
        Locator rows = page.locator("table.wide tbody tr");
        assertThat(rows.nth(0)).containsText("145 of 145 samples collected; the logger is still logging");
        assertThat(rows.nth(1)).containsText("▲");
        assertThat(rows.nth(2)).containsText("▲");
        page.setInputFiles("[name=files]", file("day1 again.zip", whole));
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("table.wide")).containsText("is already complete here, byte for byte the same");
        page.getByText("Open mission").click();
        assertThat(page.locator("#main"))
                .containsText("The mission is still logging; this is what was collected so far");
        assertThat(bed.bean(MissionQueries.class)
                        .find(mission)
                        .orElseThrow()
                        .records()
                        .received())
                .isEqualTo(145);
    }

    @Test
    void a_station_gets_its_schedule_on_its_page() {
        int port = bed.yard.stationPort("PL-70001");
        bed.bean(Stations.class).add("127.0.0.1", port, "tech");
        bed.bean(StationWatch.class).look();
        page.navigate(bed.address + "/dock/find");
        page.getByText("Open", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator("#main")).containsText("Last contact");
        page.fill("[name=every]", "often");
        set();
        assertThat(page.locator(".refused")).containsText("Enter whole minutes");
        page.fill("[name=every]", "90");
        page.fill("[name=retry]", "4");
        page.uncheck("[name=tables][value=RECORDS]");
        set();
        assertThat(page.locator(".said")).containsText("is collected every 90 min while it keeps logging");
        assertThat(page.locator("h1")).containsText("next collection");
        assertThat(page.locator("tr:has-text('Failed attempts since')")).containsText("none");
        assertThat(page.locator("[name=tables][value=RECORDS]")).not().isChecked();
        assertThat(page.locator("[name=tables][value=SECOND]")).isChecked();
        page.locator("[name=tables]:checked").all().forEach(b -> b.uncheck());
        set();
        assertThat(page.locator(".refused")).containsText("Select at least one data table");
        // what was chosen stands there still
        assertThat(page.locator("[name=tables]:checked")).hasCount(0);
        page.check("[name=tables][value=SECOND]");
        page.fill("[name=every]", "");
        set();
        assertThat(page.locator(".said")).containsText("only on request");
        page.getByText("Stop monitoring").click();
        assertThat(page.locator(".said")).containsText("is no longer monitored");
    }

    private static void set() {
        page.locator("form.keep button.btn-primary").click();
    }

    @Test
    void of_several_missions_in_memory_one_is_chosen_on_the_page_and_the_rest_comes_later() {
        String serial = "PL-44120";
        Hands hands = new Hands(bed);
        hands.write(serial, Hands.again("hazel-c4", Duration.ofMinutes(1)));
        bed.carry(serial, "orsel-meter");
        hands.run(serial, 1);
        hands.run(serial, 2);
        bed.carry(serial, "dock");
        page.navigate(bed.address + "/dock/" + serial);
        assertThat(page.locator("h1")).containsText("holds ◇ 2 missions that are not all collected");
        page.getByText("Choose what to collect").click();
        assertThat(page.locator("h1")).containsText("◇ none is collected");
        page.locator("[name=missions]").all().forEach(b -> b.uncheck());
        page.getByText("Collect the selected").click();
        assertThat(page.locator(".refused")).containsText("at least one mission");
        // what was chosen stands there still
        assertThat(page.locator("[name=missions]:checked")).hasCount(0);
        page.locator("[name=missions]").first().check();
        page.getByText("Collect the selected").click();
        page.waitForCondition(
                () -> hands.bed().bean(CollectService.class).active(serial).isEmpty());
        page.navigate(bed.address + "/dock/" + serial + "/memory");
        assertThat(page.locator("h1")).containsText("◇ 1 is not collected");
        // the newest came: two hours, a record a minute
        assertThat(page.locator("table.wide tr").nth(1)).containsText("121");
        assertThat(page.locator("table.wide tr").nth(1)).containsText("collected");
        page.navigate(bed.address + "/dock/" + serial);
        page.getByText("Collect", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator("h1")).containsText("Restart");
        assertThat(page.locator("#tray")).containsText("stopped and collected");
        assertThat(page.locator("#tray")).containsText("not restarted");
        page.getByText("Collections").click();
        assertThat(page.locator("table.wide tr").nth(1)).containsText(serial);
        assertThat(page.locator("table.wide tr").nth(1)).containsText("61 of 61");
        assertThat(page.locator("table.wide tr").nth(2)).containsText("121 of 121");
        page.goBack();
        page.locator("#retire summary").click();
        page.fill("#retire [name=reason]", "season over");
        page.getByText("Erase and move to stock").click();
        assertThat(page.locator("h1")).containsText("idle and empty");
    }

    @Test
    void the_fleet_is_narrowed_by_choice_and_gone_through_by_key() {
        bed.carry("PL-42005", "dock");
        bed.carry("PL-42005", "bench");
        page.navigate(bed.address + "/");
        page.selectOption("[name=model]", "rowan-a2");
        page.waitForURL(u -> u.contains("model=rowan-a2"));
        assertThat(page.locator(".waylines .lane[href='/dock/PL-42005']")).hasCount(1);
        assertThat(page.locator(".waylines .lane[href='/dock/" + DIVER + "']")).hasCount(0);
        // the scale keeps the choice
        page.getByText("day", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(page.locator("[name=model]")).hasValue("rowan-a2");
        page.getByText("Clear filter").click();
        assertThat(page.locator("[name=model]")).hasValue("");
        page.keyboard().press("ArrowDown");
        page.keyboard().press("ArrowDown");
        page.keyboard().press("ArrowUp");
        assertThat(page.locator(".waylines .lane").first()).isFocused();
        String href = page.locator(".waylines .lane").first().getAttribute("href");
        page.keyboard().press("Enter");
        page.waitForURL(bed.address + href);
    }

    @Test
    void what_is_held_of_the_fleet_is_read_anew_when_something_was_put_on_record() throws Exception {
        AttentionService attention = bed.bean(AttentionService.class);
        bed.carry("PL-60003", "dock");
        bed.carry("PL-60003", "bench");
        long spot = bed.spot("Register site", "before");
        bed.bean(PlacementService.class)
                .place(
                        new PlacementService.Placing(
                                "PL-60003",
                                spot,
                                bed.bean(Clock.class).instant(),
                                false,
                                null,
                                "",
                                0,
                                List.of(),
                                false),
                        "tech");
        // what was seen of loggers just now is not settled yet
        TimeUnit.MILLISECONDS.sleep(2500);
        assertThat(overview(attention).where()).isEqualTo("Register site / before");
        // behind the application's back: nothing tells of it, and it costs nothing to look
        try (Connection c = TestDatabase.connect();
                Statement s = c.createStatement()) {
            s.executeUpdate("UPDATE spot SET name = 'behind' WHERE id = " + spot);
        }
        assertThat(overview(attention).where()).isEqualTo("Register site / before");
        bed.bean(PlacementService.class).take("PL-60003", bed.bean(Clock.class).instant(), "tech");
        assertThat(overview(attention).stay().placedAt()).isNull();
        assertThat(overview(attention).stay().spotId()).isNull();
    }

    private static LoggerOverview overview(AttentionService attention) {
        return attention.overviews().stream()
                .filter(s -> s.serial().equals("PL-60003"))
                .findFirst()
                .orElseThrow();
    }
}
