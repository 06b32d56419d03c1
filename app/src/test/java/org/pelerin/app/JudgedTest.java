package org.pelerin.app;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.plainfile.PlainFile;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.springframework.jdbc.core.JdbcTemplate;

/** What of a mission is judged: the time at its spot, what is excluded, and that nothing else is touched by it. */
@Tag("bed")
@Timeout(180)
class JudgedTest {

    private static TestBed bed;
    private static Hands hands;

    @BeforeAll
    static void begin() {
        bed = TestBed.get();
        hands = new Hands(bed);
    }

    @AfterEach
    void tidy() {
        bed.emptyDock();
    }

    @AfterAll
    static void leave() throws InterruptedException {
        new Hands(bed).leave("PL-18033", "PL-18034");
    }

    private static Instant now() {
        return bed.bean(Clock.class).instant();
    }

    private static Mission mission(long id) {
        return bed.bean(MissionQueries.class).find(id).orElseThrow();
    }

    private static JudgementDocument judgement(long id) {
        return bed.bean(Evaluation.class).judgement(mission(id)).orElseThrow();
    }

    /** A day at a spot, noted, then taken away, and three hours elsewhere before it is collected. */
    private static long carriedHome(String serial, String spot) throws InterruptedException {
        long at = bed.spot("Judged site", spot);
        bed.carry(serial, "dock");
        long id = hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofHours(2));
        PlacementService placements = bed.bean(PlacementService.class);
        placements.place(new PlacementService.Placing(serial, at, now(), false, null, "", 30, List.of(), true), "tech");
        hands.pass(Duration.ofHours(24));
        placements.take(serial, now(), "tech");
        hands.pass(Duration.ofHours(3));
        hands.collect(serial);
        return id;
    }

    @Test
    void judged_is_the_time_at_the_spot_until_somebody_sets_it_otherwise_and_every_change_is_judged() throws Exception {
        String serial = "PL-18033";
        long id = carriedHome(serial, "shelf");
        JudgedRecords records = bed.bean(JudgedRecords.class);
        Evaluation evaluation = bed.bean(Evaluation.class);
        var period = records.period(mission(id));
        assertThat(period.stay()).isNotNull();
        assertThat(period.from()).isEqualTo(period.stay().placedAt().plus(Duration.ofMinutes(30)));
        assertThat(period.to()).isEqualTo(period.stay().takenAt());
        JudgementDocument at = judgement(id);
        assertThat(at.series().get(0).first()).isAfterOrEqualTo(period.from());
        assertThat(at.series().get(0).last()).isBefore(period.to());
        assertThat(at.coverage()).isEqualTo(100);

        // what is excluded counts for nothing, until it is taken back; series and capture stay
        Instant from = period.from().plus(Duration.ofHours(5));
        records.exclude(
                mission(id), Exclusion.Kind.NOT_VALID, from, from.plus(Duration.ofHours(6)), "probe out", "tech");
        evaluation.again(id);
        JudgementDocument without = judgement(id);
        assertThat(without.series().get(0).count())
                .isLessThan(at.series().get(0).count());
        assertThat(without.gaps()).hasSize(1);
        assertThat(without.verdict()).isEqualTo("inconclusive");
        long exclusion = records.excluded(id).get(0).id();
        records.include(mission(id), exclusion, "tech");
        evaluation.again(id);
        assertThat(judgement(id)).isEqualTo(at);
        assertThatThrownBy(() -> records.include(mission(id), exclusion, "tech"))
                .isInstanceOf(TooLateException.class);

        records.exclude(mission(id), Exclusion.Kind.NOT_PART, from, from.plus(Duration.ofHours(6)), "moved", "tech");
        evaluation.again(id);
        assertThat(judgement(id).coverage()).isEqualTo(100);
        assertThat(judgement(id).gaps()).isEmpty();

        // nobody came to judge it: whoever looks at it does
        records.choose(mission(id), period.from(), from, "the first hours only", "tech");
        JudgementDocument set = judgement(id);
        assertThat(set.series().get(0).last()).isBefore(from);
        records.follow(mission(id), "as it lay", "tech");
        assertThatThrownBy(() -> records.follow(mission(id), "again", "tech")).isInstanceOf(TooLateException.class);
        assertThatThrownBy(() -> records.choose(mission(id), from, from, "none", "tech"))
                .isInstanceOf(JudgedRecords.NoSuchTimeException.class);
    }

    @Test
    void a_placing_noted_late_is_judged_anew() throws InterruptedException {
        String serial = "PL-18034";
        long at = bed.spot("Judged site", "drawer");
        bed.carry(serial, "dock");
        long id = hands.write(serial, new StartCondition.Now());
        Instant begun = now();
        hands.pass(Duration.ofHours(20));
        PlacementService placements = bed.bean(PlacementService.class);
        placements.place(
                new PlacementService.Placing(
                        serial, at, begun.plus(Duration.ofHours(4)), false, null, "", 0, List.of(), true),
                "tech");
        hands.collect(serial);
        long before = judgement(id).series().get(0).count();
        placements.take(serial, begun.plus(Duration.ofHours(10)), "tech");
        Waiting.until(
                "it is judged before anybody looks",
                () -> Boolean.TRUE.equals(bed.bean(JdbcTemplate.class)
                        .queryForObject(
                                "SELECT judgement_on = judged_on FROM mission WHERE id = ?", Boolean.class, id)));
        assertThat(judgement(id).series().get(0).count()).isLessThan(before);
        assertThat(bed.bean(JudgedRecords.class).period(mission(id)).to()).isEqualTo(begun.plus(Duration.ofHours(10)));
    }

    /** The same samples as a plain file: the same judgement, to the last digit. */
    @Test
    void a_file_and_a_mission_with_the_same_samples_are_judged_alike() throws InterruptedException, IOException {
        String serial = "PL-18033";
        bed.carry(serial, "dock");
        long id = hands.write(serial, new StartCondition.Now());
        hands.pass(Duration.ofDays(6));
        hands.collect(serial);
        Mission m = mission(id).byItsOwnClock();
        List<Series> series = bed.bean(SeriesStore.class).load(m);
        StringBuilder text = new StringBuilder("time");
        series.forEach(s -> text.append(",\"")
                .append(s.label())
                .append(" (")
                .append(s.unit())
                .append(")\""));
        List<double[]> values =
                series.stream().map(s -> s.values(0, s.axis().count())).toList();
        for (int i = 0; i < series.get(0).axis().count(); i++) {
            text.append('\n').append(series.get(0).axis().instantAt(i));
            for (double[] v : values) {
                text.append(',').append(Double.isNaN(v[i]) ? "" : Double.toString(v[i]));
            }
        }
        List<Series> file = PlainFile.read(
                new ByteArrayInputStream(text.toString().getBytes(StandardCharsets.UTF_8)), null, read -> {});
        Limits limits = m.plan().limits();
        assertThat(limits.rules()).isNotEmpty();
        assertThat(judged(file, limits)).isEqualTo(judged(series, limits));
    }

    private static String judged(List<Series> record, Limits limits) {
        return JudgementDocument.of(JudgedRecord.of(record), limits, null, MeanKineticTemperature.DEFAULT_ENTHALPY)
                .json();
    }

    @Test
    void a_reviewer_leaves_a_stretch_out_with_a_reason_and_takes_it_back() throws InterruptedException {
        long id = carriedHome("PL-18034", "rack");
        try (BrowserContext context =
                bed.browser().newContext(new Browser.NewContextOptions().setViewportSize(1280, 800))) {
            Page page = bed.signedIn(context);
            page.navigate(bed.address + "/missions/" + id);
            assertThat(page.locator("#judged")).containsText("while the logger was at its spot");
            page.click("#judged summary:has-text('Exclude a period')");
            page.click("#judged form[action$='/exclusions'] [data-range-fill]");
            assertThat(page.locator("#out-from")).not().hasValue("");
            String day = page.inputValue("#out-from").substring(0, 11);
            page.fill("#out-why", "lid open for cleaning");
            page.locator("#judged form[action$='/exclusions'] button.btn-primary")
                    .click();
            assertThat(page.locator("#judged table")).containsText("not part of the run");
            assertThat(page.locator("#judged table")).containsText("lid open for cleaning");
            assertThat(page.locator("h1")).containsText("Inconclusive");
            page.click("#judged button:has-text('Undo')");
            assertThat(page.locator("#judged table")).hasCount(0);
            page.click("#judged summary:has-text('Change assessed period')");
            page.fill("#judged-from", day + "23:59:30");
            page.fill("#judged-to", day + "00:00:30");
            page.fill("#judged-why", "turned round");
            page.locator("#judged form[action$='/assessed-period'] button.btn-primary")
                    .click();
            assertThat(page.locator("main, body").first()).containsText("must end after it begins");
            // what was refused is there again, open
            assertThat(page.locator("#judged-why")).hasValue("turned round");
            assertThat(page.locator("#judged-from")).isVisible();

            // a record cannot be left out where it has nothing
            page.navigate(bed.address + "/missions/" + id);
            page.click("#judged summary:has-text('Exclude a period')");
            page.fill("#out-from", "2020-03-01T10:00:30");
            page.fill("#out-to", "2020-03-01T12:00:30");
            page.locator("#judged input[value=NOT_VALID]").check();
            page.fill("#out-why", "the year was mistyped");
            page.locator("#judged form[action$='/exclusions'] button.btn-primary")
                    .click();
            assertThat(page.locator(".refused").first())
                    .containsText("The record has nothing in this period: it goes from");
            assertThat(page.locator("#out-from")).hasValue("2020-03-01T10:00:30");
            assertThat(page.locator("#judged input[value=NOT_VALID]")).isChecked();
            assertThat(page.locator("#out-why")).hasValue("the year was mistyped");
            assertThat(bed.bean(JudgedRecords.class).excluded(id)).isEmpty();
        }
    }

    @Test
    void the_days_of_a_spot_are_a_picture_whose_hours_open_their_mission() throws InterruptedException {
        long id = carriedHome("PL-18034", "alcove");
        Mission m = bed.bean(MissionQueries.class).find(id).orElseThrow();
        try (BrowserContext context = bed.browser().newContext()) {
            Page page = bed.signedIn(context);
            page.navigate(bed.address + "/spots/" + m.place().spotId());
            Locator carpet = page.locator("#carpet");
            assertThat(carpet.locator("rect.kept").first()).isVisible();
            assertThat(carpet).containsText("assessed");
            Axe.check(page);
            String month = carpet.locator("h2").textContent();
            carpet.locator("button:has-text('Previous month')").click();
            assertThat(carpet.locator("h2")).not().hasText(month);
            carpet.locator("button:has-text('Next month')").click();
            assertThat(carpet.locator("h2")).hasText(month);
            carpet.locator("a:has(rect.kept)").last().click();
            page.waitForURL(url -> url.contains("/missions/") && url.contains("from="));
            assertThat(page.locator("#chart canvas").first()).isVisible();
        }
    }
}
