package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Mouse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/** The values of a million rows beside their chart, what is set straight from them, and how a person has them drawn. */
@Tag("bed")
@Timeout(120)
class ReviewTableTest extends PageTest {

    private static final Instant START = Instant.parse("2026-01-05T00:00:00Z");
    private static final int SAMPLES = 1_000_000;
    private static final Duration EVERY = Duration.ofSeconds(10);
    /** Two hours beyond the limit of 30 °C from here on. */
    private static final int OUT = 600_000;

    private static TestBed bed;
    private static OwnMission own;
    private int asked;

    @BeforeAll
    static void record() {
        bed = TestBed.get();
        own = new OwnMission(bed, "QL-ROWS", START);
        TimeAxis axis = TimeAxis.of(START, EVERY, SAMPLES);
        double[] air = new double[SAMPLES];
        double[] floor = new double[SAMPLES];
        for (int i = 0; i < SAMPLES; i++) {
            air[i] = i >= OUT && i < OUT + 720 ? 35 : i % 100 / 10.0;
            floor[i] = 7;
        }
        bed.bean(SeriesWriter.class)
                .replace(
                        own.id,
                        List.of(
                                Series.of(Channel.of("Air", "°C"), axis, air, null),
                                Series.of(Channel.of("Floor", "°C"), axis, floor, null)));
        bed.bean(Evaluation.class).again(own.id);
    }

    @AfterAll
    static void away() {
        own.close();
    }

    @BeforeEach
    void open() {
        page.onRequest(r -> {
            if (r.url().contains("/rows?")) {
                asked++;
            }
        });
        page.navigate(bed.address + "/missions/" + own.id);
        assertThat(row(0)).containsText("2026-01-05 01:00:00");
    }

    private Locator row(int nth) {
        return page.locator("#rows tbody tr").nth(nth);
    }

    private void choose(String menu) {
        page.locator(".menu > summary", new Page.LocatorOptions().setHasText(menu))
                .click();
    }

    @Test
    void a_million_rows_are_gone_through_and_few_of_them_read() {
        Locator scroll = page.locator("#rows-scroll");
        assertThat(row(0)).containsText("2026-01-05");
        scroll.press("End");
        // the last sample: 999 999 times ten seconds after the first
        assertThat(page.locator("#rows tbody tr").last()).containsText("1\u202f000\u202f000");
        assertThat(page.locator("#rows tbody tr").last()).containsText("2026-04-30 19:46:30");
        assertThat(page.locator("#rows tbody tr").count()).isLessThan(30);
        // half way by its bar
        scroll.evaluate("e => { e.scrollTop = (e.scrollHeight - e.clientHeight) / 2; }");
        assertThat(row(0)).containsText(Pattern.compile("(499|500)\u202f\\d{3}"));
        page.fill("#rows-when", "2026-02-01T12:00");
        page.locator("#rows-go").click();
        assertThat(page.locator("#rows tbody")).containsText("2026-02-01 12:00:00");
        // each stretch once, and once which row it is
        assertThat(asked).isLessThan(20);
    }

    @Test
    void table_and_chart_follow_each_other() {
        page.locator("#rows-next").click();
        // 600 000 times ten seconds after the first
        assertThat(page.locator("#rows tbody")).containsText("2026-03-15 11:40:00");
        assertThat(page.locator("#rows tbody")).containsText("▲ 35");
        page.waitForURL(Pattern.compile(".*[?&]from=17735.*"));
        // by hand to the beginning: the chart comes along
        page.locator("#rows-scroll").press("Home");
        page.waitForURL(Pattern.compile(".*[?&]from=17675.*"));
        // and with the chart the table
        page.locator(".excursion").click();
        assertThat(page.locator("#rows tbody")).containsText("2026-03-15 1");
        page.locator("#rows-next").click();
        page.locator("#rows-next").click();
        assertThat(page.locator("#rows-said")).hasText("None after this.");
    }

