package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.loggers.library.SensorLibrary;

/** A plan while it is typed: what cannot be read yet, numbers with commas, sensors made on the way. */
@Tag("bed")
@Timeout(120)
class PlanTypingTest extends PageTest {

    private final TestBed bed = TestBed.get();

    private void open(String model) {
        page.navigate(bed.address + "/plans/new?model=" + model);
        assertThat(page.locator("#headline")).containsText("10");
    }

    @Test
    void while_a_field_cannot_be_read_no_figure_speaks_of_another_value() {
        open("birch-th");
        page.fill("#interval", "every now and then");
        assertThat(page.locator("#headline")).hasText("One field has to be corrected first.");
        assertThat(page.locator("#consequences")).containsText("Correct the fields marked red");
        assertThat(page.locator("#consequences")).not().containsText("Battery lasts");
        assertThat(page.locator("#strip svg")).hasCount(0);
        page.fill("#interval", "5 min");
        assertThat(page.locator("#headline")).containsText("Every 5 min");
        assertThat(page.locator("#consequences")).containsText("Battery lasts");
        assertThat(page.locator("#strip svg")).isVisible();
        // a name says nothing of what the plan comes to
        page.fill("#loggerName", "a name that is by far too long for any logger that there is");
        assertThat(page.locator("#headline")).containsText("Every 5 min");
    }

    @Test
    void a_field_is_not_called_wrong_while_somebody_types_in_it() {
        open("birch-th");
        page.fill("[name='channels[0].label']", "Twin");
        page.locator("[name='channels[1].label']").click();
        page.keyboard().press("Control+A");
        page.keyboard().type("Twin");
        assertThat(page.locator("#consequences")).containsText("Two channels are named “Twin”");
        assertThat(page.locator("[name='channels[1].label'] + .wrong-text")).hasCount(0);
        page.keyboard().type(", right");
        assertThat(page.locator("#consequences")).not().containsText("Two channels");
        page.fill("[name='channels[1].label']", "Twin");
        assertThat(page.locator("#consequences")).containsText("Two channels are named “Twin”");
        page.locator("#interval").click();
        assertThat(page.locator("[name='channels[1].label'] + .wrong-text")).containsText("Give each its own name");
    }

    @Test
    void limits_with_thousands_are_converted_and_what_is_no_number_is_said() {
        open("birch-th");
        page.fill("[name='channels[0].levels[0].high']", "14,5");
        page.fill("[name='channels[0].levels[0].low']", "abc");
        page.getByText("measurement").click();
        assertThat(page.locator("#consequences")).containsText("“abc” is not a number");
        page.selectOption("[name='channels[0].unit']", "°F");
        // 14.5 °C
        assertThat(page.locator("[name='channels[0].levels[0].high']")).hasValue("58.1");
        assertThat(page.locator("#unit-note")).containsText("1 value converted from °C to °F");
        assertThat(page.locator("#unit-note"))
                .containsText("1 value is not a plain number in °C and was not converted");
        assertThat(page.locator("[name='channels[0].levels[0].low']")).hasValue("abc");
    }

    @Test
    void a_setting_in_figures_is_read_with_a_comma_and_marked_where_it_is_none() {
        open("yew-v3");
        page.locator(".unit-settings summary").click();
        page.fill("#option-nominal", "398,4");
        page.locator("#interval").click();
        assertThat(page.locator("#headline")).containsText("398.4");
        page.fill("#option-nominal", "much");
        page.locator("#interval").click();
        assertThat(page.locator("#option-nominal + .wrong-text")).containsText("“much” is not a number");
    }

    @Test
    void what_is_pasted_and_does_not_fit_is_counted() {
        open("birch-th");
        page.locator("[name='channels[1].label']").click();
        page.evaluate(
                "(text) => { const d = new DataTransfer(); d.setData('text', text); document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, bubbles: true, cancelable: true })); }",
                "Left\nRight\nRear");
        assertThat(page.locator("[name='channels[1].label']")).hasValue("Left");
        assertThat(page.locator("#unit-note"))
                .hasText("1 cell pasted. 2 cells did not fit: no such row, column or choice.");
    }

    @Test
    void a_sensor_that_is_made_on_the_way_comes_back_into_its_row() {
        open("rowan-a2");
        page.fill("#name", "Typed before the sensor was made");
        page.locator("[name='channels[0].sensor']").focus();
        Page tab = context.waitForPage(() -> page.selectOption("[name='channels[0].sensor']", "+"));
        tab.fill("#name", "Tank level, own");
        tab.selectOption("#input", "CURRENT");
        tab.locator("input[name=scaling][value=formula]").check();
        tab.fill("[name=formula]", "(x - 4) / 1,6");
        tab.fill("[name=rawLow]", "4");
        tab.fill("[name=rawHigh]", "20");
        tab.fill("[name=unit]", "m");
        tab.locator(".main-act").click();
        assertThat(tab.locator("#made")).containsText("is now selected in the plan");
        assertThat(page.locator("[name='channels[0].sensor']")).hasValue("Tank level, own");
        assertThat(page.locator("#name")).hasValue("Typed before the sensor was made");
        assertThat(page.locator("tr[data-row='0'] .unit-shown, tr[data-row='0'] td > span")
                        .first())
                .containsText("m");
        // kept with points, whoever reads it
        assertThat(bed.bean(SensorLibrary.class)
                        .find("Tank level, own")
                        .orElseThrow()
                        .scaling()
                        .toString())
                .contains("(x - 4) / 1.6");
        bed.bean(SensorLibrary.class).delete("Tank level, own", "tech");
    }
}
