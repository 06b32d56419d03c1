package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.net.URI;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.deployment.prepare.write.WriteService;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/** What holds for every page: it stays on the machine, fits a phone, can be read in the dark and worked from the keyboard. */
@Tag("bed")
@Timeout(120)
class PagesTest {

    private static final String SERIAL = "PL-20431";

    private static TestBed bed;
    private static StoredPlan plan;

    private BrowserContext context;
    private final List<String> complaints = new ArrayList<>();
    private final List<String> elsewhere = new ArrayList<>();

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        bed.carry(SERIAL, "dock");
        Plan settings = new Plan(
                ModelCatalogue.get("birch-th").id(),
                "PAGES",
                Duration.ofMinutes(10),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(
                        new ChannelSettings(true, "Air", new Alarm(14, Duration.ofHours(1), true), null),
                        new ChannelSettings(true, "Humidity", null, null)));
        plan = bed.bean(PlanService.class).create("For every page", settings, "tech");
        bed.bean(WriteService.class).write(new MissionDraft(SERIAL, plan.name(), 1, settings, null, "tech"));
        bed.outdoors().post("/advance", Map.of("seconds", 86_400));
    }

    @AfterAll
    static void end() {
        bed.emptyDock();
    }

    @AfterEach
    void close() {
        context.close();
    }

    private Page signedIn(String name, Browser.NewContextOptions options) {
        context = bed.browser().newContext(options);
        Page page = context.newPage();
        page.onConsoleMessage(m -> {
            if (m.type().equals("error")) {
                complaints.add(page.url() + ": " + m.text());
            }
        });
        page.onPageError(e -> complaints.add(page.url() + ": " + e));
        page.onRequest(r -> {
            if (!r.url().startsWith("data:") && !URI.create(r.url()).getHost().equals("127.0.0.1")) {
                elsewhere.add(r.url());
            }
        });
        page.navigate(bed.address + "/login");
        page.fill("#username", name);
        page.fill("#password", "pelerin");
        page.click("button[type=submit]");
        page.locator(".rail").waitFor();
        page.waitForLoadState();
        return page;
    }

    private static List<String> paths() {
        return List.of(
                "/",
                "/plans",
                "/plans/" + plan.id(),
                "/plans/" + plan.id() + "/versions",
                "/plans/" + plan.id() + "/wiring",
                "/plans/new?model=linden-n",
                "/dock",
                "/dock/" + SERIAL,
                "/dock/check",
                "/loggers/" + SERIAL + "/calibration",
                "/batches/new?serials=" + SERIAL,
                "/library",
                "/library/models/linden-n",
                "/to-do",
                "/places",
                "/places/new",
                "/place",
                "/dock/find",
                "/dock/stick",
                "/library/sensors",
                "/library/sensors/edit",
                "/missions",
                "/yard");
    }

    @Test
    void no_page_asks_the_network_for_anything_or_breaks_the_policy() {
        Page page = signedIn("tech", new Browser.NewContextOptions());
        for (String path : paths()) {
            page.navigate(bed.address + path);
            page.waitForResponse(r -> r.url().contains("/tray"), () -> {});
        }
        assertThat(elsewhere).isEmpty();
        assertThat(complaints).isEmpty();
    }

    @Test
    void every_page_fits_a_phone() {
        Page page = signedIn("tech", new Browser.NewContextOptions().setViewportSize(390, 844));
        for (String path : paths()) {
            page.navigate(bed.address + path);
            Object width = page.evaluate("document.documentElement.scrollWidth");
            Object wide = page.evaluate("[...document.querySelectorAll('body *')]"
                    + ".filter(e => e.getBoundingClientRect().right > 391 && !e.parentElement.closest('.scroll, .wide'))"
                    + ".slice(0, 4).map(e => e.outerHTML.slice(0, 120)).join(' | ')");
            assertThat((Integer) width).as(path + " " + wide).isLessThanOrEqualTo(390);
        }
    }

    @Test
    void the_dark_theme_can_be_read() {
        Page page = signedIn("tech", new Browser.NewContextOptions().setColorScheme(ColorScheme.DARK));
        for (String path : paths()) {
            page.navigate(bed.address + path);
            assertThat(page.locator("html")).hasAttribute("data-bs-theme", "dark");
            List<String> poor = Axe.of(page).withRules(List.of("color-contrast")).analyze().getViolations().stream()
                    .flatMap(v -> v.getNodes().stream())
                    .map(n -> n.getHtml())
                    .toList();
            assertThat(poor).as(path).isEmpty();
        }
    }

    @Test
    void a_chosen_theme_is_remembered() {
        Page page = signedIn("tech", new Browser.NewContextOptions().setColorScheme(ColorScheme.LIGHT));
        page.click("#theme");
        page.navigate(bed.address + "/plans");
        assertThat(page.locator("html")).hasAttribute("data-bs-theme", "dark");
    }

    @Test
    void rooms_ports_and_keys_are_reached_from_the_keyboard() {
        Page page = signedIn("tech", new Browser.NewContextOptions());
        // however fast the second follows: also between a scanner's pace and the wait that tells it from a person's
        for (int pause : List.of(200, 55, 0)) {
            page.navigate(bed.address + "/");
            page.keyboard().press("g");
            page.waitForTimeout(pause);
            page.keyboard().press("p");
            assertThat(page).hasURL(Pattern.compile(".*/plans$"));
        }
        page.keyboard().press("?");
        assertThat(page.locator("#keys-list")).isVisible();
        page.keyboard().press("Escape");
        // the list is folded here; its ports are reached all the same
        page.locator("#tray [data-port]")
                .first()
                .waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.ATTACHED));
        page.keyboard().press(page.locator("#tray [data-port]").first().getAttribute("data-port"));
        assertThat(page).hasURL(Pattern.compile(".*/dock/PL-\\d+$"));
        page.keyboard().press("/");
        assertThat(page.locator("#find")).isFocused();
        page.keyboard().type("for every");
        page.keyboard().press("Enter");
        assertThat(page.locator("#main")).containsText("For every page");
    }

    @Test
    void a_viewer_is_offered_nothing_that_changes_anything() {
        Page page = signedIn("viewer", new Browser.NewContextOptions());
        page.navigate(bed.address + "/dock/" + SERIAL);
        assertThat(page.locator("h1")).containsText("logging");
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Stop and collect")))
                .hasCount(0);
        page.navigate(bed.address + "/plans/" + plan.id());
        assertThat(page.locator("#main")).containsText("can view plans, not change them");
        assertThat(page.locator("main button[type=submit]")).hasCount(0);
    }

    @Test
    void a_plan_somebody_else_saved_meanwhile_is_not_overwritten() {
        Page page = signedIn("tech", new Browser.NewContextOptions());
        StoredPlan mine = bed.bean(PlanService.class)
                .create("Edited twice", bed.bean(PlanService.class).settings(plan), "tech");
        page.navigate(bed.address + "/plans/" + mine.id());
        bed.bean(PlanService.class)
                .update(
                        mine.id(),
                        1,
                        "Edited twice",
                        bed.bean(PlanService.class).settings(plan),
                        "admin");
        page.fill("#interval", "20 min");
        page.keyboard().press("Control+Enter");
        assertThat(page.locator("[role=alert]")).containsText("admin saved this");
        assertThat(page.locator("#interval")).hasValue("20 min");
        assertThat(bed.bean(PlanService.class).find(mine.id()).orElseThrow().version())
                .isEqualTo(2);
    }
}