    @Test
    void what_is_taken_from_the_table_is_left_out_and_comes_back_at_once() {
        page.locator("#rows-next").click();
        Locator first = page.locator("#rows tbody tr:has-text('11:40:00')");
        first.locator("td").nth(1).click();
        // Home and End are the record's; further on by its bar, the second cursor two hours later
        page.fill("#rows-when", "2026-03-15T13:40");
        page.locator("#rows-go").click();
        page.locator("#rows tbody tr:has-text('13:40:00') td").nth(1).click();
        assertThat(page.locator("#cursors thead")).containsText("2 h");
        page.locator("button:has-text('Exclude this period')").click();
        page.fill("#out-why", "carried to be cleaned");
        page.locator("#leave-out button.btn-primary").click();
        assertThat(page.locator("h1")).containsText("Within limits");
        assertThat(judgement().excursions()).isEmpty();
        // the same stretch is in view, and drawn as left out
        assertThat(page.url()).contains("from=");
        assertThat(page.locator("#rows tr.unjudged").first())
                .hasAttribute("title", "not part of the run: carried to be cleaned");
        page.locator("form.said button").click();
        assertThat(page.locator("h1")).containsText("Outside limits");
        assertThat(judgement().excursions()).hasSize(1);
    }

    private static JudgementDocument judgement() {
        return bed.bean(Evaluation.class).judgement(own.mission()).orElseThrow();
    }

    /** Told in the log, with what it is held against: figures of speed fail no test. */
    @Test
    void any_zoom_of_ten_million_samples_is_drawn_and_says_how_long_it_took() {
        try (OwnMission long4 = new OwnMission(bed, "QL-LONG", START)) {
            TimeAxis axis = TimeAxis.of(START, Duration.ofSeconds(1), 10_000_000);
            double[] values = new double[10_000_000];
            for (int i = 0; i < values.length; i++) {
                values[i] = i % 977 / 100.0;
            }
            List<Series> four = Stream.of("Air", "Floor", "Door", "Shelf")
                    .map(label -> Series.of(Channel.of(label, "°C"), axis, values, null))
                    .toList();
            bed.bean(SeriesWriter.class).replace(long4.id, four);
            bed.bean(Evaluation.class).again(long4.id);
            page.navigate(bed.address + "/missions/" + long4.id);
            assertThat(page.locator("#legend button")).hasCount(4);
            zooms();
        }
    }

    private void zooms() {
        List<Integer> took = new ArrayList<>();
        for (String span : List.of("week", "day", "hour", "all", "hour", "all")) {
            String before = page.locator("#chart").getAttribute("data-took");
            page.evaluate("document.getElementById('chart').dataset.took = ''");
            page.locator("[data-span]:has-text('" + span + "')").click();
            assertThat(page.locator("#chart")).hasAttribute("data-took", Pattern.compile("\\d+"));
            assertThat(before).isNotNull();
            took.add(Integer.valueOf(page.locator("#chart").getAttribute("data-took")));
        }
        System.out.println("Zooms of four channels of 10^7 samples each, fetched and drawn, in ms: " + took);
    }

    @Test
    void a_box_zooms_values_too_until_all_is_shown() {
        BoundingBox over = page.locator("#chart .u-over").first().boundingBox();
        page.mouse().move(over.x + 100, over.y + over.height * 0.5);
        page.mouse().down();
        page.mouse().move(over.x + 250, over.y + over.height * 0.9, new Mouse.MoveOptions().setSteps(4));
        page.mouse().up();
        page.waitForURL(Pattern.compile(".*[?&]from=\\d+.*"));
        choose("Display");
        // what is drawn now is the box: below the middle of −0.7 … 36 with the limit of 30 °C in it
        page.locator("#scales button").first().click();
        double high = Double.parseDouble(page.locator("#scales input").nth(1).inputValue());
        assertThat(high).isBetween(10.0, 22.0);
        page.locator("#scales button").first().click();
    }

