package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.KeyboardModifier;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/** The chart of a mission in the browser: what lies between two instants, ways back through views, one line alone. */
@Tag("bed")
@Timeout(120)
class MissionChartTest extends PageTest {

    private static final Instant START = Instant.parse("2026-01-05T00:00:00Z");
    private static final int SAMPLES = 1_001;

    private static TestBed bed;
    private static OwnMission own;
    private static long mission;

    /** Air rises by a tenth of a degree each ten minutes, the floor stays. */
    @BeforeAll
    static void record() {
        bed = TestBed.get();
        own = new OwnMission(bed, "QL-CHART", START);
        mission = own.id;
        TimeAxis axis = TimeAxis.of(START, Duration.ofMinutes(10), SAMPLES);
        double[] air = IntStream.range(0, SAMPLES).mapToDouble(i -> i / 10.0).toArray();
        double[] floor = IntStream.range(0, SAMPLES).mapToDouble(i -> 7).toArray();
        bed.bean(SeriesWriter.class)
                .replace(
                        mission,
                        List.of(
                                Series.of(Channel.of("Air", "°C"), axis, air, null),
                                Series.of(Channel.of("Floor", "°C"), axis, floor, null)));
        bed.bean(Evaluation.class).again(mission);
    }

    @AfterAll
    static void away() {
        own.close();
    }

    @BeforeEach
    void open() {
        page.navigate(bed.address + "/missions/" + mission);
        assertThat(page.locator("#chart canvas")).hasCount(1);
    }

    /** As slowly as a person: keys that follow each other at once are a scanner's. */
    private void keys(String... keys) {
        for (String key : keys) {
            page.locator("#chart").press(key);
            page.waitForTimeout(160);
        }
    }

    @Test
    void two_cursors_tell_what_lies_between() {
        // the middle of all, then the middle of what lies a quarter further on
        keys("c");
        assertThat(page.locator("#cursors")).containsText("50 °C");
        keys("+", "ArrowRight", "ArrowRight", "c");
        Locator air = page.locator("#cursors tr:has-text('Air')");
        // 41 h 40 min later: 250 samples of a tenth each, 0.6 an hour
        assertThat(air).containsText("75 °C");
        assertThat(air).containsText("+25 °C");
        assertThat(air).containsText("+0.6 °C/h");
        assertThat(page.locator("#cursors thead")).containsText("1 d 17 h 40 min");
        assertThat(page.locator("#cursors tr:has-text('Floor')")).containsText("0 °C/h");
        // 250 samples of ten minutes from 50 to 74.9, and the one that begins at B
        assertThat(air.locator("td").nth(5)).hasText("50 °C");
        assertThat(air.locator("td").nth(6)).hasText("62.45 °C");
        assertThat(air.locator("td").nth(7)).hasText("75 °C");
        assertThat(page.locator("#figures-title")).hasText("Between A and B");
        // from sample 500 to sample 749, which stands until the second cursor, and the one that begins at it
        assertThat(page.locator("#figures-box")).containsText("251");
        // what is to be left out is what lies between
        page.locator("button:has-text('Exclude this period')").click();
        assertThat(page.locator("#out-why")).isFocused();
        assertThat(page.locator("#out-from")).hasValue(Pattern.compile("2026-01-08 12:20:00"));
        page.keyboard().press("Escape");
        assertThat(page.locator("#cursors tr")).hasCount(0);
        assertThat(page.locator("#figures-title")).hasText("Range shown");
    }

    @Test
    void a_click_sets_one_and_a_drag_zooms() {
        Locator over = page.locator("#chart .u-over").first();
        var at = over.boundingBox();
        page.mouse().click(at.x + at.width / 2, at.y + 40);
        assertThat(page.locator("#cursors tr:has-text('Air')")).containsText(Pattern.compile("(49|50)(\\.\\d)? °C"));
        page.mouse().move(at.x + at.width / 4, at.y + 40);
        page.mouse().down();
        page.mouse().move(at.x + at.width / 2, at.y + 44);
        page.mouse().up();
        page.waitForURL(Pattern.compile(".*[?&]from=\\d+.*"));
        assertThat(page.locator("#cursors tr:has-text('Air')")).hasCount(1);
    }

    @Test
    void views_are_steps_of_the_way_back_and_open_by_their_address() {
        page.locator("button:has-text('day')").first().click();
        page.waitForURL(Pattern.compile(".*from=.*"));
        String day = page.url();
        page.locator("button:has-text('hour')").first().click();
        page.waitForURL(u -> !u.equals(day));
        page.goBack();
        assertThat(page.locator("button.on:has-text('day')")).hasCount(1);
        page.goBack();
        assertThat(page.locator("button.on:has-text('all')")).hasCount(1);
        page.navigate(day);
        assertThat(page.locator("button.on:has-text('day')")).hasCount(1);
        // other units show the same stretch
        page.locator("summary.chip:has-text('°C')").click();
        page.locator("a.chip:has-text('°F')").click();
        assertThat(page.locator("button.on:has-text('day')")).hasCount(1);
        assertThat(page.locator("#figures-box")).containsText("°F");
    }

