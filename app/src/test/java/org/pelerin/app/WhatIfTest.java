package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.BoundingBox;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** Limits tried on a mission in the browser: typed, dragged, dropped, and kept as the next version of its plan. */
@Tag("bed")
@Timeout(120)
class WhatIfTest extends PageTest {

    private static final Instant START = Instant.parse("2026-02-02T00:00:00Z");
    private static final String PLAN = "What if plan";

    private static TestBed bed;
    private static OwnMission own;

    /** 20 °C; of a hundred samples each ten minutes, six of 25 °C in one run and one of 28 °C by itself. The limit is 30 °C for ten minutes. */
    @BeforeAll
    static void record() {
        bed = TestBed.get();
        own = new OwnMission(bed, "QL-IF", START);
        double[] air = new double[100];
        for (int i = 0; i < air.length; i++) {
            air[i] = i >= 20 && i < 26 ? 25 : i == 60 ? 28 : 20;
        }
        bed.bean(SeriesWriter.class)
                .replace(
                        own.id,
                        List.of(Series.of(
                                Channel.of("Air", "°C"), TimeAxis.of(START, Duration.ofMinutes(10), 100), air, null)));
        bed.bean(PlanService.class).create(PLAN, Hands.alder(new StartCondition.Now()), "tech");
        bed.bean(JdbcTemplate.class)
                .update("UPDATE mission SET plan_name = ?, plan_version = 1 WHERE id = ?", PLAN, own.id);
        bed.bean(Evaluation.class).again(own.id);
    }

    @AfterAll
    static void away() {
        own.close();
    }

    @BeforeEach
    void open() {
        page.navigate(bed.address + "/missions/" + own.id);
        assertThat(page.locator("#chart canvas")).hasCount(1);
        page.locator("#what-if > summary").click();
        assertThat(verdict()).containsText("Now: Within limits");
    }

    private Locator verdict() {
        return page.locator("#what-if-verdict");
    }

    private Locator field(String name) {
        return page.locator("#what-if [name=" + name + "]");
    }

    @Test
    void what_is_typed_is_judged_and_dropped_without_a_trace() {
        field("high").fill("24");
        // the run of six and none other lasts over ten minutes: one sample stands for ten
        assertThat(verdict()).containsText("With these limits: Outside limits ▲ once for 1 h");
        field("lasting").fill("at once");
        assertThat(verdict()).containsText("▲ twice");
        Axe.check(page);
        field("lasting").fill("1 h");
        // 60 min are not over an hour
        assertThat(verdict()).containsText("With these limits: Within limits");
        field("lasting").fill("soon");
        assertThat(page.locator("#what-if .wrong-word")).containsText("Write “30 min”");
        page.locator("[data-drop]").click();
        assertThat(verdict()).isHidden();
        page.locator("#what-if > summary").click();
        assertThat(field("high")).hasValue("30");
        assertThat(verdict()).containsText("Now: Within limits");
    }

    @Test
    void a_limit_is_dragged_and_kept_as_the_next_version_of_the_plan() {
        BoundingBox over = page.locator("#chart .u-over").boundingBox();
        // where 30 °C and 24 °C lie: the scale runs from the least value to the limit and 7 % of that beyond on either
        // side
        double low = 20 - 0.7;
        double high = 30 + 0.7;
        double y30 = over.y + over.height * (high - 30) / (high - low);
        double y24 = over.y + over.height * (high - 24) / (high - low);
        page.mouse().move(over.x + 200, y30);
        page.mouse().down();
        page.mouse().move(over.x + 200, (y30 + y24) / 2);
        // the scale follows its limit while it is dragged: what counts is where the line is let go
        page.mouse().move(over.x + 200, y24);
        page.mouse().up();
        assertThat(field("high")).hasValue(Pattern.compile("2[2-6](\\.\\d+)?"));
        assertThat(verdict()).containsText("With these limits: ");
        // neither a zoom nor a cursor came of it
        assertThat(page.locator("#cursors tr")).hasCount(0);
        field("high").fill("24");
        field("lasting").fill("30 min");
        assertThat(verdict()).containsText("▲ once");
        page.locator("[data-keep]").click();
        assertThat(page.locator(".said")).containsText("Saved as version 2 of “What if plan”");
        StoredPlan kept = bed.bean(PlanService.class).named(PLAN).orElseThrow();
        Alarm alarm =
                bed.bean(PlanService.class).settings(kept).channels().get(0).high();
        assertThat(alarm).isEqualTo(new Alarm(24, Lasting.delay(Duration.ofMinutes(30)), true));
        // the mission keeps what it ran with
        assertThat(page.locator("h1")).containsText("Within limits");
    }
}
