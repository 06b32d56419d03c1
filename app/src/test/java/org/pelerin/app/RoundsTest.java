package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.LoadState;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.deployment.placing.Placement;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.fleet.rounds.Round;
import org.pelerin.app.fleet.rounds.RoundService;
import org.pelerin.app.fleet.rounds.Task;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/** A round from its plan to its end. */
@Tag("bed")
@Timeout(120)
class RoundsTest {

    private static final String FIRST = "PL-18528";
    private static final String SECOND = "PL-18529";

    private static TestBed bed;
    private static BrowserContext desk;
    private static BrowserContext pocket;
    private static Page page;
    private static Page phone;

    @BeforeAll
    static void open() {
        bed = TestBed.get();
        desk = bed.browser().newContext();
        pocket = bed.browser().newContext(new Browser.NewContextOptions().setViewportSize(390, 844));
        page = bed.signedIn(desk);
        phone = bed.signedIn(pocket);
    }

    @AfterEach
    void tidy() {
        bed.emptyDock();
    }

    @AfterAll
    static void close() {
        desk.close();
        pocket.close();
    }

    private static void written(String serial, Long spot) {
        bed.carry(serial, "dock");
        Plan plan = new Plan(
                "alder-t1",
                "ROUND",
                Duration.ofMinutes(10),
                new StartCondition.OnButton(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null)));
        bed.bean(WriteService.class).write(new MissionDraft(serial, "Round", 0, plan, spot, "tech"));
        bed.carry(serial, "bench");
    }

    private static Task task(long round, Task.Kind kind) {
        return bed.bean(RoundService.class).tasks(round).stream()
                .filter(t -> t.kind() == kind)
                .findFirst()
                .orElseThrow();
    }

    private static long number() {
        String url = page.url();
        return Long.parseLong(url.substring(url.lastIndexOf('/') + 1));
    }

    @Test
    void a_round_is_planned_worked_through_on_a_phone_and_closed() throws Exception {
        long rear = bed.spot("Round site", "rear");
        long door = bed.spot("Round site", "door");
        written(FIRST, rear);
        // planned at the desk: the logger that is written for its spot is proposed
        page.navigate(bed.address + "/rounds/new");
        page.locator("label.pick", new Page.LocatorOptions().setHasText("Round site"))
                .click();
        assertThat(page.locator("#proposals tr", new Page.LocatorOptions().setHasText(FIRST)))
                .containsText("Round site / rear");
        assertThat(page.locator("#proposals tbody tr")).hasCount(1);
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("h1")).containsText("Round site");
        assertThat(page.locator("h1")).containsText("0 of 1 task");
        long round = number();
        // two more by hand; what cannot be is said
        add("CHECK", door, "PL-99999", "");
        assertThat(page.locator(".refused")).containsText("Logger PL-99999 was never connected here");
        add("CHECK", door, "", "is the door shut");
        add("BRING_HOME", rear, FIRST, "end of season");
        assertThat(page.locator("table.tasks tbody tr")).hasCount(3);
        page.getByLabel("Move task 3 up").click();
        assertThat(page.locator("table.tasks tbody tr").nth(1)).containsText("Retrieve");
        page.getByLabel("Move task 2 down").click();
        assertThat(page.locator("table.tasks tbody tr").nth(2)).containsText("Retrieve");

        sheetNamesEverything(round);

        // in the field
        phone.navigate(bed.address + "/rounds/" + round + "/work");
        assertThat(phone.locator("h1")).containsText("place " + FIRST);
        assertThat((Integer) phone.evaluate("document.documentElement.scrollWidth"))
                .isLessThanOrEqualTo(390);
        phone.locator("details[open] [name=serial]").fill("pl-99999");
        phone.locator("details[open] .btn-primary").click();
        assertThat(phone.locator("details[open] .wrong-word")).containsText("Logger PL-99999 was never connected here");
        phone.locator("details[open] [name=serial]").fill(FIRST.toLowerCase(java.util.Locale.ROOT));
        phone.locator("details[open]").getByText("start confirmed").click();
        phone.locator("details[open] .btn-primary").click();
        assertThat(phone.locator("h1")).containsText("check");
        Placement placed = bed.bean(PlacementService.class).presentOf(FIRST).orElseThrow();
        assertThat(placed.spotId()).isEqualTo(rear);
        assertThat(bed.bean(MissionQueries.class)
                        .ofLogger(FIRST, 1)
                        .get(0)
                        .course()
                        .startsAt())
                .isNotNull();

        // no network in the cellar: it is kept on the phone and sent when there is one
        pocket.setOffline(true);
        phone.locator("details[open] [name=note]").fill("shut, ice on the sill");
        phone.locator("details[open] .btn-primary").click();
        assertThat(phone.locator("#kept")).containsText("1 entry is saved on this phone");
        assertThat(task(round, Task.Kind.CHECK).open()).isTrue();
        phone.evaluate("document.body.dataset.before = 'yes'");
        // said again a moment after the browser says so itself, as the page may be gone by then
        phone.evaluate("void setTimeout(() => window.dispatchEvent(new Event('online')), 500)");
        pocket.setOffline(false);
        // what was sent is shown at once, and then the page anew
        assertThat(phone.locator("body[data-before]")).hasCount(0);
        assertThat(phone.locator("h1")).containsText("retrieve " + FIRST);
        assertThat(phone.locator("#kept")).isHidden();
        assertThat(task(round, Task.Kind.CHECK).note()).isEqualTo("shut, ice on the sill");

        // a word that was kept too long does not undo what is done, and the same one twice changes nothing
        assertThat(later(round, Task.Kind.CHECK, "NOT_DONE", "too late")).isEqualTo("409 It is already done.");
        assertThat(later(round, Task.Kind.CHECK, "DONE", "other words")).isEqualTo("200 kept");
        assertThat(task(round, Task.Kind.CHECK).note()).isEqualTo("shut, ice on the sill");

        // not possible needs a word; then the round is closed and the task stays due
        phone.locator("details[open] [value=NOT_DONE]").click();
        assertThat(phone.locator("details[open] .wrong-word")).containsText("Enter why it was not done");
        phone.locator("details[open] [name=note]").fill("frozen to the wall");
        phone.locator("details[open] [value=NOT_DONE]").click();
        assertThat(phone.locator("h1")).containsText("All tasks are done");
        phone.locator("button", new Page.LocatorOptions().setHasText("Close the round"))
                .click();
        assertThat(phone.locator(".said")).containsText("1 task stays due");

        page.navigate(bed.address + "/rounds/new");
        assertThat(page.locator("#proposals tr", new Page.LocatorOptions().setHasText(FIRST)))
                .containsText("end of season, not done");
        // taken home without any round: it is not due any more, and the closed round's record stands
        bed.bean(PlacementService.class)
                .take(FIRST, bed.bean(java.time.Clock.class).instant(), "tech");
        assertThat(task(round, Task.Kind.BRING_HOME).stillDue()).isFalse();
        assertThat(task(round, Task.Kind.BRING_HOME).state()).isEqualTo(Task.State.NOT_DONE);
    }

    /** What the phone sends later, and the answer. */
    private static String later(long round, Task.Kind kind, String outcome, String note) {
        return (String) phone.evaluate(
                "async ([url, outcome, note]) => { const c = document.querySelector('meta[name=csrf]'); const a = await fetch(url, { method: 'POST', body: new URLSearchParams({ outcome, note, ago: 9000 }), headers: { [c.dataset.header]: c.content, 'X-Outcome': 'later' } }); return a.status + ' ' + await a.text(); }",
                List.of("/rounds/" + round + "/tasks/" + task(round, kind).id(), outcome, note));
    }

    private static void add(String kind, long spot, String serial, String why) {
        page.locator("[name=kind][value=" + kind + "] + span").click();
        page.selectOption("#spot", String.valueOf(spot));
        page.fill("#serial", serial);
        page.fill("#why", why);
        page.getByText("Add", new Page.GetByTextOptions().setExact(true)).click();
        page.waitForLoadState(LoadState.LOAD);
    }

    private static void sheetNamesEverything(long round) throws Exception {
        byte[] pdf = page.request()
                .get(bed.address + "/rounds/" + round + "/sheet.pdf")
                .body();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document).replaceAll(" +", " "))
                    .contains("Take along: " + FIRST, "1. Place " + FIRST, "is the door shut", "3. Retrieve");
        }
    }

    @Test
    void a_swap_done_anywhere_settles_the_task_and_what_is_closed_can_be_opened_again() {
        long spot = bed.spot("Swap site", "only");
        written(SECOND, spot);
        PlacementService placements = bed.bean(PlacementService.class);
        RoundService rounds = bed.bean(RoundService.class);
        java.time.Instant now = bed.bean(java.time.Clock.class).instant();
        placements.place(new PlacementService.Placing(SECOND, spot, now, false, null, "", 0, List.of(), true), "tech");
        long round = rounds.planAll(
                new RoundService.Heading("Swaps", LocalDate.now(ZoneId.of("Europe/Paris")), "tech", ""),
                java.util.Set.of(),
                "tech");
        page.navigate(bed.address + "/rounds/" + round);
        add("SWAP", spot, SECOND, "");
        phone.navigate(bed.address + "/rounds/" + round + "/work");
        phone.locator("details[open] [name=serial]").fill(SECOND);
        phone.locator("details[open] .btn-primary").click();
        assertThat(phone.locator("details[open] .wrong-word")).containsText("the logger you take away");
        // closed with the task open, and opened again
        phone.locator("button", new Page.LocatorOptions().setHasText("Close the round"))
                .click();
        assertThat(task(round, Task.Kind.SWAP).stillDue()).isTrue();
        page.reload();
        page.getByText("Reopen").click();
        assertThat(page.locator("table.tasks")).containsText("open");
        assertThat(task(round, Task.Kind.SWAP).open()).isTrue();
        // done on the page for placing, without a word of the round
        written("PL-18530", null);
        java.time.Instant then = bed.bean(java.time.Clock.class).instant();
        placements.place(
                new PlacementService.Placing(
                        "PL-18530", spot, then, false, PlacementService.Other.TAKEN, "", 0, List.of(), false),
                "tech");
        assertThat(task(round, Task.Kind.SWAP).state()).isEqualTo(Task.State.DONE);
        assertThat(task(round, Task.Kind.SWAP).note()).isEqualTo("PL-18530 was placed");
        assertThat(rounds.find(round).map(Round::done)).contains(1L);
    }

    @Test
    void a_calendar_is_read_under_its_secret_address_until_that_is_revoked() throws Exception {
        page.navigate(bed.address + "/me");
        page.getByText("Create address").click();
        String address = page.inputValue("#address");
        assertThat(address).matches("http.*/calendar/[A-Za-z0-9_-]{43}\\.ics");
        HttpResponse<String> answer = get(address);
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.headers().firstValue("Content-Type")).contains("text/calendar;charset=UTF-8");
        assertThat(answer.body()).contains("BEGIN:VCALENDAR", "VERSION:2.0");
        page.reload();
        assertThat(page.locator("#address")).hasCount(0);
        assertThat(page.locator("#main")).containsText("last read");
        page.getByText("Revoke").click();
        assertThat(page.locator(".said")).containsText("revoked");
        assertThat(get(address).statusCode()).isEqualTo(404);
        assertThat(get(bed.address + "/calendar/x.ics").statusCode()).isEqualTo(404);
    }

    private static HttpResponse<String> get(String address) throws Exception {
        return HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(URI.create(address)).build(), HttpResponse.BodyHandlers.ofString());
    }
}
