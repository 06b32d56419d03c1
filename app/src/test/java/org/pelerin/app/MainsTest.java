package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.record.DisturbanceStore;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.record.SummaryCheck;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** The page of a three-phase record in the browser. */
@Tag("bed")
@Timeout(120)
class MainsTest extends PageTest {

    private static final Instant START = Instant.parse("2026-02-20T00:00:00Z");

    private static final List<Disturbance> DIPS = List.of(new Disturbance(
            Disturbance.Kind.DIP,
            1,
            START.plusSeconds(100),
            Duration.ofMillis(120),
            92,
            Duration.ofMillis(10),
            1,
            List.of(230.0, 92.0, 92.0, 230.0)));
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
        bed.bean(DisturbanceStore.class).store(own.id, 0, DIPS);
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
        assertThat(page.locator("main")).containsText("Maximum");
        assertThat(page.locator("tr:has-text('Maximum') td")).hasText("3.45 %");
        page.locator("svg.depths a").click();
        assertThat(page.locator("#d1:target .halves")).isVisible();
        // an hour later in Paris: the fifth sample
        page.fill("[name=at]", "2026-02-20T01:50:05");
        page.locator("form:has([name=at]) button").click();
        assertThat(page.locator(".phases")).containsText("0.00 %");
        Axe.check(page);
    }

    @Test
    void disturbances_that_are_changed_by_hand_are_not_those_of_the_capture() {
        SummaryCheck check = bed.bean(SummaryCheck.class);
        JdbcTemplate sql = bed.bean(JdbcTemplate.class);
        Mission m = own.mission();
        assertThat(check.firstOther(m, DIPS)).isZero();
        String of = " WHERE mission_id = " + own.id;
        for (String change : List.of(
                "extreme = extreme + 1",
                "start_at = start_at + 1",
                "duration_ms = duration_ms - 10",
                "channel = channel + 1",
                "half_period_ns = half_period_ns + 1",
                "values_before = values_before + 1",
                "half_periods = CONCAT(half_periods, half_periods)")) {
            sql.update("UPDATE disturbance SET " + change + of);
            assertThat(check.firstOther(m, DIPS)).as(change).isEqualTo(1);
            bed.bean(DisturbanceStore.class).store(own.id, 0, DIPS);
        }
        // one that was put in, one that was taken away
        sql.update("INSERT INTO disturbance SELECT mission_id, seq + 1, kind, channel, start_at, duration_ms, extreme,"
                + " half_period_ns, values_before, half_periods FROM disturbance" + of);
        assertThat(check.firstOther(m, DIPS)).isEqualTo(2);
        sql.update("DELETE FROM disturbance" + of);
        assertThat(check.firstOther(m, DIPS)).isEqualTo(1);
        bed.bean(DisturbanceStore.class).store(own.id, 0, DIPS);
    }
}
