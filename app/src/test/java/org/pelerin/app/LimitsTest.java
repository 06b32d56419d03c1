package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.judge.limits.LimitsSource;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.jdbc.core.JdbcTemplate;

/** The limits library in the browser: a set written from nothing, attached, seen in force, tried, changed, carried away and back. */
@Tag("bed")
@Timeout(120)
class LimitsTest extends PageTest {

    /** Midnight in Paris. */
    private static final Instant START = Instant.parse("2026-03-02T23:00:00Z");

    private static TestBed bed;
    private static OwnMission own;
    private static long spot;

    /**
     * Two days, a row each ten minutes. The temperature is 27 °C, but 30 °C on the first day from 06:00 to 09:00; the flow 5 m³/h, but 10 on the
     * second day: 240 m³ in all.
     */
    @BeforeAll
    static void record() {
        bed = TestBed.get();
        own = new OwnMission(bed, "QL-LIM", START);
        spot = bed.spot("Limits site", "Outlet");
        bed.bean(JdbcTemplate.class)
                .update(
                        "UPDATE mission SET spot_id = ?, collected_at = ?, state = 'COLLECTED' WHERE id = ?",
                        spot,
                        START.plus(Duration.ofDays(3)).toEpochMilli(),
                        own.id);
        TimeAxis axis = TimeAxis.of(START, Duration.ofMinutes(10), 288);
        double[] warm = new double[288];
        double[] flow = new double[288];
        for (int i = 0; i < 288; i++) {
            warm[i] = i >= 36 && i < 54 ? 30 : 27;
            flow[i] = i < 144 ? 5 : 10;
        }
        bed.bean(SeriesWriter.class)
                .replace(
                        own.id,
                        List.of(
                                Series.of(Channel.of("Discharge", "°C"), axis, warm, null),
                                Series.of(Channel.of("Outflow", "m³/h"), axis, flow, null)));
        bed.bean(Evaluation.class).again(own.id);
    }

    @AfterAll
    static void away() {
        bed.bean(JdbcTemplate.class).update("DELETE FROM limit_place WHERE via = 'SPOT' AND target = ?", spot);
        own.close();
    }

    private JudgementDocument judged() {
        return bed.bean(Evaluation.class).judgement(own.mission()).orElseThrow();
    }

    private Locator rule(int i) {
        return page.locator(".rule").nth(i);
    }

    private void fill(int rule, String field, String text) {
        page.fill("[name='rules[" + rule + "]." + field + "']", text);
    }

    @Test
    void a_set_is_written_from_nothing_attached_and_in_force() {
        page.navigate(bed.address + "/limits/new");
        page.fill("#name", "Permit of the outlet");
        page.selectOption("[name='rules[0].kind']", "MEAN");
        fill(0, "channel", "Disch*");
        fill(0, "unit", "°C");
        fill(0, "window", "3 h");
        page.check("[name='rules[0].clock']");
        fill(0, "high", "28");
        assertThat(rule(0).locator(".sentence"))
                .hasText(
                        "The mean of each channel in °C named “Disch*” over each 3 h by the clock of its site may not be above 28 °C at once; severity major.");
        page.locator("#more-rules").click();
        page.selectOption("[name='rules[1].kind']", "TOTAL");
        fill(1, "channel", "Outflow");
        fill(1, "unit", "m³/h");
        fill(1, "window", "1 d");
        page.check("[name='rules[1].clock']");
        fill(1, "high", "200");
        page.locator(".main-act").click();
        // what is missing is said at its field, and all that was typed is there
        assertThat(page.locator(".wrong-text")).containsText("Write a time such as");
        assertThat(page.locator("[name='rules[1].per']")).hasClass(java.util.regex.Pattern.compile(".*is-wrong.*"));
        fill(1, "per", "1 h");
        page.selectOption("#spot", String.valueOf(spot));
        assertThat(rule(1).locator(".sentence"))
                .hasText(
                        "The total of “Outflow” in each 1 d by the clock of its site may not be above 200 m³ at once; severity major.");
        // once above on the first day, once on the second
        assertThat(rule(0).locator(".caught")).containsText("1 time");
        assertThat(rule(1).locator(".caught")).containsText("1 time");
        Axe.check(page);
        page.locator(".main-act").click();
        assertThat(page.locator("h1")).containsText("Permit of the outlet: 2 rules, not assigned yet");
        // without a reason nothing that is home is judged anew
        page.selectOption("#spot", String.valueOf(spot));
        page.locator("button:has-text('Preview changes')").click();
        assertThat(page.locator("h1")).containsText("1 of 1 mission would get another verdict: 1 outside limits.");
        assertThat(page.locator("#rehearsed")).containsText("→ outside limits");
        Axe.check(page);
        page.check("[name=home]");
        page.locator("button:text-is('Assign')").click();
        assertThat(page.locator(".refused")).containsText("Enter a reason: verdicts");
        page.check("[name=home]");
        page.fill("[name=reason]", "The permit came");
        page.locator("button:text-is('Assign')").click();
        assertThat(page.locator(".said"))
                .containsText("is assigned, and collected missions are checked against it too");
        Axe.check(page);
        page.navigate(bed.address + "/missions/" + own.id);
        assertThat(page.locator("main")).containsText("Permit of the outlet, version 1, of its spot.");
        assertThat(page.locator("h1")).containsText("twice");
        JudgementDocument j = judged();
        assertThat(j.excursions()).hasSize(2);
        ExcursionDocument.OfValues mean = j.ofValues().get(0);
        assertThat(mean.start()).isEqualTo(Instant.parse("2026-03-03T05:00:00Z"));
        assertThat(mean.peak()).isEqualTo(30);
        ExcursionDocument.OfValues total = j.ofValues().get(1);
        assertThat(total.start()).isEqualTo(Instant.parse("2026-03-03T23:00:00Z"));
        assertThat(total.peak()).isCloseTo(240, within(1e-9));
        // the alarms of its plan, said of this mission, go before; what its place has comes back
        page.locator(".decide summary:has-text('other limits')").click();
        page.selectOption("#limits-by", "alarms");
        page.fill("#limits-reason", "A trial run");
        page.locator("form:has(#limits-by) button").click();
        assertThat(page.locator(".said")).containsText("Checked against: Alarm limits of the plan.");
        assertThat(judged().excursions()).isEmpty();
        page.locator(".decide summary:has-text('other limits')").click();
        page.selectOption("#limits-by", "follow");
        page.fill("#limits-reason", "It was none");
        page.locator("form:has(#limits-by) button").click();
        assertThat(page.locator(".said")).containsText("Permit of the outlet, version 1, of its spot");
        assertThat(judged().excursions()).hasSize(2);
    }

