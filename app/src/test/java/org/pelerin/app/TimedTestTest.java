package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** A timed test in the browser: begun, growing, its ratios as they fall due, repeated, and several in one report. */
@Tag("bed")
@Timeout(120)
class TimedTestTest extends PageTest {

    private static final String SERIAL = "PL-18526";
    private final TestBed bed = TestBed.get();

    @BeforeEach
    void open() {
        bed.carry(SERIAL, "dock");
    }

    @AfterEach
    void close() {
        bed.emptyDock();
    }

    private static LocatorAssertions.ContainsTextOptions soon() {
        return new LocatorAssertions.ContainsTextOptions().setTimeout(20_000);
    }

    private void begin() {
        page.locator("button:has-text('Start test')").click();
    }

    @Test
    void what_is_read_now_and_what_it_waits_for_is_in_ones_own_units() {
        units("°F");
        try {
            page.navigate(bed.address + "/dock/" + SERIAL);
            assertThat(page.locator(".live-box .gauge b").first()).containsText("°F");
            page.locator("#keep summary").click();
            page.fill("#keep [name=low]", "1000");
            page.fill("#keep [name=high]", "1004.5");
            page.locator("#keep button").click();
            assertThat(page.locator("h1")).containsText("is between 1\u202f000 and 1\u202f004.5");
            assertThat(page.locator("h1")).containsText("°F");
            page.locator(".watching .gauge b").first().waitFor();
            assertThat(page.locator(".watching .gauge b").first()).containsText("°F");
            page.navigate(page.url() + "?t=r");
            // (1000 − 32) / 1.8 to 12 significant digits, and (1004.5 − 32) / 1.8
            assertThat(page.locator("h1")).containsText("is between 537.777777778 and 540.277777778");
            page.locator("button:has-text('Stop watching')").click();
            page.navigate(bed.address + "/dock/check");
            assertThat(page.locator("section").first()).containsText("°F");
        } finally {
            units("");
        }
    }

    private void units(String temperature) {
        page.navigate(bed.address + "/me");
        page.selectOption("#u-t", temperature);
        page.locator("button:has-text('Save units')").click();
        assertThat(page.locator(".said")).containsText("Units are saved");
    }

    @Test
    void it_grows_tells_its_ratios_and_is_repeated_under_the_next_number() throws IOException {
        page.navigate(bed.address + "/dock/" + SERIAL + "/test");
        page.fill("#t-length", "4 s");
        page.fill("#t-own", "10 s / 2 s");
        begin();
        assertThat(page.locator(".wrong-word").nth(0)).hasText("Enter the subject of the test");
        assertThat(page.locator(".wrong-word").nth(1)).containsText("10 s is after the end of the test");
        page.fill("#t-subject", "Press felt");
        page.fill("#t-own", "3 s / 1 s");
        begin();
        assertThat(page.locator("h1")).containsText("Press felt, test 1: ");
        Locator ratio = page.locator("tbody tr:has-text('3 s / 1 s')");
        assertThat(ratio).containsText("in ");
        assertThat(page.locator("path.line")).hasAttribute("d", Pattern.compile("M0\\.0 .*"));
        // a probe in a quiet room: the later value is about the earlier one
        assertThat(page.locator("a:has-text('Open mission')")).containsText("Open mission", soon());
        assertThat(ratio.locator("b")).hasText(Pattern.compile("(0\\.9|1\\.0)\\d*"));
        assertThat(page.locator("h1")).containsText("Press felt, test 1: 4 s, from ");
        String first = page.url();
        page.locator("a:has-text('Repeat with other settings')").click();
        assertThat(page.locator("#t-subject")).hasValue("Press felt");
        assertThat(page.locator("#t-own")).hasValue("3 s / 1 s");
        page.fill("#t-length", "3 s");
        begin();
        assertThat(page.locator("h1")).containsText("Press felt, test 2");
        page.locator("button:has-text('Stop recording')").click();
        assertThat(page.locator("a:has-text('Open mission')")).containsText("Open mission", soon());
        // a mission that is home is counted as one, too
        page.locator("a:has-text('Open mission')").click();
        page.locator("a:has-text('Evaluate as a timed test')").click();
        page.fill("#t-subject", "Press felt");
        page.locator("button:has-text('Evaluate')").click();
        assertThat(page.locator("h1")).containsText("Press felt, test 3");
        Axe.check(page);
        page.navigate(bed.address + "/tests");
        Axe.check(page);
        page.locator("[aria-label='Select Press felt, test 1']").check();
        page.locator("[aria-label='Select Press felt, test 3']").check();
        page.locator("button:has-text('Create report of the selected tests')").click();
        assertThat(page.locator(".paper h1")).containsText("2 timed tests of Press felt.", soon());
        String report = page.url();
        byte[] pdf = page.request().get(report + "/report.pdf").body();
        assertThat(Valid.troubles(pdf)).isEmpty();
        try (var document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document).replace('\u00a0', ' '))
                    .contains("2 timed tests", "Press felt, test 1", "Press felt, test 3", "3 s / 1 s: ");
            assertThat(document.getDocumentCatalog()
                            .getNames()
                            .getEmbeddedFiles()
                            .getNames())
                    .hasSize(3)
                    .containsKey("tests.json");
            assertThat(document.getSignatureDictionaries()).hasSize(1);
        }
        // it stays as it was issued, and is known again
        page.navigate(bed.address + "/verify");
        page.setInputFiles("input[type=file]", new FilePayload("tests.pdf", "application/pdf", pdf));
        page.locator("button:has-text('Verify file')").click();
        assertThat(page.locator("h1")).containsText("byte for byte");
        page.navigate(first);
        page.locator("button:has-text('Remove from list')").click();
        assertThat(page.locator(".said")).containsText("Press felt, test 1 is removed from the list");
        assertThat(page.locator("[aria-label='Select Press felt, test 1']")).hasCount(0);
    }
}
