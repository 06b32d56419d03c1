package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.SelectOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.loggers.care.LoggerCare;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionState;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.springframework.jdbc.core.JdbcTemplate;

/** Writing in the real pages: nothing may be silently wrong. */
@Tag("bed")
@Timeout(180)
class WriteTest {

    private static TestBed bed;
    private static Hands hands;
    private static BrowserContext context;
    private static Page page;
    private static final List<String> complaints = new ArrayList<>();

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        hands = new Hands(bed);
        context = bed.browser().newContext();
        context.setDefaultTimeout(15_000);
        page = bed.signedIn(context);
        page.onConsoleMessage(m -> {
            // what a newer request overtakes is no trouble
            if (m.type().equals("error") && !m.text().matches("htmx:(sendAbort|afterRequest), .*")) {
                complaints.add(m.text());
            }
        });
        page.onPageError(complaints::add);
    }

    @AfterEach
    void tidy() {
        bed.emptyDock();
        assertThat(complaints).isEmpty();
    }

    @AfterAll
    static void end() throws InterruptedException {
        context.close();
        hands.leave(
                "PL-18527",
                "PL-18528",
                "PL-18529",
                "PL-18530",
                "PL-18531",
                "PL-18532",
                "PL-18533",
                "PL-42005",
                "PL-42018",
                "PL-60003");
    }

    private static void open(String path) {
        page.navigate(bed.address + path);
    }

    private static Locator dialog() {
        return page.locator("#confirm");
    }

    private static void lastLook() {
        page.keyboard().press("Control+Enter");
        assertThat(dialog()).isVisible();
    }

    private static Mission newest(String serial) {
        return bed.bean(MissionQueries.class).ofLogger(serial, 1).get(0);
    }

    /** As other tests expect to find it. */
    private static void empty(String serial) throws InterruptedException {
        hands.collect(serial);
        bed.bean(CollectService.class).erase(serial, "tech");
    }

    private static void sensor(String serial, int channel, String state) {
        bed.outdoors().post("/sensor", Map.of("serial", serial, "channel", channel, "state", state));
    }

    /** Until the table that the server answered stands in the page: what is typed before that is typed into what goes away. */
    private void settled(Runnable change) {
        page.evaluate("""
                () => {
                  delete document.body.dataset.settled;
                  document.addEventListener('htmx:afterSettle', (e) => {
                    if (e.detail.pathInfo?.requestPath?.includes('/plans/table')) document.body.dataset.settled = 'yes';
                  });
                }""");
        change.run();
        assertThat(page.locator("body[data-settled]")).hasCount(1);
    }

    @Test
    void another_sensor_keeps_every_channel_and_what_was_seen_is_written() throws InterruptedException {
        String serial = "PL-42018";
        bed.carry(serial, "dock");
        open("/dock/" + serial + "/write?plan=0");
        page.fill("#loggerName", "BRINE");
        Locator rows = page.locator("table.channels tr[data-row]");
        assertThat(rows).hasCount(3);
        for (int channel = 0; channel < 2; channel++) {
            int c = channel;
            settled(() -> page.selectOption("#sensor-" + c, new SelectOption().setIndex(2 + c)));
            assertThat(rows).hasCount(3);
        }
        page.locator("[name='channels[0].levels[0].high']").fill("8");
        page.locator("[name='channels[1].label']").fill("Flow");
        String first = page.locator("#sensor-0").inputValue();
        String second = page.locator("#sensor-1").inputValue();
        lastLook();
        assertThat(dialog()).containsText(first);
        assertThat(dialog()).containsText(second);
        assertThat(dialog()).containsText("above 8\u00a0bar");
        assertThat(dialog()).containsText("Lamp: ");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).containsText("every setting is the same");
        Plan written = newest(serial).plan();
        assertThat(written.channels().get(0).sensor().name()).isEqualTo(first);
        assertThat(written.channels().get(1).sensor().name()).isEqualTo(second);
        assertThat(written.channels()).filteredOn(c -> c.enabled()).hasSize(3);
        empty(serial);
    }

    @Test
    void what_changed_after_the_last_look_is_not_written() {
        String serial = "PL-18527";
        bed.carry(serial, "dock");
        open("/dock/" + serial + "/write?plan=0");
        page.fill("#loggerName", "FIRST");
        lastLook();
        page.evaluate("() => { document.getElementById('loggerName').value = 'OTHER'; }");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".refused")).containsText("the settings changed after the confirmation was shown");
        assertThat(bed.bean(MissionQueries.class).ofLogger(serial, 1)).isEmpty();
        // without a last look there is nothing to hold it against
        page.evaluate("() => document.getElementById('plan-form').submit()");
        assertThat(page.locator(".refused")).containsText("Confirm the settings first");
    }

    /**
     * Keys as a scanner sends them, one at once after the other however busy the machine is, to whatever has the focus; what is not
     * held back is typed.
     */
    private static void scan(String text) {
        page.evaluate("""
                text => {
                  const press = key => {
                    const at = document.activeElement ?? document.body;
                    const passed = at.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
                    if (passed && key.length === 1 && at.matches('input, textarea')) {
                      at.value += key;
                      at.dispatchEvent(new Event('input', { bubbles: true }));
                    }
                  };
                  [...text, 'Enter'].forEach(press);
                }""", text);
    }

    @Test
    void a_scan_opens_its_logger_from_every_page_and_wins_over_single_keys() {
        List<String> serials =
                IntStream.range(10, 22).mapToObj(i -> "PL-185" + i).toList();
        serials.forEach(s -> bed.carry(s, "dock"));
        for (String path : List.of("/", "/dock", "/missions", "/plans/new", "/dock/PL-18510")) {
            open(path);
            assertThat(page.locator("#tray [data-port='12']")).isAttached();
            if (path.equals("/plans/new")) {
                page.locator("#name").click();
            }
            scan("PL-18512");
            page.waitForURL(bed.address + "/dock/PL-18512");
        }
        // a code on a label is an address
        open("/dock");
        scan("http://pelerin.example/dock/PL-18513");
        page.waitForURL(bed.address + "/dock/PL-18513");
        // ports above nine by two digits, one digit waits no longer than it must
        open("/dock");
        String twelfth = page.locator("#tray [data-port='12'] .mono").first().textContent();
        page.keyboard().press("1");
        page.waitForTimeout(120);
        page.keyboard().press("2");
        page.waitForURL(bed.address + "/dock/" + twelfth);
        // where loggers are chosen a scan chooses
        open("/batches/new");
        scan("PL-18514");
        assertThat(page.locator("#batch-table")).containsText("PL-18514");
        assertThat(page).hasURL(Pattern.compile("/batches/new"));
    }

    @Test
    void another_unit_converts_the_limits_and_says_so() {
        open("/plans/new?model=alder-t1");
        Locator high = page.locator("[name='channels[0].levels[0].high']");
        high.fill("14");
        page.getByText("measurement").click();
        page.locator(".unit-pick").selectOption("°F");
        assertThat(high).hasValue("57.2");
        assertThat(page.locator("#unit-note")).containsText("converted from °C to °F");
        assertThat(page.locator("#headline")).containsText("above 57.2\u00a0°F");
        page.locator(".unit-pick").selectOption("");
        assertThat(high).hasValue("14");
    }

    @Test
    void what_is_typed_is_said_as_it_was_understood() {
        open("/plans/new?model=yew-v3");
        page.fill("#interval", "0:10");
        page.locator("[name='channels[0].levels[0].low']").fill("90 %");
        assertThat(page.locator(".understood").first()).hasText("= 10\u00a0min");
        assertThat(page.locator("tr[data-row='0'] .understood")).hasText("= 207\u00a0V, 90\u00a0% of 230\u00a0V");
        page.locator("[name='channels[0].levels[0].low']").fill("10 %");
        assertThat(page.locator("tr[data-row='0'] .wrong-text")).containsText("two meanings");
        assertThat(page.locator("#interval[list]")).isVisible();
    }

    @Test
    void a_running_logger_s_last_look_leads_to_where_it_is_stopped() {
        String serial = "PL-18528";
        hands.write(serial, new StartCondition.Now());
        open("/dock/" + serial + "/write");
        page.fill("#loggerName", "NEXT");
        lastLook();
        assertThat(dialog()).containsText("The logger is logging");
        dialog().getByText("Open its page to stop and collect it").click();
        page.waitForURL(bed.address + "/dock/" + serial);
        assertThat(page.getByText("Stop and collect")).isVisible();
    }

    @Test
    void what_is_asked_twice_is_written_once_and_answered_the_same() throws InterruptedException {
        String serial = "PL-18527";
        bed.carry(serial, "dock");
        int before = bed.bean(MissionQueries.class).ofLogger(serial, 50).size();
        open("/dock/" + serial + "/write?plan=0");
        page.fill("#loggerName", "TWICE");
        lastLook();
        // a double click: the browser shows the answer to the second
        dialog().locator("button[name=seen]").dblclick();
        assertThat(page.locator(".said")).containsText("read back and compared");
        assertThat(bed.bean(MissionQueries.class).ofLogger(serial, 50)).hasSize(before + 1);
        assertThat(newest(serial).state()).isNotEqualTo(MissionState.ABANDONED);
        hands.leave(serial);
    }

    @Test
    void an_empty_battery_stops_the_writing_until_somebody_says_why_not() throws InterruptedException {
        String serial = "PL-18528";
        bed.carry(serial, "dock");
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "flat-battery"));
        bed.bean(Dock.class).poll();
        open("/dock/" + serial + "/write?plan=0");
        page.fill("#loggerName", "FLAT");
        assertThat(page.locator("#consequences")).containsText("Its battery is empty");
        lastLook();
        assertThat(dialog()).containsText("Not ready");
        page.keyboard().press("Escape");
        page.fill("#weakBattery", "a new one is fitted there");
        page.keyboard().press("Tab");
        assertThat(page.locator("#consequences")).containsText("Written anyway: a new one is fitted there");
        lastLook();
        assertThat(dialog()).containsText("Weak battery");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).containsText("read back and compared");
        assertThat(bed.bean(JdbcTemplate.class)
                        .queryForObject(
                                "SELECT before_state FROM audit_entry WHERE action = 'write mission: intended' ORDER BY sequence DESC LIMIT 1",
                                String.class))
                .contains(", although its battery is weak: a new one is fitted there");
        bed.outdoors().post("/fault", Map.of("serial", serial, "kind", "fresh-battery"));
        hands.leave(serial);
    }

    @Test
    void a_wrong_pin_leaves_nothing_behind_and_says_who_can_help() {
        String serial = "PL-18529";
        bed.carry(serial, "dock");
        bed.bean(LoggerCare.class).setPin(serial, "", "4711", "tech");
        bed.bean(Dock.class).poll();
        open("/dock/" + serial + "/write?plan=0");
        page.fill("#loggerName", "LOCKED");
        page.fill("#pin", "0815");
        lastLook();
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".refused")).containsText("can remove it on the logger’s page");
        assertThat(bed.bean(MissionQueries.class).ofLogger(serial, 5)).isEmpty();
        bed.bean(LoggerCare.class).clearPin(serial, "tech");
    }

    @Test
    void many_collected_loggers_go_back_to_work_each_with_its_own_plan() throws InterruptedException {
        List<String> serials = List.of("PL-18530", "PL-18531");
        long spot = bed.spot("Back yard", "Shed");
        for (String serial : serials) {
            hands.write(serial, Hands.alder(new StartCondition.Now()).withLoggerName("N" + serial.substring(5) + "#9"));
        }
        bed.bean(PlacementService.class)
                .place(
                        new PlacementService.Placing(
                                "PL-18530",
                                spot,
                                bed.bean(java.time.Clock.class).instant(),
                                false,
                                null,
                                "",
                                0,
                                List.of(),
                                true),
                        "tech");
        hands.pass(java.time.Duration.ofHours(1));
        for (String serial : serials) {
            hands.collect(serial);
        }
        open("/dock");
        page.getByText("Restart 2 collected loggers").click();
        assertThat(page.locator("#headline")).containsText("2 of 2 loggers are ready to restart");
        assertThat(page.locator("#batch-table tr", new Page.LocatorOptions().setHasText("PL-18530")))
                .containsText("N530#10");
        assertThat(page.locator("#batch-table tr", new Page.LocatorOptions().setHasText("PL-18530")))
                .containsText("Back yard / Shed");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("2 of 2 loggers are written, each with its own plan");
        assertThat(newest("PL-18530").where()).isEqualTo("Shed");
        assertThat(newest("PL-18531").copy().planName()).isEqualTo("test");
    }

    @Test
    void the_write_page_proposes_what_the_logger_did_last_where_it_lies() throws InterruptedException {
        String serial = "PL-18532";
        long spot = bed.spot("Proposed", "Corner");
        hands.write(serial, Hands.alder(new StartCondition.Now()).withLoggerName("RUN#1"));
        bed.bean(PlacementService.class)
                .place(
                        new PlacementService.Placing(
                                serial,
                                spot,
                                bed.bean(java.time.Clock.class).instant(),
                                false,
                                null,
                                "",
                                0,
                                List.of(),
                                true),
                        "tech");
        // another one is meant for the same corner
        hands.write("PL-18533", Hands.alder(new StartCondition.OnButton()).withLoggerName("CORNER"));
        hands.pass(java.time.Duration.ofMinutes(30));
        hands.collect(serial);
        open("/dock/" + serial + "/write");
        assertThat(page.locator(".sub").first()).containsText("its last plan");
        assertThat(page.locator("#loggerName")).hasValue("RUN#2");
        assertThat(page.locator("#spot")).hasValue(String.valueOf(spot));
        assertThat(page.locator("#consequences")).not().containsText("not home");
        lastLook();
        assertThat(dialog()).containsText("all collected");
        page.keyboard().press("Escape");
        open("/dock/PL-18533/write?plan=0&spot=" + spot);
        assertThat(page.locator("#consequences")).containsText(serial + " is at this spot already");
    }

    @Test
    void what_is_not_wired_yet_is_written_with_a_reason_and_asked_for_when_placed() throws InterruptedException {
        String serial = "PL-42005";
        bed.carry(serial, "dock");
        sensor(serial, 0, "open");
        open("/dock/" + serial + "/write?plan=0");
        page.fill("#loggerName", "LATER");
        assertThat(page.locator("#consequences")).containsText("nothing is connected");
        page.fill("#notWired", "the tank is not there yet");
        assertThat(page.locator("#consequences")).containsText("Can be written; see the warnings");
        lastLook();
        assertThat(dialog()).containsText("the tank is not there yet");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).containsText("every setting is the same");
        // the live view of an open input draws nothing that is no number
        assertThat(page.locator(".live-box")).containsText("◇ open");
        page.waitForTimeout(4500);
        long spot = bed.spot("Wired later", "Tank");
        open("/place?serial=" + serial + "&spot=" + spot);
        assertThat(page.locator("#main")).containsText("Written before it was wired: the tank is not there yet");
        page.getByText("Save placing").click();
        assertThat(page.locator(".refused")).containsText("State whether its readings were checked");
        page.getByText("wired, readings checked").click();
        page.getByText("Save placing").click();
        assertThat(page.locator(".said")).containsText(serial + " is at");
        assertThat(bed.bean(PlacementService.class).notWired(serial)).isEmpty();
        sensor(serial, 0, "right");
        bed.bean(PlacementService.class)
                .take(serial, bed.bean(java.time.Clock.class).instant(), "tech");
        bed.carry(serial, "dock");
        empty(serial);
    }

    @Test
    void the_live_check_shows_trouble_at_a_glance_and_notes_what_was_seen() throws InterruptedException {
        String serial = "PL-60003";
        bed.carry(serial, "dock");
        open("/dock/check");
        assertThat(page.locator("#check-now")).containsText("that no plan uses");
        open("/dock/" + serial + "/write?plan=0");
        page.fill("#loggerName", "PLATES");
        for (int c = 1; c < 9; c++) {
            page.locator("[name='channels[" + c + "].enabled']").check();
        }
        page.fill("#interval", "1 min");
        lastLook();
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).isVisible();
        sensor(serial, 3, "open");
        open("/dock/check");
        Locator row = page.locator("tr", new Page.LocatorOptions().setHasText(serial));
        assertThat(row).containsText("1 of 11 channels needs checking");
        assertThat(row.locator(".cell.open")).hasCount(1);
        String seen = row.locator("[name=told]").inputValue();
        row.locator("[name=serials]").check();
        sensor(serial, 3, "right");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator(".said")).containsText("with the readings shown");
        assertThat(bed.bean(MissionQueries.class)
                        .check(newest(serial))
                        .orElseThrow()
                        .readings())
                .isEqualTo(seen.substring(serial.length() + 1))
                .contains("open");
        empty(serial);
    }
}