    private static LimitSet set(String name, double above) {
        Limits limits = new Limits(name, List.of(Rule.of("warm", "Disch*", new Bound.Above(above), Lasting.ANY)));
        return bed.bean(LimitSets.class).create(name, limits, "tech");
    }

    @Test
    void other_limits_are_kept_as_the_next_version_and_missions_catch_up_when_somebody_says_so() {
        LimitSet set = set("Warm water", 29);
        LimitsInForce inForce = bed.bean(LimitsInForce.class);
        inForce.say(own.mission(), set, "trial", "tech");
        page.navigate(bed.address + "/missions/" + own.id);
        page.locator("#what-if > summary").click();
        assertThat(page.locator("#what-if-verdict")).containsText("Outside limits");
        page.fill("#what-if [name=high]", "31");
        assertThat(page.locator("#what-if-verdict")).containsText("Within limits");
        page.locator("button:has-text('Save as version 2 of “Warm water”')").click();
        assertThat(page.locator(".said")).containsText("Saved as version 2");
        assertThat(page.locator("main")).containsText("Newer version available: 2");
        assertThat(judged().verdict()).isEqualTo("excursions");
        page.navigate(bed.address + "/limits/" + set.id());
        assertThat(page.locator(".ask")).containsText("1 mission is checked against an earlier version");
        page.fill(".ask [name=reason]", "As measured");
        page.locator(".ask button").click();
        assertThat(page.locator(".said")).containsText("1 mission is now checked against version 2");
        assertThat(judged().verdict()).isEqualTo("within");
        page.navigate(bed.address + "/limits/" + set.id() + "/past-data?spot=" + spot);
        assertThat(page.locator("h1")).containsText("Nothing changes in 1 mission.");
        inForce.follow(own.mission(), "over", "tech");
        page.reload();
        assertThat(page.locator("h1")).containsText("would");
        Axe.check(page);
    }

    @Test
    void a_set_is_carried_away_and_back_and_a_file_that_is_none_says_where() throws IOException {
        LimitSet set = set("Carried", 29);
        page.navigate(bed.address + "/limits/" + set.id());
        Download file =
                page.waitForDownload(() -> page.locator("a:has-text('JSON')").click());
        String json = Files.readString(file.path());
        assertThat(LimitsDocument.read(json)).isEqualTo(set.limits());
        page.navigate(bed.address + "/limits");
        page.setInputFiles(
                "input[type=file]",
                new FilePayload("limits.json", "application/json", json.getBytes(StandardCharsets.UTF_8)));
        assertThat(page.locator(".said")).containsText("Imported as “Carried 2”");
        page.navigate(bed.address + "/limits");
        page.setInputFiles(
                "input[type=file]",
                new FilePayload(
                        "limits.json",
                        "application/json",
                        "{\"rules\":[{\"id\":\"a\",\"channel\":\"Air\",\"bound\":{}}]}"
                                .getBytes(StandardCharsets.UTF_8)));
        assertThat(page.locator(".refused")).containsText("a bound says above, below or both");
    }

