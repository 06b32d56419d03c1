package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
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
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesWriter;
import org.pelerin.app.review.Chart;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.SeriesPart;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.jdbc.core.JdbcTemplate;

/** Series that follow from recorded ones: kept by their definitions, made anew with what they follow from, drawn and judged. */
@Tag("bed")
@Timeout(180)
class DerivedSeriesTest {

    private static final Instant START = Instant.parse("2026-01-01T00:00:00Z");
    private static final Duration STEP = Duration.ofMinutes(10);
    private static final Channel AIR = Channel.of("Air", "°C");
    private static final Channel PRESSURE = Channel.of("Pressure", "kPa");

    private static TestBed bed;
    private static OwnMission first;
    private static OwnMission second;
    private static long one;
    private static long other;

    @BeforeAll
    static void missions() {
        bed = TestBed.get();
        first = new OwnMission(bed, "QL-DERIVED-1", START);
        second = new OwnMission(bed, "QL-DERIVED-2", START);
        one = first.id;
        other = second.id;
    }

    @BeforeEach
    void records() {
        bed.bean(JdbcTemplate.class).update("DELETE FROM derived_note");
        bed.bean(JdbcTemplate.class).update("DELETE FROM derived_series");
        bed.bean(JdbcTemplate.class).update("DELETE FROM exclusion WHERE mission_id IN (?, ?)", one, other);
        store(one, AIR, 10, 12, 17, 10, 9, 8, 8, 8, 8, 8, 8, 8);
        store(other, AIR, 1, 2, 3, 4, 5, 6);
    }

    @AfterAll
    static void away() {
        // what the one derives reads the other
        first.close();
        second.close();
    }

    private static void store(long mission, Channel channel, double... values) {
        TimeAxis axis = TimeAxis.of(START, STEP, values.length);
        bed.bean(SeriesWriter.class).replace(mission, List.of(Series.of(channel, axis, values, null)));
        bed.bean(Evaluation.class).again(mission);
    }

    private static Mission mission(long id) {
        return bed.bean(MissionQueries.class).find(id).orElseThrow();
    }

    private static DerivedSeries derived() {
        return bed.bean(DerivedSeries.class);
    }

    private static void add(long mission, String definition) {
        derived().add(mission(mission), definition, false, "tech");
    }

    /** Whoever looks at the judgement has it made anew where something has changed. */
    private static JudgementDocument judgement(long mission) {
        return bed.bean(Evaluation.class).judgement(mission(mission)).orElseThrow();
    }

    private static Series series(long mission, String label) {
        judgement(mission);
        return bed.bean(SeriesStore.class).load(mission(mission)).stream()
                .filter(s -> s.label().equals(label))
                .findFirst()
                .orElseThrow();
    }

    private static double[] values(long mission, String label) {
        Series s = series(mission, label);
        return s.values(0, s.count());
    }

    private static final String MEAN = "{\"name\": \"Calm\", \"movingMean\": {\"channel\": \"Air\", \"samples\": 3}}";

    @Test
    void a_mean_kinetic_temperature_is_told_once_somebody_asks_for_it() {
        add(one, MEAN);
        assertThat(derived().kinetic(one)).isFalse();
        add(one, "{\"name\": \"Kinetic\", \"rollingMkt\": {\"channel\": \"Air\", \"window\": \"PT1H\"}}");
        assertThat(derived().kinetic(one)).isTrue();
    }

    @Test
    void one_that_has_a_value_a_sample_lies_on_the_samples_of_what_it_follows_from() {
        add(one, MEAN);
        double[] calm = values(one, "Calm");
        assertThat(Arrays.copyOf(calm, 2)).containsOnly(Double.NaN);
        assertThat(calm[2]).isCloseTo(13, within(1e-9));
        assertThat(calm[3]).isCloseTo(13, within(1e-9));
        assertThat(calm[11]).isCloseTo(8, within(1e-9));
        assertThat(bed.bean(SeriesStore.class).tables(mission(one)))
                .hasSize(1)
                .first()
                .satisfies(t -> {
                    assertThat(t.labels()).containsExactly("Air", "Calm");
                    assertThat(t.recorded()).isEqualTo(1);
                });
        assertThat(judgement(one).series())
                .extracting(JudgementDocument.Channel::channel)
                .containsExactly("Air", "Calm");
        assertThat(judgement(one).series().get(1).max()).isCloseTo(13, within(1e-9));
        // what it lacks is no gap of what was recorded
        assertThat(judgement(one).coverage()).isEqualTo(100);
        Chart.Window window = bed.bean(Chart.class)
                .window(
                        mission(one),
                        START.toEpochMilli(),
                        START.plus(STEP.multipliedBy(12)).toEpochMilli(),
                        300,
                        ShownUnits.RECORDED);
        assertThat(window.lines()).extracting(Chart.Line::label).containsExactly("Air", "Calm");
        assertThat(window.groups()).hasSize(1);
        assertThat(bed.bean(SeriesStore.class).recorded(mission(one))).hasSize(1);
    }

