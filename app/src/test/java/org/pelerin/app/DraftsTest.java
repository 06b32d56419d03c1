package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** What was typed and not saved is offered again, to whoever typed it, until it is saved. */
@Tag("bed")
@Timeout(120)
class DraftsTest {

    private final TestBed bed = TestBed.get();
    private BrowserContext context;
    private Page page;

    @BeforeEach
    void open() throws InterruptedException {
        context = bed.browser().newContext();
        context.setDefaultTimeout(20_000);
        page = TestBed.signedIn(context, bed.address, "admin");
        page.navigate(bed.address + "/limits/new");
        page.fill("#limits-form [name=name]", "Half a set");
        // typed, and a moment later kept
        Waiting.until("kept", () -> (Boolean)
                page.evaluate("Object.keys(localStorage).some(k => k.startsWith('pelerin-draft admin limits 0'))"));
    }

    @AfterEach
    void close() {
        context.close();
    }

    @Test
    void a_reload_loses_nothing_and_what_is_discarded_is_not_offered_again() {
        page.reload();
        assertThat(page.locator(".draft")).containsText("were not saved");
        Axe.check(page);
        page.locator(".draft button:has-text('Restore')").click();
        assertThat(page.locator("#limits-form [name=name]")).hasValue("Half a set");
        assertThat(page.locator(".draft")).hasCount(0);
        page.reload();
        page.locator(".draft button:has-text('Discard')").click();
        page.reload();
        assertThat(page.locator("#limits-form [name=name]")).hasValue("");
        assertThat(page.locator(".draft")).hasCount(0);
    }

    @Test
    void a_lost_session_loses_nothing_and_nobody_else_is_offered_it() {
        context.clearCookies();
        page.reload();
        page.waitForURL("**/login**");
        page.fill("[name=username]", "tech");
        page.fill("[name=password]", "pelerin");
        page.keyboard().press("Enter");
        page.waitForURL("**/limits/new**");
        assertThat(page.locator("#limits-form")).isVisible();
        assertThat(page.locator(".draft")).hasCount(0);
        context.clearCookies();
        page.reload();
        page.fill("[name=username]", "admin");
        page.fill("[name=password]", "pelerin");
        page.keyboard().press("Enter");
        page.waitForURL("**/limits/new**");
        assertThat(page.locator(".draft")).containsText("were not saved");
    }

    @Test
    void what_is_refused_is_there_all_the_same_and_what_is_saved_is_gone() {
        page.fill("[name='rules[0].channel']", "Air");
        page.locator("#limits-form .main-act").click();
        assertThat(page.locator(".wrong-text").first()).isVisible();
        assertThat(page.locator("#limits-form [name=name]")).hasValue("Half a set");
        // the form that came back has it all: nothing is offered
        assertThat(page.locator(".draft")).hasCount(0);
        page.fill("[name='rules[0].high']", "14");
        page.locator("#limits-form .main-act").click();
        assertThat(page.locator("div.said")).containsText("Saved as version 1");
        page.navigate(bed.address + "/limits/new");
        assertThat(page.locator("#limits-form")).isVisible();
        assertThat(page.locator(".draft")).hasCount(0);
    }
}
