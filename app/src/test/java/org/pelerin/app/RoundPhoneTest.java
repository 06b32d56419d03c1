package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.deployment.placing.Placement;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.fleet.rounds.RoundService;
import org.pelerin.app.fleet.rounds.Task;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.organisation.account.AccountAdministration;
import org.pelerin.app.organisation.account.AccountService;
import org.pelerin.app.organisation.account.Role;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Spot;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/** A round where there is no network. */
@Tag("bed")
@Timeout(120)
class RoundPhoneTest {

    private static final String UNWIRED = "PL-18516";
    private static final String LYING = "PL-18518";
    private static final String OTHER = "PL-18537";

    private static TestBed bed;
    private static BrowserContext pocket;
    private static Page phone;
    private static long round;
    private static long rear;
    private static long door;
    private static long shelf;

    @BeforeAll
    static void open() throws InterruptedException {
        bed = TestBed.get();
        pocket = bed.browser().newContext(new Browser.NewContextOptions().setViewportSize(390, 844));
        phone = bed.signedIn(pocket);
        new Hands(bed).leave(UNWIRED, LYING, OTHER);
        rear = bed.spot("Far site", "rear");
        door = bed.spot("Far site", "door");
        shelf = bed.spot("Far site", "shelf");
        demand(rear, new Deployment.Demand("°C", null, 12.0));
        written(UNWIRED, rear, "the probe comes with the door");
        written(LYING, door, "");
        written(OTHER, null, "");
        bed.bean(PlacementService.class)
                .place(
                        new PlacementService.Placing(
                                LYING, door, bed.bean(Clock.class).instant(), false, null, "", 0, List.of(), true),
                        "tech");
        RoundService rounds = bed.bean(RoundService.class);
        round = rounds.planAll(
                new RoundService.Heading("Far away", LocalDate.now(ZoneId.of("Europe/Paris")), "tech", ""),
                Set.of(),
                "tech");
        add("PLACE", rear, UNWIRED);
        add("PLACE", door, OTHER);
        add("CHECK", shelf, "");
        add("CHECK", rear, "");
    }

    @AfterEach
    void tidy() {
        pocket.setOffline(false);
        bed.emptyDock();
    }

    @AfterAll
    static void close() throws InterruptedException {
        pocket.close();
        new Hands(bed).leave(UNWIRED, LYING, OTHER);
    }

    private static void demand(long spot, Deployment.Demand demand) {
        PlaceService places = bed.bean(PlaceService.class);
        Spot s = places.spot(spot).orElseThrow();
        places.save(
                new Spot(
                        s.id(),
                        s.siteId(),
                        s.site(),
                        s.name(),
                        s.surroundings(),
                        null,
                        null,
                        s.collectDays(),
                        s.depth(),
                        s.hanging(),
                        s.notes(),
                        null,
                        null,
                        null,
                        List.of(demand)),
                "tech");
    }

