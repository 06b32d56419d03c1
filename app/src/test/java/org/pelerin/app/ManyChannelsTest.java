package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** The chart is the page, with two channels as with forty. */
@Tag("bed")
@Timeout(240)
class ManyChannelsTest extends PageTest {

    private static final Instant START = Instant.parse("2026-04-06T00:00:00Z");
    private static final int SAMPLES = 720;

    private static int made;

    private final TestBed bed = TestBed.get();
    private OwnMission own;

    @AfterEach
    void away() {
        if (own != null) {
            bed.bean(JdbcTemplate.class).update("DELETE FROM foreign_file WHERE mission_id = ?", own.id);
            own.close();
        }
    }

    /** Thermocouples that differ by a degree each, some humidities, and what the logger records of itself; the first is warm twice. */
    private void record(int channels) {
        own = new OwnMission(bed, "QL-MANY" + channels, Hands.again("hawthorn-m32", Duration.ofMinutes(10)), START);
        long spot = bed.spot("Many " + channels + " of " + ++made, "Line");
        bed.bean(JdbcTemplate.class)
                .update(
                        "UPDATE mission SET spot_id = ?, collected_at = ?, state = 'COLLECTED' WHERE id = ?",
                        spot,
                        START.plus(Duration.ofDays(6)).toEpochMilli(),
                        own.id);
        TimeAxis axis = TimeAxis.of(START, Duration.ofMinutes(10), SAMPLES);
        List<Series> all = new ArrayList<>();
        for (int c = 0; c < channels; c++) {
            int n = c;
            boolean humid = c % 5 == 4;
            all.add(Series.of(
                    Channel.of((humid ? "Humidity " : "Point ") + (c + 1), humid ? "%RH" : "°C"),
                    axis,
                    IntStream.range(0, SAMPLES)
                            .mapToDouble(i -> (humid ? 50 : 20)
                                    + n
                                    + 2 * Math.sin(i / 20.0 + n)
                                    + (n == 0 && (i / 30 == 3 || i / 30 == 12) ? 20 : 0))
                            .toArray(),
                    null));
        }
        all.add(Series.of(
                Channel.of("Battery", "V"),
                axis,
                IntStream.range(0, SAMPLES).mapToDouble(i -> 12 - i / 7200.0).toArray(),
                null));
        bed.bean(SeriesWriter.class).replace(own.id, all);
        // what its report says that it follows from
        bed.bean(JdbcTemplate.class)
                .update(
                        "INSERT INTO foreign_file (mission_id, name, uploaded_at, uploaded_by, size, sha256, settings, state, message) SELECT ?, 'record.csv', 0, 'tech', 0, ?, '{}', 'TAKEN', ''",
                        own.id,
                        Sha256.of(new byte[0]));
        LimitSet set = bed.bean(LimitSets.class)
                .create(
                        "Many " + channels + " of " + made,
                        new Limits(
                                "Many",
                                List.of(Rule.of("warm", "Point 1", new Bound.Above(30), Lasting.ANY)),
                                List.of()),
                        "tech");
        bed.bean(LimitsInForce.class).say(own.mission(), set, "to see it", "tech");
        bed.bean(Evaluation.class).again(own.id);
        page.setViewportSize(1280, 800);
        open();
    }

    private void open() {
        page.navigate(bed.address + "/missions/" + own.id);
        assertThat(page.locator("#chart canvas").first()).isVisible();
    }

    /** Of the window’s height. */
    private double share() {
        return ((Number)
                        page.evaluate(
                                "() => [...document.querySelectorAll('#chart .u-over')].reduce((s, o) => s + o.clientHeight, 0) / innerHeight"))
                .doubleValue();
    }

