package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** A day is typed, or picked with the keyboard alone; the field's shape is the same in every country. */
@Tag("bed")
class CalendarFieldTest {

    @Test
    void a_day_is_picked_with_the_keyboard_alone_and_typed_in_either_way() {
        TestBed bed = TestBed.get();
        try (BrowserContext context = bed.browser().newContext()) {
            Page page = TestBed.signedIn(context, bed.address, "tech");
            List<String> troubles = new ArrayList<>();
            page.onConsoleMessage(m -> {
                if (m.type().equals("error")) {
                    troubles.add(m.text());
                }
            });
            page.onPageError(troubles::add);
            page.navigate(bed.address + "/audit");
            Locator from = page.locator("[name=from]");
            from.fill("2026-10-30");
            from.press("Alt+ArrowDown");
            assertThat(page.locator(".flatpickr-calendar.open")).isVisible();
            assertThat(page.locator(".flatpickr-day.selected")).hasText("30");
            page.locator(".flatpickr-day.selected").press("ArrowRight");
            if (System.getProperty("picture") != null) {
                page.screenshot(new Page.ScreenshotOptions().setPath(Path.of(System.getProperty("picture"))));
            }
            page.keyboard().press("Enter");
            assertThat(from).hasValue("2026-10-31");
            assertThat(from).isFocused();
            assertThat(page.locator(".flatpickr-calendar")).hasCount(0);

            page.navigate(bed.address + "/audit?from=31.10.2026");
            assertThat(from).hasValue("2026-10-31");
            page.navigate(bed.address + "/audit?from=10/11/2026");
            assertThat(page.locator(".wrong-word")).containsText("Enter a date such as 2026-10-31");
            assertThat(from).hasValue("10/11/2026");
            assertThat(troubles).isEmpty();
        }
    }
}
