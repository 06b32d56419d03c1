package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.record.DisturbanceStore;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;

/** The page of a three-phase record in the browser. */
@Timeout(120)
class MainsTest extends PageTest {

    private static final Instant START = Instant.parse("2026-02-20T00:00:00Z");
    private static final double[] PHASES = {240, 230, 226, 10, 10, 10};

    private static TestBed bed;
    private static OwnMission own;

    /** Steady but for the fifth sample, at which the phases are alike. */
    @BeforeAll
    static void record() {
        bed = TestBed.get();
        own = new OwnMission(bed, "QL-MAINS", Hands.again("yew-v3", Duration.ofMinutes(10)), START);
        TimeAxis axis = TimeAxis.of(START, Duration.ofMinutes(10), 20);
        bed.bean(SeriesWriter.class)
                .replace(
                        own.id,
                        IntStream.range(0, PHASES.length)
                                .mapToObj(i -> {
                                    double[] values = new double[20];
                                    Arrays.fill(values, PHASES[i]);
                                    values[5] = i < 3 ? 230 : 10;
                                    String name = (i < 3 ? "U" : "I") + (i % 3 + 1);
                                    return Series.of(Channel.of(name, i < 3 ? "V" : "A"), axis, values, null);
                                })
                                .toList());
        bed.bean(DisturbanceStore.class)
                .store(
                        own.id,
                        0,
                        List.of(new Disturbance(
                                Disturbance.Kind.DIP,
                                1,
                                START.plusSeconds(100),
                                Duration.ofMillis(120),
                                92,
                                Duration.ofMillis(10),
                                1,
                                List.of(230.0, 92.0, 92.0, 230.0))));
        bed.bean(Evaluation.class).again(own.id);
    }

    @AfterAll
    static void away() {
        bed.bean(DisturbanceStore.class).store(own.id, 0, List.of());
        own.close();
    }

    @Test
    void phases_unbalance_and_disturbances_are_told() {
        page.navigate(bed.address + "/missions/" + own.id + "/mains");
        // 92 of 230 V
        assertThat(page.locator("h1")).containsText("1 disturbance: the deepest on");
        assertThat(page.locator("h1")).containsText("▼ to 40 % of nominal for 120 ms");
        // the farthest of 240, 230 and 226 V from their mean of 232 V is 8 V
        assertThat(page.locator(".phases")).containsText("3.45 %");
        assertThat(page.locator("main")).containsText("greatest");
        assertThat(page.locator("tr:has-text('greatest') td")).hasText("3.45 %");
        page.locator("svg.depths a").click();
        assertThat(page.locator("#d1:target .halves")).isVisible();
        // an hour later in Paris: the fifth sample
        page.fill("[name=at]", "2026-02-20T01:50:05");
        page.locator("button:has-text('look')").click();
        assertThat(page.locator(".phases")).containsText("0.00 %");
        Axe.check(page);
    }
}
