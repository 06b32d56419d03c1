package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.assertions.LocatorAssertions;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** The section of a site in the browser: played through, its extremes, and kept as a mapping study with its report. */
@Tag("bed")
@Timeout(120)
class SectionTest extends PageTest {

    private static final Instant START = Instant.parse("2026-02-10T00:00:00Z");
    private static final String SITE = "Section site";

    private static TestBed bed;
    private static OwnMission left;
    private static OwnMission right;
    private static long site;

    /** Left stays at 5 °C; right at 6 °C, but for two hours and forty minutes at 11 °C from the hundredth sample on. */
    @BeforeAll
    static void record() {
        bed = TestBed.get();
        left = mission("QL-SEC1", bed.spot(SITE, "section left"), new double[300], 5);
        double[] values = new double[300];
        Arrays.fill(values, 100, 116, 5);
        right = mission("QL-SEC2", bed.spot(SITE, "section right"), values, 6);
        // it lay there all the time
        bed.bean(JdbcTemplate.class)
                .update(
                        "INSERT INTO placement (logger_id, spot_id, placed_at, placed_by, remarks, checked, mission_id) SELECT logger_id, spot_id, ?, 'tech', '', '', id FROM mission WHERE id = ?",
                        START.minusSeconds(60).toEpochMilli(),
                        right.id);
        site = bed.bean(PlaceService.class).sites().stream()
                .filter(s -> s.name().equals(SITE))
                .findFirst()
                .orElseThrow()
                .id();
    }

    private static OwnMission mission(String serial, long spot, double[] over, double base) {
        OwnMission m = new OwnMission(bed, serial, START);
        double[] values = Arrays.stream(over).map(v -> v + base).toArray();
        bed.bean(SeriesWriter.class)
                .replace(
                        m.id,
                        List.of(Series.of(
                                Channel.of("Air", "°C"),
                                TimeAxis.of(START, Duration.ofMinutes(10), values.length),
                                values,
                                null)));
        bed.bean(JdbcTemplate.class).update("UPDATE mission SET spot_id = ? WHERE id = ?", spot, m.id);
        bed.bean(Evaluation.class).again(m.id);
        return m;
    }

    @AfterAll
    static void away() {
        bed.bean(JdbcTemplate.class).update("DELETE FROM placement WHERE mission_id = ?", right.id);
        left.close();
        right.close();
    }

    @BeforeEach
    void open() {
        page.navigate(bed.address + "/places/" + site + "/site-view");
    }

    private Locator row(String spot) {
        return page.locator("#spots tr:has-text('" + spot + "')");
    }

    @Test
    void it_is_played_through_and_its_extremes_are_found() {
        // of the first two days, in Paris: both records
        page.locator("p:has-text('Started together') a").click();
        assertThat(page.locator("h1")).containsText("2 spots from 5.0 to 11.0 °C, at most 6.0 °C apart");
        Axe.check(page);
        assertThat(row("section left").locator(".now")).hasText("5.0 °C");
        assertThat(row("section right").locator(".now")).hasText("6.0 °C");
        // to where it was warmest: the hundredth sample
        row("section right").locator("[data-at]").nth(1).click();
        assertThat(row("section right").locator(".now")).hasText("11.0 °C");
        // beside another instant, with how far apart they are
        page.locator("#pin").click();
        page.locator("#at").press("Home");
        assertThat(row("section right").locator(".now")).hasText("6.0 °C (−5.0)");
        assertThat(page.locator(".held svg")).isVisible();
        page.locator("[data-zoom=in]").click();
        assertThat(page.locator(".held svg"))
                .hasAttribute("viewBox", page.locator("#section > svg").getAttribute("viewBox"));
        page.locator("#pin").click();
        assertThat(page.locator(".held")).hasCount(0);
        assertThat(row("section right").locator(".now")).hasText("6.0 °C");
        page.locator("#play").click();
        assertThat(page.locator("#play")).hasText("Stop");
        assertThat(page.locator("#at")).not().hasValue("0");
        page.locator("#play").click();
        String stopped = page.locator("#at").inputValue();
        page.waitForTimeout(200);
        assertThat(page.locator("#at")).hasValue(stopped);
        // how long it took to come back into the band
        page.fill("[name=high] >> nth=0", "8");
        page.locator("form.asked button").click();
        assertThat(row("section right")).containsText("▲ 2 h 40 min until back, to 11.0");
        assertThat(row("section left")).containsText("never outside");
        // what follows from it
        assertThat(page.locator("#recommended tr")).hasCount(2);
        assertThat(page.locator("#recommended tr:has-text('section right')"))
                .containsText("highest value of all spots; longest outside the band");
        assertThat(page.locator("#recommended tr:has-text('section left')")).containsText("lowest value of all spots");
        assertThat(page.locator("main")).containsText("Longest time to recover: 2 h 40 min at section right.");
    }

