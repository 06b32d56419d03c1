package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Help where it is needed: a word explains itself, a page leads to its part of the guide, and German fits where English does. */
@Tag("bed")
@Timeout(240)
class HelpTest extends PageTest {

    /** Pages that are held against the rules of accessibility in German, too; the others are in English, elsewhere. */
    private static final Set<String> LOOKED_AT = Set.of(
            "/", "/dock", "/plans/new?model=birch-th", "/missions", "/library/models/hawthorn-m32", "/help/operator");

    private static EveryKind kinds;

    @BeforeAll
    static void record() {
        kinds = new EveryKind(TestBed.get(), "QL-HELP");
    }

    @AfterAll
    static void away() {
        kinds.close();
    }

    @Test
    void a_word_explains_itself_and_the_page_stays() {
        page.navigate(TestBed.get().address + "/limits/new");
        Locator term = page.locator("a.term:visible").first();
        Locator note = page.locator("#term-note");
        assertThat(note).isHidden();
        // with the keyboard
        term.focus();
        assertThat(note).isVisible();
        assertThat(note).containsText(term.getAttribute("data-means"));
        assertThat(term).hasAttribute("aria-describedby", "term-note");
        Axe.check(page);
        page.keyboard().press("Escape");
        assertThat(note).isHidden();
        // with the pointer; what is typed in the form is not lost
        page.fill("#name", "half filled in");
        term.hover();
        assertThat(note).isVisible();
        term.click();
        assertThat(note).isVisible();
        assertThat(page).hasURL(Pattern.compile("/limits/new$"));
        assertThat(page.locator("#name")).hasValue("half filled in");
        page.mouse().move(5, 700);
        assertThat(note).isHidden();
    }

    @Test
    void a_page_leads_to_its_part_of_the_guide() {
        page.navigate(TestBed.get().address + "/missions/" + kinds.mission.id);
        Page help = context.waitForPage(() -> page.click("a.to-help"));
        assertThat(help).hasURL(Pattern.compile("/help/reviewer#a-mission$"));
        assertThat(help.locator("#a-mission")).isInViewport();
        help.locator(".guide-nav a:has-text('Glossary')").click();
        assertThat(help.locator("#hysteresis dd")).isVisible();
        Axe.check(help);
        help.navigate(TestBed.get().address + "/help/technician");
        help.locator("article img").first().scrollIntoViewIfNeeded();
        help.waitForFunction("() => document.querySelector('article img').naturalWidth > 0");
        Axe.check(help);
    }

    @Test
    void a_chapter_that_is_not_there_says_so() throws Exception {
        HttpResponse<String> answer =
                Visitor.signedIn(TestBed.get().address, "viewer").get("/help/nothing");
        assertThat(answer.statusCode()).isEqualTo(404);
        assertThat(answer.body()).contains("There is no chapter “nothing” in the guide");
    }

    /** Before anybody is known; what is chosen there stays. */
    @Test
    void the_language_is_chosen_where_one_signs_in() {
        try (BrowserContext stranger = TestBed.get().browser().newContext()) {
            Page p = stranger.newPage();
            p.navigate(TestBed.get().address + "/login");
            p.click("text=Deutsch");
            assertThat(p.locator("html")).hasAttribute("lang", "de");
            assertThat(p.locator("button[type=submit]")).hasText("Anmelden");
            Axe.check(p);
            p.fill("#username", "viewer");
            p.fill("#password", "pelerin");
            p.click("button[type=submit]");
            assertThat(p.locator("nav.rail")).containsText("Einsätze");
        }
    }

    @ParameterizedTest
    @CsvSource({
        "/attention?kind=ALARM, /to-do?kind=ALARM",
        "/recheck, /re-verify",
        "/spots/7/carpet?month=2026-11, /spots/7/hour-map?month=2026-11",
        "/places/3/section?unit=%C2%B0C, /places/3/site-view?unit=%C2%B0C",
        "/limits/2/rehearsal, /limits/2/past-data",
        "/admin/house, /admin/organisation"
    })
    void a_former_address_leads_to_the_new_one(String from, String to) throws Exception {
        HttpResponse<String> answer =
                Visitor.signedIn(TestBed.get().address, "admin").get(from);
        assertThat(answer.statusCode()).isEqualTo(301);
        assertThat(answer.headers().firstValue("Location").orElse("")).endsWith(to);
    }

    /** Nothing makes a page wider than its window, and nothing that axe calls serious, in the longer language. */
    @Test
    void german_fits() {
        String at = TestBed.get().address;
        List<String> wide = new ArrayList<>();
        try (BrowserContext german =
                TestBed.get().browser().newContext(new Browser.NewContextOptions().setLocale("de-DE"))) {
            Page p = TestBed.signedIn(german, at, "admin");
            for (String path : List.of(
                    "/",
                    "/to-do",
                    "/dock",
                    "/plans",
                    "/plans/new?model=birch-th",
                    "/places",
                    "/spots/" + kinds.spot,
                    "/place",
                    "/rounds/new",
                    "/missions",
                    "/missions/" + kinds.mission.id,
                    "/missions/" + kinds.mission.id + "/derived",
                    "/missions/" + kinds.mission.id + "/export",
                    "/findings",
                    "/limits/" + kinds.set.id(),
                    "/limits/" + kinds.set.id() + "/edit",
                    "/limits/" + kinds.set.id() + "/past-data",
                    "/compare",
                    "/reports",
                    "/verify",
                    "/audit",
                    "/library",
                    "/library/models/hawthorn-m32",
                    "/library/sensors/edit",
                    "/collections",
                    "/me",
                    "/people",
                    "/admin/accounts",
                    "/admin/organisation",
                    "/help/operator",
                    "/help/glossary")) {
                p.navigate(at + path);
                for (int[] window : new int[][] {{1280, 800}, {390, 844}}) {
                    p.setViewportSize(window[0], window[1]);
                    try {
                        // a chart is drawn anew before it fits
                        p.waitForFunction(
                                "() => document.documentElement.scrollWidth <= innerWidth",
                                null,
                                new Page.WaitForFunctionOptions().setTimeout(8000));
                    } catch (TimeoutError e) {
                        wide.add(path + " at " + window[0]);
                    }
                }
                if (LOOKED_AT.contains(path)) {
                    try {
                        Axe.check(p);
                    } catch (AssertionError e) {
                        wide.add(e.getMessage());
                    }
                }
            }
        }
        assertThat(wide).isEmpty();
    }
}
