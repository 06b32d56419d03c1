package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
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

/** The page of a recorded level: a shift is set, judged and taken away again. */
@Tag("bed")
@Timeout(120)
class ShiftTest extends PageTest {

    /** A Monday, midnight in Paris. */
    private static final Instant START = Instant.parse("2026-03-01T23:00:00Z");

    private static TestBed bed;
    private static OwnMission own;

    /** A week at 60 dB; on Tuesday eight hours from six at 88 dB, on Saturday at 100 dB. */
    @BeforeAll
    static void record() {
        bed = TestBed.get();
        own = new OwnMission(bed, "QL-NOISE", START);
        double[] level = new double[7 * 24];
        Arrays.fill(level, 60);
        Arrays.fill(level, 24 + 6, 24 + 14, 88);
        Arrays.fill(level, 5 * 24 + 6, 5 * 24 + 14, 100);
        bed.bean(SeriesWriter.class)
                .replace(
                        own.id,
                        List.of(Series.of(
                                Channel.of("Leq", "dB"),
                                TimeAxis.of(START, Duration.ofHours(1), level.length),
                                level,
                                null)));
        bed.bean(Evaluation.class).again(own.id);
    }

    @AfterAll
    static void away() {
        own.close();
    }

    @BeforeEach
    void open() {
        page.navigate(bed.address + "/missions/" + own.id + "/sound");
    }

    private static JudgementDocument judgement() {
        return bed.bean(Evaluation.class).judgement(own.mission()).orElseThrow();
    }

    @Test
    void a_day_above_what_is_allowed_is_an_excursion_and_there_is_no_dose_without_a_shift() {
        assertThat(page.locator("h1")).containsText("Enter the working times");
        assertThat(judgement().shifts()).isEmpty();
        for (String day : List.of("Monday", "Tuesday", "Wednesday", "Thursday", "Friday")) {
            page.locator("label.pick:has-text('" + day + "')").click();
        }
        page.locator("button:has-text('Apply')").click();
        assertThat(page.locator(".wrong-word")).hasText("Select at least one day");
        for (String day : List.of("Monday", "Tuesday", "Wednesday", "Thursday", "Friday")) {
            page.locator("label.pick:has-text('" + day + "')").click();
        }
        page.locator("button:has-text('Apply')").click();
        assertThat(page.locator("h1")).containsText("▲ 1 shift of 5 exceeded");
        Axe.check(page);
        // 3 dB over the criterion of 85 are twice the energy
        assertThat(page.locator(".shifts tbody tr").nth(1)).containsText("▲ 200 %");
        assertThat(judgement().excursions()).hasSize(1);
        assertThat(judgement().excursions().get(0).start()).isEqualTo(START.plus(Duration.ofHours(30)));
        page.navigate(bed.address + "/missions/" + own.id);
        assertThat(page.locator("h1")).containsText("“Leq” rose to 200.0 %");
        assertThat(page.locator("main")).containsText("5 working shifts with their doses");
        // on every day: Saturday's 100 dB count too
        page.navigate(bed.address + "/missions/" + own.id + "/sound");
        page.locator("label.pick:has-text('Saturday')").click();
        page.locator("button:has-text('Apply')").click();
        assertThat(page.locator("h1")).containsText("▲ 2 shifts of 6 exceeded");
        page.locator("button:has-text('Remove dose limits')").click();
        assertThat(page.locator("h1")).containsText("Enter the working times");
        assertThat(judgement().excursions()).isEmpty();
    }
}