    @Test
    void what_makes_no_sense_is_said() {
        page.navigate(bed.address + "/places/" + site
                + "/site-view?from=2026-02-12T00:00&to=2026-02-11T00:00&unit=%C2%B0C&low=9&high=3");
        assertThat(page.locator("main")).containsText("The period ends before it begins.");
        assertThat(page.locator("main")).containsText("The upper end of the band is below the lower one.");
        page.navigate(bed.address + "/places/" + site + "/site-view?from=2020-02-12T00:00&to=2020-02-13T00:00");
        assertThat(page.locator("h1")).containsText("No spot recorded anything");
    }

    @Test
    void it_is_kept_as_a_study_with_its_report() throws IOException {
        page.locator("p:has-text('Started together') a").click();
        page.fill("#study-name", "Before the shelves");
        page.locator("form:has(#study-name) button").click();
        assertThat(page.locator(".said")).containsText("Saved as a mapping study");
        // the same stretch is shown
        assertThat(page.locator("h1")).containsText("2 spots from 5.0 to 11.0 °C");
        page.locator("table a:has-text('Before the shelves')").click();
        assertThat(page.locator("h1")).containsText("Before the shelves: 2 spots");
        String section = page.url();
        page.locator("button:has-text('Create report')").click();
        assertThat(page.locator(".paper h1"))
                .containsText(
                        "Before the shelves: from 5.0 to 11.0 °C at 2 spots.",
                        new LocatorAssertions.ContainsTextOptions().setTimeout(40_000));
        Axe.check(page);
        byte[] pdf = page.request().get(page.url() + "/report.pdf").body();
        assertThat(Valid.troubles(pdf)).isEmpty();
        try (var document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document))
                    .contains("Before the shelves", "section right: 11.00 °C", "6.00\u00a0°C between section right");
            var files =
                    document.getDocumentCatalog().getNames().getEmbeddedFiles().getNames();
            assertThat(files).hasSize(2);
            String csv = new String(
                    files.values().iterator().next().getEmbeddedFile().toByteArray(), StandardCharsets.UTF_8);
            // a column a spot, in the order of the site
            assertThat(csv).startsWith("time,").contains("section right [°C]").contains(",11.0");
            assertThat(document.getSignatureDictionaries()).hasSize(1);
        }
        page.navigate(section);
        page.locator("button:has-text('Remove')").click();
        assertThat(page.locator(".said")).hasText(Pattern.compile("Removed.*"));
    }

    @Test
    void the_record_of_a_spot_is_one_and_says_what_it_came_to() {
        long spot = right.mission().place().spotId();
        page.navigate(bed.address + "/spots/" + spot + "/record");
        assertThat(page.locator("h1")).containsText("section right on record from");
        assertThat(page.locator(".years .mean")).hasCount(1);
        assertThat(page.locator(".years .handovers a")).hasCount(1);
        assertThat(page.locator(".spot-record table")).containsText("2026");
        assertThat(page.locator(".year-of-hours")).isVisible();
        Axe.check(page);
        page.setViewportSize(390, 844);
        assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                .isLessThanOrEqualTo(390);
        page.setViewportSize(1280, 800);
        // of a part of it, as small as in a row of a list
        long from = START.plus(Duration.ofHours(10)).toEpochMilli();
        String curve = page.request()
                .get(bed.address + "/missions/" + right.id + "/sketch?line=Air&limit=8&from=" + from + "&to="
                        + (from + 3_600_000))
                .text();
        assertThat(curve).contains("class=\"line up\"").contains("class=\"limit\"");
    }

    @Test
    void a_record_without_limits_has_no_verdict_and_needs_no_review() {
        Plan bare = new Plan(
                "alder-t1",
                "BARE",
                Duration.ofMinutes(10),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(new ChannelSettings(true, "Air", null, null)));
        try (OwnMission m = new OwnMission(bed, "QL-SEC3", bare, START)) {
            bed.bean(SeriesWriter.class)
                    .replace(
                            m.id,
                            List.of(Series.of(
                                    Channel.of("Air", "°C"),
                                    TimeAxis.of(START, Duration.ofMinutes(10), 30),
                                    new double[30],
                                    null)));
            bed.bean(JdbcTemplate.class)
                    .update(
                            "UPDATE mission SET state = 'COLLECTED', collected_at = ? WHERE id = ?",
                            START.toEpochMilli(),
                            m.id);
            bed.bean(Evaluation.class).again(m.id);
            page.navigate(bed.address + "/missions?stands=UNLIMITED&q=QL-SEC3");
            assertThat(page.locator("table.missions")).containsText("no limits set");
            for (String stands : List.of("REVIEW", "UNJUDGED", "OUTSIDE")) {
                page.navigate(bed.address + "/missions?q=QL-SEC3&stands=" + stands);
                assertThat(page.locator("h1")).containsText("No missions");
            }
            page.navigate(bed.address + "/missions/" + m.id);
            assertThat(page.locator("h1")).containsText("No limits set");
        }
    }
}
