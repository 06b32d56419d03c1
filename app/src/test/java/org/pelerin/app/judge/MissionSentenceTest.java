package org.pelerin.app.judge;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.app.PlainShow;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Direction;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.judge.Side;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.threeten.extra.Interval;
import tools.jackson.databind.json.JsonMapper;

class MissionSentenceTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");
    private static final Formats SHOW = PlainShow.in(PARIS);
    private static final Limits BAND =
            new Limits("x", List.of(Rule.of("band", "Air", new Bound.Outside(10, 14), Lasting.ANY)));

    private static JudgementDocument document(Limits limits, double... values) {
        TimeAxis axis = TimeAxis.of(Instant.parse("2026-03-03T22:00:00Z"), Duration.ofHours(1), values.length);
        Series air = Series.of(Channel.of("Air", "°C"), axis, values, null);
        return judged(air, limits);
    }

    private static JudgementDocument judged(Series air, Limits limits) {
        return JudgementDocument.of(
                JudgedRecord.of(List.of(air)), limits, PARIS, MeanKineticTemperature.DEFAULT_ENTHALPY);
    }

    private static String sentence(JudgementDocument d, boolean fahrenheit) {
        MissionSentence s =
                MissionSentence.of(d, PARIS, fahrenheit ? ShownUnits.FAHRENHEIT : ShownUnits.RECORDED, SHOW);
        return (s.lead() + s.mark() + s.strong() + s.rest()).replace('\u00a0', ' ');
    }

    @Test
    void the_worst_departure_is_told_not_the_longest() {
        // an hour three degrees above is worse than three hours up to 1.5 below
        assertThat(sentence(document(BAND, 12, 17, 12, 9, 8.5, 9, 12), false))
                .isEqualTo(
                        "Outside limits ▲twice for 4 h in 7 h: “Air” rose to 17.0 °C on Wed 4 Mar, 00:00, limit 14.0.");
    }

    @Test
    void departures_are_counted_and_their_time_added() {
        JudgementDocument d = document(BAND, 12, 15, 12, 9, 8, 9, 12);
        assertThat(sentence(d, false))
                .isEqualTo(
                        "Outside limits ▼twice for 4 h in 7 h: “Air” fell to 8.0 °C on Wed 4 Mar, 03:00, limit 10.0.");
        assertThat(sentence(d, true)).contains("fell to 46.4 °F").contains("limit 50.0");
    }

    @Test
    void what_bridges_hours_without_data_says_so_and_is_never_longer_than_the_record() {
        // two hours without data between two that are out: one departure over all four, two of them unobserved
        JudgementDocument d = document(BAND, 15, Double.NaN, Double.NaN, 15);
        assertThat(d.excursions()).hasSize(1);
        assertThat(d.excursions().get(0).unobserved()).isEqualTo(Duration.ofHours(2));
        assertThat(sentence(d, false)).startsWith("Outside limits ▲once for 4 h, partly without data, in 4 h:");
    }

    @Test
    void what_came_home_agrees_with_the_coverage() {
        // five of seven came home, two of them without a value: three of seven are covered
        assertThat(Completeness.words(5, 7, Map.of("Air", 3L), SHOW))
                .isEqualTo("5 of 7 expected samples, without a value 2 in “Air”");
        assertThat(Completeness.words(3, 3, Map.of("Air", 3L), SHOW)).isEqualTo("3 of 3 expected samples");
    }

    @Test
    void within_always_says_the_coverage() {
        assertThat(sentence(document(BAND, 12, 12, 12), false))
                .isEqualTo("Within limits for 3 h, with samples for 100 % of the time.");
    }

    @Test
    void little_data_is_told_as_such() {
        assertThat(sentence(document(BAND, 12, Double.NaN, 12), false))
                .startsWith("◇Inconclusive")
                .contains("95 %")
                .contains("Coverage 66.7 %");
        assertThat(sentence(document(new Limits("none", List.of()), 12, 12), false))
                .isEqualTo("No limits set: 2 h recorded, with samples for 100 % of the time.");
    }

    @Test
    void a_stored_judgement_comes_back_the_same() {
        JsonMapper json = JsonMapper.builder().build();
        JudgementDocument d = document(BAND, 12, 15, Double.NaN, 9);
        String text = json.writeValueAsString(d);
        assertThat(json.readValue(text, JudgementDocument.class)).isEqualTo(d);
        assertThat(text).contains("\"duration\":\"PT1H\"").contains("\"start\":\"2026-03-03T23:00:00Z\"");
    }

    @Test
    void time_that_several_rules_share_is_counted_once() {
        // three hours above 14, the second of which above 18 too: 3 h out, not 4
        Limits levels = new Limits(
                "x",
                List.of(
                        Rule.of("high", "Air", new Bound.Above(14), Lasting.ANY),
                        Rule.of("high 2", "Air", new Bound.Above(18), Lasting.ANY)));
        JudgementDocument d = document(levels, 12, 15, 19, 15, 12, 12, 12);
        assertThat(d.excursions()).hasSize(2);
        assertThat(sentence(d, false)).startsWith("Outside limits ▲twice for 3 h in 7 h");
    }

    @Test
    void within_says_what_its_limits_allowed() {
        Limits patient = new Limits(
                "x", List.of(Rule.of("band", "Air", new Bound.Outside(10, 14), Lasting.delay(Duration.ofHours(9)))));
        assertThat(sentence(document(patient, 12, 15, 15, 12, 12), false))
                .isEqualTo(
                        "Within limits for 5 h, with samples for 100 % of the time; outside the band for 2 h, no longer than its limits allow.");
        assertThat(sentence(document(patient, 15, 15, 15), false))
                .startsWith("◇Outside its band throughout, 3 h, no longer than its limits allow");
    }

    @Test
    void what_was_left_out_is_no_time_within_limits() {
        // of ten hours the last three are no part of the run
        TimeAxis axis = TimeAxis.of(Instant.parse("2026-03-03T22:00:00Z"), Duration.ofHours(1), 10);
        Series air =
                Series.of(Channel.of("Air", "°C"), axis, new double[] {12, 12, 12, 12, 12, 12, 12, 30, 30, 30}, null);
        Interval carried = Interval.of(axis.instantAt(7), axis.instantAt(9).plus(Duration.ofHours(1)));
        JudgementDocument d = JudgementDocument.of(
                JudgedRecord.of(List.of(air), null, List.of(new Exclusion(carried, Exclusion.Kind.NOT_PART))),
                BAND,
                PARIS,
                83.144);
        assertThat(sentence(d, false)).startsWith("Within limits for 7 h, with samples for 100 %");
    }

    @Test
    void what_a_rule_looks_at_is_named() {
        Limits total = new Limits(
                "x",
                List.of(Rule.of("sum", "Air", new Bound.Above(20), Lasting.ANY)
                        .on(new Basis.Total(
                                new Basis.Blocks(Duration.ofHours(3), Basis.Anchor.START, null, 100),
                                Duration.ofHours(1)))));
        assertThat(sentence(document(total, 10, 10, 10, 1, 1, 1), false))
                .contains(": the total of “Air” rose to 30.0 °C·h on")
                .endsWith("limit 20.0.");
    }

    @Test
    void what_is_missing_is_told_as_missing_and_never_as_a_value() {
        // of 24 hours the fourth and fifth are missing: a gap of 2 h where 1 h is allowed; 22 of 24 are 91.7 %
        double[] day = new double[24];
        Arrays.fill(day, 12);
        day[3] = day[4] = Double.NaN;
        GapRule holes = new GapRule("holes", null, Duration.ofHours(1), 90.0, Severity.MAJOR);
        Limits patient = new Limits("x", BAND.rules(), List.of(holes));
        assertThat(sentence(document(patient, day), false).replace('\u00a0', ' '))
                .isEqualTo(
                        "Without data ◇once for longer than its limits allow: The record for 2 h from Wed 4 Mar, 02:00. No value was outside limits; samples for 91.7 % of the time.");
        // with a value out as well, the values are what it is outside its limits by
        day[10] = 15;
        JudgementDocument both = document(patient, day);
        assertThat(both.excursions()).hasSize(2);
        assertThat(sentence(both, false)).startsWith("Outside limits ▲once for 1 h in 1 d: “Air” rose to 15");
    }

    @Test
    void an_allowance_of_both_sides_is_told_with_both_limits() {
        Limits budget = new Limits(
                "x",
                List.of(Rule.of("budget", "Air", new Bound.Outside(10, 14), Lasting.allowance(Duration.ofHours(1)))));
        TimeAxis axis = TimeAxis.of(Instant.parse("2026-03-03T22:00:00Z"), Duration.ofHours(1), 5);
        Series air = Series.of(Channel.of("Air", "°C"), axis, new double[] {15, 12, 8, 12, 12}, null);
        ExcursionDocument.OfValues e = judged(air, budget).ofValues().get(0);
        assertThat(e.direction()).isEqualTo(Direction.OUTSIDE);
        assertThat(e.duration()).isEqualTo(Duration.ofHours(2));
        assertThat(e.pieces()).hasSize(2);
        assertThat(e.side()).isEqualTo(Side.BELOW);
        assertThat(e.beyond(Unit.CELSIUS.shown(ShownUnits.RECORDED)).replace('\u00a0', ' '))
                .isEqualTo("below 10 or above 14 °C");
    }
}
