package org.pelerin.core.judge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.ClockCorrection;
import org.pelerin.core.series.ListedAxis;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.threeten.extra.Interval;

class JudgeTest {

    private static final Instant START = Instant.parse("2026-03-03T22:00:00Z");
    private static final double GAP = Double.NaN;

    private static Series air(double... values) {
        return Series.of(
                Channel.of("Air", "°C"), TimeAxis.of(START, Duration.ofMinutes(10), values.length), values, null);
    }

    private static Judgement judge(Rule rule, double... values) {
        return Judge.judge(JudgedRecord.of(List.of(air(values))), new Limits("test", List.of(rule)));
    }

    private static Rule above(double limit, Lasting lasting) {
        return Rule.of("warm", "Air", new Bound.Above(limit), lasting);
    }

    private static Instant minute(int m) {
        return START.plus(Duration.ofMinutes(m));
    }

    @Test
    void a_run_lasts_from_its_first_sample_to_the_first_one_back_in() {
        Judgement j = judge(above(14, Lasting.ANY), 12, 15, 17, 16, 13, 12);
        assertThat(j.verdict()).isEqualTo(Verdict.EXCURSIONS);
        ValueExcursion e = j.ofValues().get(0);
        assertThat(e.span().getStart()).isEqualTo(minute(10));
        assertThat(e.span().getEnd()).isEqualTo(minute(40));
        assertThat(e.duration()).isEqualTo(Duration.ofMinutes(30));
        assertThat(e.samples()).isEqualTo(3);
        assertThat(e.alarmAt()).isEqualTo(minute(10));
        assertThat(e.peak()).isEqualTo(17);
        assertThat(e.peakAt()).isEqualTo(minute(20));
        assertThat(e.mean()).isEqualTo(16);
        // (1 + 3 + 2) °C for a sixth of an hour each
        assertThat(e.area()).isCloseTo(1.0, within(1e-12));
        assertThat(e.openAtStart()).isFalse();
        assertThat(e.openAtEnd()).isFalse();
    }

    @Test
    void an_allowance_adds_all_runs_and_is_passed_inside_one() {
        Rule rule = above(14, Lasting.allowance(Duration.ofMinutes(35)));
        // 20 minutes and 20 minutes: the 35th minute out is the 15th of the second run
        Judgement j = judge(rule, 12, 15, 16, 12, 12, 18, 15, 12);
        assertThat(j.ofValues()).hasSize(1);
        ValueExcursion e = j.ofValues().get(0);
        assertThat(e.alarmAt()).isEqualTo(minute(50).plus(Duration.ofMinutes(15)));
        assertThat(e.span().getStart()).isEqualTo(minute(10));
        assertThat(e.span().getEnd()).isEqualTo(minute(70));
        assertThat(e.duration()).isEqualTo(Duration.ofMinutes(40));
        assertThat(e.pieces()).hasSize(2);
        assertThat(e.samples()).isEqualTo(4);
        assertThat(e.peak()).isEqualTo(18);
        // (15 + 16 + 18 + 15) / 4
        assertThat(e.mean()).isCloseTo(16, within(1e-12));
        assertThat(e.area()).isCloseTo((1 + 2 + 4 + 1) / 6.0, within(1e-12));
        assertThat(e.direction()).isEqualTo(Direction.ABOVE);
        assertThat(judge(above(14, Lasting.allowance(Duration.ofMinutes(40))), 12, 15, 16, 12, 12, 18, 15, 12)
                        .ofValues())
                .isEmpty();
    }

    @Test
    void an_allowance_used_up_at_a_run_s_end_is_passed_at_the_start_of_the_next() {
        Judgement j = judge(above(14, Lasting.allowance(Duration.ofMinutes(20))), 15, 15, 12, 12, 15, 12);
        assertThat(j.ofValues().get(0).alarmAt()).isEqualTo(minute(40));
        assertThat(j.ofValues().get(0).openAtStart()).isTrue();
    }

    @Test
    void an_allowance_on_both_sides_adds_both() {
        Rule both = Rule.of("budget", "Air", new Bound.Outside(10, 14), Lasting.allowance(Duration.ofMinutes(25)));
        Judgement j = judge(both, 12, 15, 9, 4, 12, 12);
        ValueExcursion e = j.ofValues().get(0);
        assertThat(e.direction()).isEqualTo(Direction.OUTSIDE);
        assertThat(e.duration()).isEqualTo(Duration.ofMinutes(30));
        // 6 below is farther than 1 above
        assertThat(e.peak()).isEqualTo(4);
        assertThat(both.limitOf(e)).isEqualTo(10);
        assertThat(e.alarmAt()).isEqualTo(minute(35));
    }