    @Test
    void one_of_windows_holds_through_each_and_ends_where_nothing_follows() {
        add(
                one,
                "{\"name\": \"Hours\", \"blockMean\": {\"channel\": \"Air\", \"window\": \"PT1H\", \"anchor\": \"start\"}}");
        Series hours = series(one, "Hours");
        assertThat(hours.axis().events()).isTrue();
        assertThat(hours.values(0, 2)).containsExactly(new double[] {11, 8}, within(1e-9));
        assertThat(hours.axis().instantAt(1)).isEqualTo(START.plusSeconds(3_600));
        assertThat(hours.axis().end()).isEqualTo(START.plusSeconds(7_200));
    }

    @Test
    void it_is_made_anew_when_what_it_follows_from_changes() {
        add(one, MEAN);
        assertThat(values(one, "Calm")[4]).isCloseTo(12, within(1e-9));
        bed.bean(JudgedRecords.class)
                .exclude(
                        mission(one),
                        Exclusion.Kind.NOT_VALID,
                        START.plus(STEP.multipliedBy(4)),
                        START.plus(STEP.multipliedBy(5)),
                        "a hand on the probe",
                        "review");
        double[] calm = values(one, "Calm");
        assertThat(Arrays.copyOfRange(calm, 4, 7)).containsOnly(Double.NaN);
        assertThat(calm[7]).isCloseTo(8, within(1e-9));
        // more samples came
        bed.bean(SeriesWriter.class)
                .store(
                        one,
                        List.of(new SeriesPart(
                                AIR,
                                12,
                                TimeAxis.of(START.plus(STEP.multipliedBy(12)), STEP, 2),
                                new double[] {11, 14},
                                null)));
        bed.bean(MissionVersion.class).recordChanged(one);
        assertThat(values(one, "Calm")).hasSize(14);
        assertThat(values(one, "Calm")[13]).isCloseTo(11, within(1e-9));
    }

    @Test
    void a_channel_of_another_mission_can_be_taken_from_one_and_follows_it() {
        add(
                one,
                "{\"name\": \"Warmer\", \"difference\": {\"channel\": \"Air\", \"minus\": \""
                        + DerivedSeries.nameOf(other, "Air") + "\"}}");
        double[] warmer = values(one, "Warmer");
        assertThat(Arrays.copyOf(warmer, 6)).containsExactly(new double[] {9, 10, 14, 6, 4, 2}, within(1e-9));
        assertThat(Arrays.copyOfRange(warmer, 6, 12)).containsOnly(Double.NaN);
        assertThat(derived().others(mission(one)))
                .extracting(DerivedSeries.Other::name)
                .contains(DerivedSeries.nameOf(other, "Air"));
        bed.bean(JudgedRecords.class)
                .exclude(
                        mission(other),
                        Exclusion.Kind.NOT_VALID,
                        START,
                        START.plus(STEP),
                        "it lay in the sun",
                        "review");
        assertThat(values(one, "Warmer")[0]).isNaN();
        assertThat(values(one, "Warmer")[1]).isCloseTo(10, within(1e-9));
    }

    @Test
    void each_may_follow_from_the_others_and_one_that_cannot_be_says_why_and_stops_none() {
        // the second is there before what it follows from
        add(one, "{\"name\": \"Steps\", \"rate\": {\"channel\": \"Calm\", \"per\": \"PT10M\"}}");
        assertThat(derived().of(one).get(0).note()).isNull();
        judgement(one);
        assertThat(derived().of(one).get(0).note()).contains("“Calm”, which does not exist");
        add(one, MEAN);
        assertThat(values(one, "Steps")[3]).isCloseTo(0, within(1e-9));
        assertThat(derived().of(one)).extracting(DerivedSeries.Kept::note).containsOnlyNulls();
        assertThatThrownBy(() -> derived()
                        .tried(mission(one), bed.bean(SeriesStore.class).recorded(mission(one)), MEAN))
                .isInstanceOf(DerivedSeries.ImpossibleException.class)
                .hasMessageContaining("Two series are named “Calm”");
        assertThatThrownBy(() -> add(one, "{\"name\": \"x\", \"movingMean\": {\"channel\": \"Air\"}}"))
                .hasMessageContaining("samples");
    }

