package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.review.notes.PinnedNotes;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/** Two missions beside each other in the browser: as they were, from each start, from a mark on each, and their difference. */
@Tag("bed")
@Timeout(120)
class CompareTest extends PageTest {

    private static final Instant EARLY = Instant.parse("2026-03-02T00:00:00Z");
    private static final Instant LATE = Instant.parse("2026-03-20T00:00:00Z");
    private static final Duration EVERY = Duration.ofMinutes(10);

    private static TestBed bed;
    private static OwnMission first;
    private static OwnMission second;

    /** Both rise by a tenth of a degree a sample; the second began 18 days later, is 2 °C warmer, and was opened 50 samples later in its run. */
    @BeforeAll
    static void record() {
        bed = TestBed.get();
        first = new OwnMission(bed, "QL-CMP1", EARLY);
        second = new OwnMission(bed, "QL-CMP2", LATE);
        store(first, EARLY, IntStream.range(0, 400).mapToDouble(i -> i / 10.0).toArray());
        store(
                second,
                LATE,
                IntStream.range(0, 400).mapToDouble(i -> (i - 50) / 10.0 + 2).toArray());
        PinnedNotes notes = bed.bean(PinnedNotes.class);
        Instant opened = EARLY.plus(EVERY.multipliedBy(100));
        Instant openedLater = LATE.plus(EVERY.multipliedBy(150));
        notes.pin(first.mission(), opened, opened, "door opened", "tech");
        notes.pin(second.mission(), openedLater, openedLater, "door opened", "tech");
    }

    private static void store(OwnMission m, Instant start, double[] air) {
        bed.bean(SeriesWriter.class)
                .replace(
                        m.id,
                        List.of(Series.of(Channel.of("Air", "°C"), TimeAxis.of(start, EVERY, air.length), air, null)));
        bed.bean(Evaluation.class).again(m.id);
    }

    @AfterAll
    static void away() {
        first.close();
        second.close();
    }

    private void beside() {
        page.navigate(bed.address + "/compare?s=m" + first.id + "&s=m" + second.id);
        assertThat(page.locator("#compare-chart .uplot")).hasCount(1);
    }

    private void press(String text) {
        page.locator(".choice span:has-text('" + text + "')").last().click();
    }

    private Locator said() {
        return page.locator("#difference-said");
    }

    @Test
    void a_mark_on_each_lays_them_on_each_other() {
        beside();
        page.selectOption("#minuend", "m" + first.id + " 0");
        page.selectOption("#subtrahend", "m" + second.id + " 0");
        // as they were in time, they never ran together
        assertThat(said()).hasText("At no instant in view do both have a value.");
        press("time since start");
        // i/10 less ((i − 50)/10 + 2)
        assertThat(said()).containsText("difference is 3 to 3 °C, mean +3 °C, over 400 samples");
        press("aligned on a marker");
        // from the mark on, both rise alike: 2 °C apart; 350 samples have one beside them
        assertThat(said()).containsText("difference is −2 to −2 °C, mean −2 °C, over 350 samples");
        assertThat(page.locator("#compare-chart .uplot")).hasCount(2);
        // a link opens the same
        String address = page.url();
        assertThat(address).contains("by=marker");
        page.navigate(address);
        assertThat(said()).containsText("mean −2 °C");
        press("stack");
        assertThat(page.locator("#compare-chart .uplot")).hasCount(3);
        Axe.check(page);
    }

    @Test
    void what_is_not_there_is_said_and_the_others_are_drawn() {
        page.navigate(bed.address + "/compare?s=m" + first.id + ",m999999,x7");
        assertThat(page.locator("#compare-chart .uplot")).hasCount(1);
        assertThat(page.locator("main")).containsText("mission 999999 has no collected records");
        assertThat(page.locator("main")).containsText("“x7” is neither a mission nor a spot");
        page.locator("#sources [data-away]").click();
        assertThat(page.locator("h1")).containsText("Choose what to compare.");
    }

    @Test
    void they_are_chosen_from_the_calendar_and_kept_together() {
        page.navigate(bed.address + "/compare?month=2026-03");
        Axe.check(page);
        page.locator("input[value=m" + first.id + "]").check();
        page.locator("input[value=m" + second.id + "]").check();
        page.locator("button:has-text('Compare selected')").click();
        assertThat(page.locator("h1")).containsText("2 records");
        press("time since start");
        page.waitForURL(Pattern.compile(".*by=elapsed.*"));
        page.fill("#together-name", "Both doors");
        page.locator("#keep-together button").click();
        assertThat(page.locator(".said")).containsText("Saved");
        page.navigate(bed.address + "/compare");
        page.locator("a:has-text('Both doors')").click();
        assertThat(page.locator("h1")).containsText("2 records");
        assertThat(page.locator("[name=by][value=elapsed]")).isChecked();
        page.navigate(bed.address + "/compare");
        page.locator("[aria-label='Remove Both doors']").click();
        assertThat(page.locator(".said")).containsText("Removed");
    }
}