    @Test
    void a_value_equal_to_the_limit_is_in() {
        assertThat(judge(above(14, Lasting.ANY), 14, 14, 14).verdict()).isEqualTo(Verdict.WITHIN);
        Rule cold = Rule.of("cold", "Air", new Bound.Below(10), Lasting.ANY);
        assertThat(judge(cold, 10, 10, 10).verdict()).isEqualTo(Verdict.WITHIN);
        assertThat(judge(cold, 10, Math.nextDown(10), 10).verdict()).isEqualTo(Verdict.EXCURSIONS);
    }

    @Test
    void a_delay_counts_only_what_lasts_strictly_longer() {
        Rule rule = above(14, Lasting.delay(Duration.ofMinutes(30)));
        assertThat(judge(rule, 12, 15, 15, 15, 12).ofValues()).isEmpty();
        Judgement j = judge(rule, 12, 15, 15, 15, 15, 12);
        assertThat(j.ofValues()).hasSize(1);
        assertThat(j.ofValues().get(0).alarmAt()).isEqualTo(minute(40));
    }

    @Test
    void samples_count_and_alarm_at_the_nth() {
        Rule rule = above(14, Lasting.samples(3));
        assertThat(judge(rule, 12, 15, 15, 12).ofValues()).isEmpty();
        assertThat(judge(rule, 12, 15, 15, 15, 12).ofValues().get(0).alarmAt()).isEqualTo(minute(30));
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void a_delay_and_its_number_of_samples_agree_on_the_runs(long seed) {
        Random random = new Random(seed);
        double[] values = new double[9_000];
        double v = 12;
        for (int i = 0; i < values.length; i++) {
            v += random.nextGaussian() * 0.8 + (12 - v) * 0.1;
            values[i] = random.nextInt(60) == 0 ? GAP : v;
        }
        Duration delay = Duration.ofMinutes(10 * (1 + seed));
        Rule byDelay = above(13, Lasting.delay(delay)).withBridge(Duration.ZERO);
        Rule bySamples =
                above(13, Lasting.samples((int) (delay.toMinutes() / 10) + 1)).withBridge(Duration.ZERO);
        List<ValueExcursion> a = judge(byDelay, values).ofValues();
        List<ValueExcursion> b = judge(bySamples, values).ofValues();
        assertThat(a)
                .isNotEmpty()
                .extracting(ValueExcursion::span)
                .isEqualTo(b.stream().map(ValueExcursion::span).toList());
    }

    @Test
    void with_clearance_a_run_ends_only_well_inside() {
        Rule rule = above(14, Lasting.ANY).withClearance(0.5);
        Judgement j = judge(rule, 12, 15, 13.8, 13.6, 13.5, 12);
        ValueExcursion e = j.ofValues().get(0);
        assertThat(e.duration()).isEqualTo(Duration.ofMinutes(30));
        assertThat(e.samples()).isEqualTo(3);
        // held samples add nothing to the area
        assertThat(e.area()).isCloseTo(1.0 / 6, within(1e-12));
    }

    @Test
    void rounding_of_a_computed_release_makes_no_run_longer() {
        // 14.3 − 0.1 is 14.200000000000001: a sample of 14.2 is at the release, not short of it
        Rule rule = above(14.3, Lasting.ANY).withClearance(0.1);
        assertThat(judge(rule, 14.4, 14.2, 12).ofValues().get(0).samples()).isEqualTo(1);
        Rule cold = Rule.of("cold", "Air", new Bound.Below(2.8), Lasting.ANY).withClearance(0.3);
        assertThat(judge(cold, 2.7, 3.1, 5).ofValues().get(0).samples()).isEqualTo(1);
    }

    @Test
    void a_run_goes_through_a_gap_no_longer_than_the_bridge() {
        Rule rule = above(14, Lasting.ANY).withBridge(Duration.ofMinutes(20));
        ValueExcursion e = judge(rule, 12, 15, GAP, GAP, 16, 12).ofValues().get(0);
        assertThat(e.duration()).isEqualTo(Duration.ofMinutes(40));
        assertThat(e.unobserved()).isEqualTo(Duration.ofMinutes(20));
        assertThat(e.samples()).isEqualTo(2);
        assertThat(e.area()).isCloseTo((1 + 2) / 6.0, within(1e-12));
        assertThat(e.mean()).isEqualTo(15.5);
    }

    @Test
    void a_longer_gap_ends_it_where_the_last_sample_stops_standing() {
        Rule rule = above(14, Lasting.ANY).withBridge(Duration.ofMinutes(19));
        List<ValueExcursion> found = judge(rule, 12, 15, GAP, GAP, 16, 12).ofValues();
        assertThat(found).extracting(x -> x.span().getEnd()).containsExactly(minute(20), minute(50));
        assertThat(found).allMatch(x -> x.unobserved().isZero());
    }

    @Test
    void a_gap_before_an_inside_sample_is_no_part_of_the_run() {
        ValueExcursion e =
                judge(above(14, Lasting.ANY), 12, 15, GAP, 13, 12).ofValues().get(0);
        assertThat(e.span().getEnd()).isEqualTo(minute(20));
    }

    @Test
    void a_run_can_be_open_at_either_edge_of_what_was_judged() {
        List<ValueExcursion> found =
                judge(above(14, Lasting.ANY), GAP, 15, 12, 16, GAP).ofValues();
        assertThat(found.get(0).openAtStart()).isTrue();
        assertThat(found.get(0).openAtEnd()).isFalse();
        assertThat(found.get(1).openAtEnd()).isTrue();
        assertThat(found.get(1).span().getEnd()).isEqualTo(minute(40));
    }

    @Test
    void both_sides_make_runs_of_their_own() {
        Rule rule = Rule.of("band", "Air", new Bound.Outside(10, 14), Lasting.ANY);
        List<ValueExcursion> found = judge(rule, 15, 9, 8, 12).ofValues();
        assertThat(found).extracting(ValueExcursion::direction).containsExactly(Direction.ABOVE, Direction.BELOW);
        assertThat(found.get(1).peak()).isEqualTo(8);
    }

    @Test
    void the_first_of_equal_peaks_counts() {
        assertThat(judge(above(14, Lasting.ANY), 15, 17, 16, 17)
                        .ofValues()
                        .get(0)
                        .peakAt())
                .isEqualTo(minute(10));
    }

    @Test
    void little_data_is_never_within() {
        double[] values = new double[100];
        for (int i = 0; i < values.length; i++) {
            values[i] = i < 6 ? GAP : 12;
        }
        Judgement j = judge(above(14, Lasting.ANY), values);
        assertThat(j.verdict()).isEqualTo(Verdict.INCONCLUSIVE);
        assertThat(j.coverage()).isEqualTo(94.0);
        values[5] = 12;
        assertThat(judge(above(14, Lasting.ANY), values).verdict()).isEqualTo(Verdict.WITHIN);
        assertThat(judge(above(14, Lasting.ANY), 12).verdict()).isEqualTo(Verdict.INCONCLUSIVE);
        assertThat(Judge.judge(JudgedRecord.of(List.of(air(12, 12))), new Limits("none", List.of()))
                        .verdict())
                .isEqualTo(Verdict.INCONCLUSIVE);
    }

    @Test
    void a_channel_that_is_not_there_is_named() {
        Rule rule = Rule.of("x", "Humidity", new Bound.Above(97), Lasting.ANY);
        Judgement j = judge(rule, 12, 12, 12);
        assertThat(j.verdict()).isEqualTo(Verdict.INCONCLUSIVE);
        assertThat(j.reasons()).anyMatch(r -> r.contains("Humidity"));
    }

    @ParameterizedTest
    @ValueSource(longs = {21, 22, 23, 24})
    void skipping_blocks_changes_nothing(long seed) {
        Random random = new Random(seed);
        double[] values = new double[30_000];
        for (int i = 0; i < values.length; i++) {
            boolean outing = i % 7_919 < 40;
            values[i] = random.nextInt(500) == 0 ? GAP : 12 + random.nextDouble() + (outing ? 3 : 0);
        }
        List<ValueExcursion> found =
                judge(above(14, Lasting.ANY).withBridge(Duration.ZERO), values).ofValues();
        assertThat(found).extracting(e -> e.span().getStart()).isEqualTo(startsByHand(values));
    }

    /** Runs found the plain way: out, and the sample before not. */
    private static List<Instant> startsByHand(double[] values) {
        List<Instant> out = new ArrayList<>();
        for (int i = 0; i < values.length; i++) {
            if (values[i] > 14 && (i == 0 || !(values[i - 1] > 14))) {
                out.add(minute(10 * i));
            }
        }
        return out;
    }

    @Test
    void impossible_rules_are_refused() {
        assertThatThrownBy(() -> new Bound.Outside(14, 10)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Bound.Above(Double.NaN)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Lasting.delay(Duration.ofMinutes(-1))).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> above(14, Lasting.ANY).withClearance(-1)).isInstanceOf(IllegalArgumentException.class);
        Rule rule = above(14, Lasting.ANY);
        assertThatThrownBy(() -> new Limits("two", List.of(rule, rule))).hasMessageContaining("warm");
    }