    @Test
    void a_level_says_what_its_barometer_does_not_cover() {
        store(one, PRESSURE, 121.325, 121.325, 121.325, 121.325, 121.325, 121.325, 121.325, 121.325);
        store(other, Channel.of("Air pressure", "kPa"), 101.325, 101.325, 101.325, 101.325, 101.325);
        add(
                one,
                "{\"name\": \"Level\", \"level\": {\"pressure\": \"Pressure\", \"barometer\": \""
                        + DerivedSeries.nameOf(other, "Air pressure")
                        + "\", \"density\": 1025, \"uncovered\": \"empty\"}}");
        double[] level = values(one, "Level");
        // from the published table: 20 kPa of salt water
        assertThat(level[0]).isCloseTo(1.989690, within(5e-7));
        assertThat(Arrays.copyOfRange(level, 5, 8)).containsOnly(Double.NaN);
        assertThat(derived().of(one).get(0).note()).contains("3 samples are left empty");
        assertThat(derived().of(one).get(0).words())
                .isEqualTo("(Pressure − " + DerivedSeries.nameOf(other, "Air pressure")
                        + ") / (1025 kg/m³ · 9.80665 m/s²)");
    }

    @Test
    void what_is_removed_is_gone_and_can_be_had_again() {
        add(one, MEAN);
        long id = derived().of(one).get(0).id();
        assertThatThrownBy(() -> derived().remove(mission(other), id, "tech")).isInstanceOf(TooLateException.class);
        derived().remove(mission(one), id, "tech");
        assertThatThrownBy(() -> derived().remove(mission(one), id, "tech")).isInstanceOf(TooLateException.class);
        judgement(one);
        assertThat(bed.bean(SeriesStore.class).load(mission(one))).hasSize(1);
        derived().restore(mission(one), id, "tech");
        assertThat(values(one, "Calm")).hasSize(12);
    }

    @Test
    void the_dialog_shows_what_will_come_and_keeps_it() {
        try (BrowserContext context = bed.browser().newContext()) {
            Page page = TestBed.signedIn(context, bed.address);
            // a way that is sent empty was not chosen
            APIResponse empty = page.request().get(bed.address + "/missions/" + one + "/derived/fields?kind=");
            assertThat(empty.status()).isEqualTo(200);
            assertThat(empty.text()).contains("name=\"samples\"");
            page.navigate(bed.address + "/missions/" + one + "/derived");
            page.selectOption("#kind", "BLOCK_MAX");
            page.selectOption("#channel", "Air");
            page.fill("#window", "30 min");
            page.locator("label.pick:has-text('with the first sample')").click();
            Locator preview = page.locator("#preview");
            PlaywrightAssertions.assertThat(preview)
                    .containsText("maximum of Air over each 30 min from the first sample on");
            PlaywrightAssertions.assertThat(preview).containsText("8.00 … 17.00 °C · 4 values");
            Axe.check(page);
            // another way keeps what both ask for
            page.selectOption("#kind", "BLOCK_MEAN");
            PlaywrightAssertions.assertThat(preview).containsText("mean of Air over each 30 min");
            PlaywrightAssertions.assertThat(page.locator("#window")).hasValue("30 min");
            page.fill("#window", "half an hour");
            page.locator("#plan-form .btn-primary").click();
            PlaywrightAssertions.assertThat(page.locator("#window.is-wrong")).hasCount(1);
            PlaywrightAssertions.assertThat(page.locator("#channel")).hasValue("Air");
            page.fill("#window", "30 min");
            page.locator("#plan-form .btn-primary").click();
            PlaywrightAssertions.assertThat(page.locator("table.wide")).containsText("Air, mean of 30 min");
            assertThat(values(one, "Air, mean of 30 min")).hasSize(4);
            page.locator("table.wide button:has-text('Remove')").click();
            page.locator("button:has-text('Undo')").click();
            PlaywrightAssertions.assertThat(page.locator("table.wide")).containsText("Air, mean of 30 min");
            page.navigate(bed.address + "/missions/" + one);
            PlaywrightAssertions.assertThat(page.locator("#legend")).containsText("Air, mean of 30 min");
        }
    }

    @Test
    void what_is_wrong_with_one_that_was_typed_is_said_without_a_place_in_a_document() {
        assertThatThrownBy(
                        () -> DerivedSeries.wordsOf(
                                "{\"name\": \"Level\", \"level\": {\"pressure\": \"P\", \"barometer\": \"B\", \"density\": -3, \"uncovered\": \"empty\"}}"))
                .isInstanceOf(DerivedSeries.ImpossibleException.class)
                .hasMessage("Density and gravity are above 0");
    }
}