    private static void written(String serial, Long spot, String notWired) {
        bed.carry(serial, "dock");
        Plan plan = new Plan(
                "alder-t1",
                "FAR",
                Duration.ofMinutes(10),
                new StartCondition.OnButton(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null)));
        bed.bean(WriteService.class).write(new MissionDraft(serial, "Far", 0, plan, spot, "tech", notWired));
        bed.carry(serial, "bench");
    }

    private static void add(String kind, long spot, String serial) {
        phone.navigate(bed.address + "/rounds/" + round);
        phone.locator("[name=kind][value=" + kind + "] + span").click();
        phone.selectOption("#spot", String.valueOf(spot));
        phone.fill("#serial", serial);
        // the next page is asked for only once this task is there
        phone.waitForResponse(
                r -> r.request().method().equals("POST"),
                () -> phone.getByText("Add", new Page.GetByTextOptions().setExact(true))
                        .click());
        phone.waitForLoadState();
    }

    private static Locator task(int nth) {
        return phone.locator("details.task").nth(nth);
    }

    private static Task stored(int nth) {
        return bed.bean(RoundService.class).tasks(round).get(nth);
    }

    @Test
    void what_is_noted_without_a_network_asks_what_has_to_be_asked_survives_a_reload_and_arrives() {
        phone.navigate(bed.address + "/rounds/" + round + "/work");
        phone.locator("[data-held=true]").waitFor();
        pocket.setOffline(true);

        // the page is there all the same, with all it is made of
        phone.reload();
        assertThat(phone.locator("h1#next")).containsText("Next: place " + UNWIRED + " at rear, Far site. 4 to go.");
        assertThat(phone.locator("#kept")).containsText("No network: this is the round as of");
        assertThat((String) phone.evaluate("getComputedStyle(document.querySelector('details.task')).fontFamily"))
                .startsWith("Next");

        // what would be refused is said here: a reason, the wiring, a logger that is elsewhere, one that is there
        // already
        task(0).locator("[value=NOT_DONE]").click();
        assertThat(task(0).locator(".wrong-word")).hasText("Enter why it was not done.");
        assertThat(task(0).locator("[data-wiring]")).containsText("the probe comes with the door");
        task(0).locator(".btn-primary").click();
        assertThat(task(0).locator(".wrong-word")).containsText("State whether its readings were checked");
        // what the spot wants otherwise is said before it is noted; of a logger that goes elsewhere, nothing is
        assertThat(task(0).locator("[data-misfit]"))
                .hasText("◇ The limit 14\u00a0°C of “Air” is wider than the 12\u00a0°C that the spot requires.");
        assertThat(task(1).locator("[data-misfit]")).isHidden();
        task(0).locator("[name=serial]").fill("18518");
        task(0).locator(".btn-primary").click();
        assertThat(task(0).locator(".wrong-word")).hasText("PL-18518 is at Far site / door. State that it was moved.");
        task(0).locator("[name=serial]").fill("18516");
        task(0).getByText("wired, readings checked").click();
        task(0).locator(".btn-primary").click();
        assertThat(task(0).locator("summary")).containsText("saved on this phone");
        assertThat(phone.locator("h1#next")).containsText("place " + OTHER + " at door, Far site. 3 to go.");
        task(1).locator(".btn-primary").click();
        assertThat(task(1).locator(".wrong-word")).containsText("was taken away or stays");
        task(1).getByText("I take it away").click();
        task(1).locator(".btn-primary").click();

        // a slip is taken back; the next one is of a logger that this phone has never heard of
        assertThat(phone.locator("h1#next")).containsText("2 to go");
        task(2).locator("[name=note]").fill("wrong door");
        task(2).locator(".btn-primary").click();
        assertThat(phone.locator("h1#next")).containsText("1 to go");
        task(2).getByText("Undo").click();
        assertThat(phone.locator("h1#next")).containsText("2 to go");
        task(3).locator("[name=note]").fill("dry");
        task(3).locator(".btn-primary").click();

        // closed and opened again, still without a network: nothing is lost
        phone.reload();
        assertThat(phone.locator("details.kept")).hasCount(3);
        assertThat(phone.locator("#kept")).containsText("3 entries are saved on this phone");
        assertThat(phone.locator("h1#next")).containsText("check at shelf, Far site. 1 to go.");
        assertThat(stored(0).open()).isTrue();
        // another page of the round is not held: it says so, and leads back
        phone.locator("button", new Page.LocatorOptions().setHasText("Close the round"))
                .click();
        assertThat(phone.locator("h1")).containsText("No network");
        phone.getByText("Back to the round").click();
        assertThat(phone.locator("details.kept")).hasCount(3);

        // meanwhile somebody else carried the one to another spot: that one is refused, the others arrive
        bed.bean(PlacementService.class)
                .place(
                        new PlacementService.Placing(
                                OTHER,
                                shelf,
                                bed.bean(Clock.class).instant(),
                                false,
                                PlacementService.Other.STAYS,
                                "",
                                0,
                                List.of(),
                                false),
                        "admin");
        // sent by the worker or by the page, whichever comes first
        phone.evaluate(
                "void setTimeout(() => outcomes.sendAll().then(() => window.dispatchEvent(new Event('online'))), 100)");
        pocket.setOffline(false);
        assertThat(phone.locator("h1#next")).containsText("place " + OTHER + " at door, Far site. 2 to go.");
        assertThat(stored(0).state()).isEqualTo(Task.State.DONE);
        assertThat(stored(3).note()).isEqualTo("dry");
        Placement there = bed.bean(PlacementService.class).presentOf(UNWIRED).orElseThrow();
        assertThat(there.spotId()).isEqualTo(rear);
        assertThat(there.checked()).isEqualTo("wired, readings checked");
        // with what was noted still in its fields, to be put right
        Locator refused = task(0);
        assertThat(refused.locator(".wrong-word"))
                .containsText(OTHER + " is at Far site / shelf. State that it was moved");
        assertThat(refused.locator("[value=TAKEN]")).isChecked();
        refused.getByText("it was moved here").click();
        refused.locator(".btn-primary").click();
        assertThat(phone.locator("h1#next")).containsText("1 to go");
        assertThat(bed.bean(PlacementService.class).presentOf(OTHER).map(Placement::spotId))
                .contains(door);
        assertThat(bed.bean(PlacementService.class).presentOf(LYING)).isEmpty();

        // as the worker sends it, the page being closed: with the token that was noted along
        pocket.setOffline(true);
        task(0).locator("[name=note]").fill("quiet");
        task(0).locator(".btn-primary").click();
        assertThat(phone.locator("h1#next")).containsText("All entries are made");
        phone.close();
        pocket.setOffline(false);
        phone = pocket.newPage();
        phone.navigate(bed.address + "/rounds/no-network");
        phone.addScriptTag(new Page.AddScriptTagOptions().setUrl(bed.address + "/js/outcomes.js"));
        phone.evaluate("outcomes.sendAll()");
        assertThat(stored(2).note()).isEqualTo("quiet");
        phone.navigate(bed.address + "/rounds/" + round + "/work");
        assertThat(phone.locator("h1")).containsText("All tasks are done");
    }

    @Test
    void pages_that_were_kept_go_when_the_session_was_ended_elsewhere() throws InterruptedException {
        bed.bean(AccountService.class).create("pocket", "Pocket", "pelerin", Role.TECHNICIAN, "system");
        try (BrowserContext other =
                bed.browser().newContext(new Browser.NewContextOptions().setViewportSize(390, 844))) {
            Page page = TestBed.signedIn(other, bed.address, "pocket");
            page.navigate(bed.address + "/rounds/" + round + "/work");
            Waiting.until(
                    "its page is kept",
                    () -> (Boolean)
                            page.evaluate(
                                    "async () => (await (await caches.open('pelerin-pages')).keys()).some((k) => k.url.endsWith('/work'))"));
            bed.bean(AccountAdministration.class).endSessions("pocket", "admin");
            page.navigate(bed.address + "/rounds/" + round + "/work");
            assertThat(page.locator("#password")).isVisible();
            Waiting.until("no page is kept", () -> (Boolean)
                    page.evaluate("async () => (await (await caches.open('pelerin-pages')).keys()).length === 0"));
        }
    }
}