    @Test
    void coverage_is_asked_of_each_channel_by_its_own_rule_else_the_common_one_else_95_per_cent() {
        // of 20 rows the air lacks two, another two of them the water: 90 % each, 80 % of both together
        double[] air = new double[20];
        double[] water = new double[20];
        air[3] = air[4] = water[7] = water[8] = GAP;
        TimeAxis axis = TimeAxis.of(START, Duration.ofMinutes(10), 20);
        JudgedRecord r = JudgedRecord.of(List.of(
                Series.of(Channel.of("Air", "°C"), axis, air, null),
                Series.of(Channel.of("Water", "°C"), axis, water, null)));
        List<Rule> rules = List.of(
                Rule.of("a", "Air", new Bound.Above(14), Lasting.ANY),
                Rule.of("w", "Water", new Bound.Above(14), Lasting.ANY));
        assertThat(verdict(r, rules)).isEqualTo(Verdict.INCONCLUSIVE);
        // each holds 88 %, though both together do not
        assertThat(verdict(r, rules, needs(null, 88))).isEqualTo(Verdict.WITHIN);
        assertThat(verdict(r, rules, needs("Air", 88))).isEqualTo(Verdict.INCONCLUSIVE);
        assertThat(verdict(r, rules, needs("Air", 88), needs("Water", 88))).isEqualTo(Verdict.WITHIN);
        // its own goes before the common one
        assertThat(verdict(r, rules, needs(null, 99), needs("Air", 88), needs("Water", 88)))
                .isEqualTo(Verdict.WITHIN);
        // and a channel that no rule of values looks at keeps nothing from a verdict
        assertThat(verdict(r, rules.subList(0, 1), needs("Air", 88), needs("Water", 99)))
                .isEqualTo(Verdict.WITHIN);
    }