    @ParameterizedTest
    @ValueSource(ints = {2, 12, 40})
    void the_plots_take_most_of_the_window(int channels) {
        record(channels);
        assertThat(share()).isGreaterThanOrEqualTo(0.55);
        // one row of controls, and the plots in sight under it
        assertThat(((Number) page.evaluate("() => document.querySelector('.controls').clientHeight")).intValue())
                .isLessThan(60);
        assertThat(((Number)
                                page.evaluate(
                                        "() => [...document.querySelectorAll('#chart .u-over')].at(-1).getBoundingClientRect().bottom - innerHeight"))
                        .intValue())
                .isLessThan(0);
        // what the logger records of itself is folded away
        assertThat(page.locator("#legend button[data-line]:has-text('Battery')"))
                .hasAttribute("aria-pressed", "false");
        assertThat(page.locator("nav.parts")).isInViewport();
        Axe.check(page);
        page.locator("body").press("f");
        assertThat(page.locator("#record")).hasClass(Pattern.compile("full"));
        assertThat(share()).isGreaterThan(0.7);
        page.keyboard().press("Escape");
        assertThat(page.locator("#record")).not().hasClass(Pattern.compile("full"));
        page.setViewportSize(390, 844);
        open();
        assertThat(((Number) page.evaluate("() => document.documentElement.scrollWidth")).intValue())
                .isLessThanOrEqualTo(390);
    }

    /** Channels share pictures, and those without limits one line: an auditor reads it to the end. */
    @ParameterizedTest
    @CsvSource({"2, 3", "40, 8"})
    void a_report_has_few_pages(int channels, int most) throws Exception {
        record(channels);
        byte[] pdf = MadeReports.ofMission(bed, own.id);
        assertThat(DrawnPages.troubles(pdf)).isEmpty();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isLessThanOrEqualTo(most);
            String text = new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
            assertThat(text).contains("No limits on values: Point 2");
        }
    }

    @Test
    void many_lines_are_a_list_with_a_search_and_each_can_stand_alone() {
        record(12);
        Locator legend = page.locator("#legend");
        assertThat(legend).hasClass(Pattern.compile("beside-plots"));
        assertThat(legend.locator("h3")).hasText(new String[] {"°C", "%RH", "Housekeeping"});
        legend.locator("input").fill("humid");
        assertThat(legend.locator(".of-line:visible")).hasCount(2);
        legend.locator("input").fill("");
        legend.locator(".of-line:has-text('Point 3') .only").click();
        assertThat(legend.locator("[data-line][aria-pressed=true]")).hasCount(1);
        legend.locator(".of-line:has-text('Point 3') .only").click();
        // one that is hidden at a spot stays hidden there
        legend.locator("button[data-line]:has-text('Point 2')").first().click();
        assertThat(legend.locator("button[data-line]:has-text('Point 2')").first())
                .hasAttribute("aria-pressed", "false");
        open();
        assertThat(legend.locator("button[data-line]:has-text('Point 2')").first())
                .hasAttribute("aria-pressed", "false");
        assertThat(legend.locator("button[data-line]:has-text('Point 3')").first())
                .hasAttribute("aria-pressed", "true");
    }

    @Test
    void the_pointer_reads_every_line_with_its_limit() {
        record(2);
        var over = page.locator("#chart .u-over").first().boundingBox();
        // the middle of the fourth block of thirty samples, of which the first line is warm
        page.mouse().move(over.x + over.width * 105 / SAMPLES, over.y + over.height / 2);
        Locator card = page.locator("#readout");
        assertThat(card).isVisible();
        assertThat(card.locator("tr").first()).containsText("Point 1");
        assertThat(card.locator("tr").first()).containsText(Pattern.compile("\\+\\d+(\\.\\d+)? over 30"));
        assertThat(card.locator("tr")).hasCount(2);
        page.mouse().move(5, 5);
        assertThat(card).isHidden();
    }

    @Test
    void excursions_are_stepped_through_with_keys() {
        record(2);
        assertThat(page.locator("#step-at")).hasText("2 excursions");
        page.locator("body").press("n");
        assertThat(page.locator("#step-at")).hasText("1 of 2");
        page.waitForURL(Pattern.compile(".*from=.*"));
        String first = page.url();
        assertThat(page.locator(".excursion.on")).hasCount(1);
        page.waitForTimeout(160);
        page.locator("body").press("n");
        assertThat(page.locator("#step-at")).hasText("2 of 2");
        page.waitForURL(u -> !u.equals(first));
        page.waitForTimeout(160);
        page.locator("body").press("p");
        assertThat(page.locator("#step-at")).hasText("1 of 2");
    }
}