    @Test
    void limits_that_cannot_be_judged_leave_no_verdict_and_lose_nothing() {
        try (OwnMission far = new OwnMission(bed, "QL-LIM3", START)) {
            // a row a day for eleven years, and no site whose clock there would be
            TimeAxis axis = TimeAxis.of(START, Duration.ofDays(1), 4000);
            bed.bean(SeriesWriter.class)
                    .replace(far.id, List.of(Series.of(Channel.of("Discharge", "°C"), axis, new double[4000], null)));
            Basis.Blocks each = new Basis.Blocks(Duration.ofSeconds(1), Basis.Anchor.CLOCK, null, 75);
            Limits limits = new Limits(
                    "Every second",
                    List.of(Rule.of("mean", "Discharge", new Bound.Above(1), Lasting.ANY)
                            .on(new Basis.BlockMean(each))));
            LimitSet seconds = bed.bean(LimitSets.class).create("Every second", limits, "tech");
            bed.bean(LimitsInForce.class).say(far.mission(), seconds, "trial", "tech");
            bed.bean(Evaluation.class).again(far.id);
            JudgementDocument j =
                    bed.bean(Evaluation.class).judgement(far.mission()).orElseThrow();
            assertThat(j.verdict()).isEqualTo("inconclusive");
            assertThat(j.reasons()).singleElement().asString().startsWith("its limits cannot be judged: ");
            assertThat(j.series().get(0).count()).isEqualTo(4000);
            // by the clock of the house
            Basis.Blocks day = new Basis.Blocks(Duration.ofDays(1), Basis.Anchor.CLOCK, null, 0);
            LimitSet days = bed.bean(LimitSets.class)
                    .update(
                            seconds.id(),
                            1,
                            "Every second",
                            new Limits("", List.of(limits.rules().get(0).on(new Basis.BlockMean(day)))),
                            "tech");
            bed.bean(LimitsInForce.class).say(far.mission(), days, "trial", "tech");
            bed.bean(Evaluation.class).again(far.id);
            assertThat(bed.bean(Evaluation.class)
                            .judgement(far.mission())
                            .orElseThrow()
                            .verdict())
                    .isEqualTo("within");
        }
    }

    @Test
    void what_somebody_else_kept_meanwhile_is_said_and_nothing_that_was_typed_is_lost() {
        LimitSet set = set("Kept twice", 29);
        page.navigate(bed.address + "/limits/" + set.id() + "/edit");
        fill(0, "high", "31");
        page.selectOption("#spot", String.valueOf(spot));
        bed.bean(LimitSets.class).update(set.id(), 1, set.name(), set.limits(), "review");
        page.locator(".main-act").click();
        assertThat(page.locator(".meanwhile")).containsText("review saved this");
        assertThat(page.locator(".meanwhile")).containsText("may not be above 29 at once");
        assertThat(page.locator(".meanwhile")).containsText("may not be above 31 at once");
        assertThat(page.locator("[name='rules[0].high']")).hasValue("31");
        assertThat(page.locator("#spot")).hasValue(String.valueOf(spot));
        page.locator(".main-act").click();
        assertThat(page.locator(".said")).containsText("Saved as version 3");
    }

    @Test
    void of_several_the_nearest_wins_and_what_goes_on_follows_the_newest_version() {
        LimitsInForce inForce = bed.bean(LimitsInForce.class);
        PlaceService places = bed.bean(PlaceService.class);
        try (OwnMission running = new OwnMission(bed, "QL-LIM2", START)) {
            long near = bed.spot("Nearest site", "Near");
            long siteId = places.spot(near).orElseThrow().siteId();
            bed.bean(JdbcTemplate.class).update("UPDATE mission SET spot_id = ? WHERE id = ?", near, running.id);
            LimitSet site = set("Of the site", 10);
            LimitSet of = set("Of the spot", 20);
            assertThat(inForce.of(running.mission()).via()).isEqualTo(LimitsSource.NONE);
            inForce.attach(site, LimitsSource.SITE, siteId, false, "", "tech");
            assertThat(inForce.of(running.mission()).set().id()).isEqualTo(site.id());
            inForce.attach(of, LimitsSource.SPOT, near, false, "", "tech");
            Mission m = running.mission();
            assertThat(inForce.of(m).set().id()).isEqualTo(of.id());
            LimitSet newer = bed.bean(LimitSets.class).update(of.id(), 1, of.name(), of.limits(), "tech");
            assertThat(inForce.of(m).set().version()).isEqualTo(newer.version()).isEqualTo(2);
            inForce.detach(newer, LimitsSource.SPOT, near, "tech");
            assertThat(inForce.of(m).words()).isEqualTo("Of the site, version 1, of its site");
            inForce.detach(site, LimitsSource.SITE, siteId, "tech");
        }
    }
}