    private static Verdict verdict(JudgedRecord r, List<Rule> rules, GapRule... gaps) {
        return Judge.judge(r, new Limits("x", rules, List.of(gaps))).verdict();
    }

    private static GapRule needs(String channel, double percent) {
        return new GapRule(channel + " " + percent, channel, null, percent, Severity.MAJOR);
    }

    @Test
    void a_channel_that_begins_later_lacks_what_came_before() {
        // the water begins after 5 of 20 rows: 75 %
        JudgedRecord r = JudgedRecord.of(List.of(
                air(new double[20]),
                Series.of(
                        Channel.of("Water", "°C"),
                        TimeAxis.of(minute(50), Duration.ofMinutes(10), 15),
                        new double[15],
                        null)));
        List<Rule> rules = List.of(
                Rule.of("a", "Air", new Bound.Above(14), Lasting.ANY),
                Rule.of("w", "Water", new Bound.Above(14), Lasting.ANY));
        assertThat(verdict(r, rules)).isEqualTo(Verdict.INCONCLUSIVE);
        assertThat(verdict(r, rules, needs("Water", 75))).isEqualTo(Verdict.WITHIN);
        assertThat(verdict(r, rules, needs("Water", 76))).isEqualTo(Verdict.INCONCLUSIVE);
    }

    @Test
    void a_limit_around_a_nominal_value_is_exact() {
        Bound.Nominal third = new Bound.Nominal(1234567.89012, 0.00001, 12.3456789);
        // 1234567.89012 · 1.0000001 and · 0.876543211, in decimals
        assertThat(third.high()).isEqualTo(1234568.013576789);
        assertThat(third.low()).isEqualTo(1082152.10260328);
        assertThat(new Bound.Nominal(230, 10.0, 10.0).high()).isEqualTo(253);
        assertThat(new Bound.Nominal(-0.3, 10.0, null).high()).isEqualTo(-0.27);
    }