    @Test
    void who_turns_the_wheel_over_the_chart_is_told_how_it_zooms() {
        page.locator("#chart .u-over").first().hover();
        page.mouse().wheel(0, 40);
        assertThat(page.locator("#under")).containsText("Ctrl and wheel zoom");
    }

    @Test
    void one_line_can_stand_alone() {
        Locator air = page.locator("#legend button:has-text('Air')");
        Locator floor = page.locator("#legend button:has-text('Floor')");
        air.click(new Locator.ClickOptions().setModifiers(List.of(KeyboardModifier.SHIFT)));
        assertThat(floor).hasAttribute("aria-pressed", "false");
        assertThat(air).hasAttribute("aria-pressed", "true");
        air.click(new Locator.ClickOptions().setModifiers(List.of(KeyboardModifier.SHIFT)));
        assertThat(floor).hasAttribute("aria-pressed", "true");
    }

    @Test
    void several_lines_are_hidden_and_shown_in_one_drag() {
        Locator air = page.locator("#legend button:has-text('Air')");
        Locator floor = page.locator("#legend button:has-text('Floor')");
        for (String shown : List.of("false", "true")) {
            air.hover();
            page.mouse().down();
            floor.hover();
            page.mouse().up();
            assertThat(air).hasAttribute("aria-pressed", shown);
            assertThat(floor).hasAttribute("aria-pressed", shown);
        }
        assertThat(page.locator("#figures-box")).containsText("Floor");
    }

    @Test
    void a_persons_own_units_hold_until_the_address_says_otherwise() {
        page.navigate(bed.address + "/me");
        page.selectOption("#u-t", "°F");
        page.locator("button:has-text('Save units')").click();
        assertThat(page.locator(".said")).containsText("Units are saved");
        page.navigate(bed.address + "/missions/" + mission);
        // the floor stays at 7 °C
        assertThat(page.locator("#figures-box")).containsText("°F");
        assertThat(page.locator("#figures-box")).containsText("44.60");
        assertThat(page.locator("#rows tbody tr").first()).containsText("44.6");
        page.locator("summary.chip:has-text('°F')").click();
        page.locator("a.chip:has-text('°C')").click();
        assertThat(page.locator("#figures-box")).containsText("7.00");
        assertThat(page.locator("#rows tbody tr").first()).containsText("7");
        page.navigate(bed.address + "/me");
        assertThat(page.locator("#u-t")).hasValue("°F");
        page.selectOption("#u-t", "");
        page.locator("button:has-text('Save units')").click();
        page.navigate(bed.address + "/missions/" + mission);
        assertThat(page.locator("#figures-box")).containsText("7.00");
    }

    @Test
    void the_tray_is_an_edge_here_until_somebody_opens_it() {
        Locator tray = page.locator("#tray");
        assertThat(tray).isHidden();
        page.locator("#tray-fold").click();
        assertThat(tray).isVisible();
        page.reload();
        assertThat(tray).isVisible();
        page.locator("#tray-fold").click();
        page.navigate(bed.address + "/dock");
        assertThat(tray).isVisible();
    }

    /** Relative luminance of the darkest that is drawn, 0 to 255: ink on paper is dark, in the dark theme everything drawn is light. */
    private int darkest() {
        return ((Number) page.evaluate("""
                () => {
                  const c = document.querySelector('#chart canvas'), d = c.getContext('2d').getImageData(0, 0, c.width, c.height).data;
                  let least = 255;
                  for (let i = 0; i < d.length; i += 4) {
                    if (d[i + 3] > 250) least = Math.min(least, 0.2126 * d[i] + 0.7152 * d[i + 1] + 0.0722 * d[i + 2]);
                  }
                  return Math.round(least);
                }""")).intValue();
    }

    @Test
    void what_is_printed_from_the_dark_theme_is_drawn_for_paper() {
        page.evaluate("localStorage.setItem('pelerin-theme', 'dark')");
        page.reload();
        assertThat(page.locator("#chart canvas")).hasCount(1);
        assertThat(page.locator("#chart[data-took]")).hasCount(1);
        int onScreen = darkest();
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(com.microsoft.playwright.options.Media.PRINT));
        page.waitForTimeout(300);
        int onPaper = darkest();
        page.emulateMedia(new Page.EmulateMediaOptions().setMedia(com.microsoft.playwright.options.Media.SCREEN));
        page.waitForTimeout(300);
        int again = darkest();
        page.evaluate("localStorage.removeItem('pelerin-theme')");
        org.assertj.core.api.Assertions.assertThat(onPaper).isLessThan(60);
        org.assertj.core.api.Assertions.assertThat(onScreen).isGreaterThan(onPaper);
        org.assertj.core.api.Assertions.assertThat(again).isEqualTo(onScreen);
    }
}