    @Test
    void a_note_is_pinned_taken_back_and_kept_after_all() {
        page.fill("#note-text", "door left open");
        page.locator("#pin-note button").click();
        assertThat(page.locator("#noted")).containsText("Click on the chart or a row first");
        // once the table stands still under the chart
        Locator a = row(1).locator("td").nth(1);
        Locator b = row(4).locator("td").nth(1);
        a.scrollIntoViewIfNeeded();
        assertThat(row(1)).containsText("01:00:10");
        a.hover();
        page.mouse().down();
        b.hover();
        page.mouse().up();
        // three rows and what the last one stands for
        assertThat(page.locator("#cursors thead")).containsText("40 s");
        page.locator("#pin-note button").click();
        Locator note = page.locator("#happened li:has-text('door left open')");
        assertThat(note).containsText("01:00:10");
        assertThat(note).containsText("01:00:50");
        note.locator("button.chip").click();
        assertThat(note).hasCount(0);
        page.locator("#noted button").click();
        assertThat(note).hasCount(1);
        page.reload();
        assertThat(note).containsText("(tech)");
        note.locator("button.chip").click();
        assertThat(note).hasCount(0);
    }

    @Test
    void lines_are_named_ordered_left_out_and_kept_as_a_view() throws IOException {
        choose("Lines");
        Locator floor = page.locator("#lines-menu tr:has(input[placeholder=Floor])");
        floor.locator("input.form-control").fill("Under the racks");
        floor.locator("button:has-text('↑')").click();
        assertThat(page.locator("#rows thead th").nth(2)).hasText("Under the racks °C");
        assertThat(page.locator("#legend button").first()).containsText("Under the racks");
        page.locator("#lines-menu tr:has(input[placeholder=Air]) input[type=checkbox]")
                .nth(1)
                .uncheck();
        assertThat(page.locator("#rows thead th")).hasCount(3);
        Axe.check(page);
        choose("Display");
        page.locator("#show-menu span:has-text('UTC')").click();
        assertThat(row(0)).containsText("2026-01-05 00:00:00 UTC");
        Axe.check(page);
        page.locator("#show-menu span:has-text('Elapsed time')").click();
        assertThat(row(1)).containsText("00:00:10");
        page.locator("#show-menu span:has-text('One panel per channel')").click();
        assertThat(page.locator("#chart .uplot")).hasCount(2);
        choose("Views");
        page.fill("#view-name", "Racks");
        page.locator("#keep-view button").click();
        assertThat(page.locator(".said")).containsText("Saved");
        choose("Display");
        page.locator("[data-usual]").click();
        assertThat(page.locator("#rows thead th")).hasCount(4);
        choose("Views");
        page.locator("#views-menu a:has-text('Racks')").click();
        assertThat(page.locator("#rows thead th")).hasCount(3);
        assertThat(page.locator("#chart .uplot")).hasCount(2);
        String address = page.url();
        try (BrowserContext other = bed.browser().newContext()) {
            Page theirs = TestBed.signedIn(other, bed.address, "viewer");
            theirs.navigate(address);
            // one's own: nobody else is drawn it
            assertThat(theirs.locator("#rows thead th")).hasCount(4);
        }
        choose("Views");
        page.locator("#views-menu button:has-text('remove')").click();
        assertThat(page.locator(".said")).containsText("Removed");
    }

    @Test
    void what_is_shown_is_taken_away_as_drawing_and_picture() throws IOException {
        page.navigate(bed.address + "/missions/" + own.id + "?from=" + START.toEpochMilli() + "&to="
                + START.plusSeconds(3600).toEpochMilli());
        page.locator("#legend button:has-text('Floor')").click();
        choose("Save as");
        String svg = Files.readString(saved("svg").path());
        assertThat(svg).startsWith("<svg").contains(">Air<").doesNotContain(">Floor<");
        assertThat(Files.size(saved("png").path())).isGreaterThan(5_000);
    }

    private Download saved(String how) {
        return page.waitForDownload(
                () -> page.locator("[data-save=" + how + "]").click());
    }
}