    @Test
    void a_peak_that_is_equal_but_for_rounding_stays_with_the_first() {
        // means of two: 20.05 both times, which rounding makes larger by a unit in the last place the second time
        Rule rule = above(14, Lasting.ANY).on(new Basis.MovingMean(3));
        Judgement j = judge(rule, 12, 20.1, 20.2, 20.3, 20.3, 20.2, 20.1, 20.3, 20.1, 20.2, 12, 12, 12);
        ValueExcursion e = j.ofValues().get(0);
        // 20.2, 20.2666…, then the same sum in another order
        assertThat(e.peakAt()).isEqualTo(minute(40));
    }

    @Test
    void blocks_begin_with_the_judged_time_that_is_given_else_with_the_first_value() {
        // rows from 22:00, the first two without a value; blocks of half an hour
        Basis.Blocks half = new Basis.Blocks(Duration.ofMinutes(30), Basis.Anchor.START, null, 75);
        Rule mean = above(-99, Lasting.ANY).on(new Basis.BlockMean(half));
        Series rows = air(GAP, GAP, 1, 2, 3, 4, 5, 6);
        assertThat(first(JudgedRecord.of(List.of(rows)), mean)).isEqualTo(minute(20));
        Interval given = Interval.of(minute(15), minute(75));
        assertThat(first(JudgedRecord.of(List.of(rows), given, List.of()), mean))
                .isEqualTo(minute(15));
    }

    private static Instant first(JudgedRecord r, Rule rule) {
        return Judge.judge(r, new Limits("x", List.of(rule)))
                .ofValues()
                .get(0)
                .span()
                .getStart();
    }

    @Test
    void a_block_is_open_only_where_it_holds_the_first_or_the_last_value_of_the_record() {
        Basis.Blocks half = new Basis.Blocks(Duration.ofMinutes(30), Basis.Anchor.START, null, 75);
        Rule mean = above(14, Lasting.ANY).on(new Basis.BlockMean(half));
        // the middle block of three is out
        Judgement j = judge(mean, 1, 1, 1, 20, 20, 20, 1, 1, 1);
        assertThat(j.ofValues().get(0).openAtStart()).isFalse();
        assertThat(j.ofValues().get(0).openAtEnd()).isFalse();
        Judgement ends = judge(mean, 20, 20, 20, 1, 1, 1, 20, 20, 20);
        assertThat(ends.ofValues()).extracting(ValueExcursion::openAtStart).containsExactly(true, false);
        assertThat(ends.ofValues()).extracting(ValueExcursion::openAtEnd).containsExactly(false, true);
    }

    @Test
    void an_event_of_no_length_does_not_poison_an_allowance() {
        long minute = 60_000;
        // 2 stands for an hour, 3 for no time at all
        long[] own = {0, 60 * minute, 120 * minute, 120 * minute};
        TimeAxis axis = ListedAxis.events(own, Instant.ofEpochMilli(180 * minute), ClockCorrection.NONE);
        Series s = Series.of(Channel.of("Door", ""), axis, new double[] {0, 2, 3, 0}, null);
        Rule rule = Rule.of("open", "Door", new Bound.Above(0.5), Lasting.allowance(Duration.ofMinutes(30)));
        ValueExcursion e = Judge.judge(JudgedRecord.of(List.of(s)), new Limits("x", List.of(rule)))
                .ofValues()
                .get(0);
        assertThat(e.mean()).isEqualTo(2);
        assertThat(e.peak()).isEqualTo(3);
        assertThat(e.duration()).isEqualTo(Duration.ofHours(1));
        // alone, it is an excursion of no duration with the value that it had
        Series blink = Series.of(Channel.of("Door", ""), axis, new double[] {0, 0, 3, 0}, null);
        ValueExcursion only = Judge.judge(
                        JudgedRecord.of(List.of(blink)),
                        new Limits("x", List.of(Rule.of("open", "Door", new Bound.Above(0.5), Lasting.ANY))))
                .ofValues()
                .get(0);
        assertThat(only.duration()).isZero();
        assertThat(only.mean()).isEqualTo(3);
    }
}
