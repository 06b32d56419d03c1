package org.pelerin.core.judge;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.Unit;

/** One set of limits on records of different loggers. */
class LimitsOnTest {

    private static final List<Channel> CHANNELS = List.of(
            Channel.of("T1", "°C"), Channel.of("T2", "°F"), Channel.of("Humidity", "%RH"), Channel.of("T*", "V"));

    private static Limits of(Rule... rules) {
        return new Limits("set", List.of(rules));
    }

    private static Rule cold(String channel) {
        return Rule.of("cold", channel, new Bound.Outside(1, 6), Lasting.ANY).in(Unit.CELSIUS);
    }

    @Test
    void a_pattern_makes_a_rule_for_each_channel_of_its_quantity_in_that_channels_unit() {
        List<Rule> rules =
                of(cold("*").withClearance(0.5)).on(CHANNELS, List.of()).rules();
        assertThat(rules).extracting(Rule::id).containsExactly("cold: T1", "cold: T2");
        assertThat(rules.get(0).bound()).isEqualTo(new Bound.Outside(1, 6));
        // 1 °C is 33.8 °F, 6 °C is 42.8 °F; half a degree is 0.9 °F
        assertThat(rules.get(1).bound()).isEqualTo(new Bound.Outside(33.8, 42.8));
        assertThat(rules.get(1).clearance()).isEqualTo(0.9);
    }

    @Test
    void channels_that_no_rule_is_for_are_told_those_of_another_quantity_too() {
        List<String> labels = CHANNELS.stream().map(Channel::label).toList();
        assertThat(of(cold("*")).on(CHANNELS, List.of()).unlimited(labels)).containsExactly("Humidity", "T*");
        assertThat(of(cold("T2")).on(CHANNELS, List.of()).unlimited(labels)).containsExactly("T1", "Humidity", "T*");
        assertThat(of().on(CHANNELS, List.of()).unlimited(labels)).isEqualTo(labels);
    }

    @Test
    void a_label_written_just_like_the_pattern_is_the_one_that_is_meant() {
        Rule volts = Rule.of("v", "T*", new Bound.Above(5), Lasting.ANY);
        assertThat(of(volts).on(CHANNELS, List.of()).rules()).containsExactly(volts);
        assertThat(new ChannelPattern("T*").names("T12")).isTrue();
        assertThat(new ChannelPattern("*.air").names("xair")).isFalse();
        assertThat(new ChannelPattern("*a*").names("Vault")).isTrue();
    }

    @Test
    void fitted_once_it_stays_as_it_is() {
        Rule rate = Rule.of("rate", "T1", new Bound.Above(2), Lasting.ANY)
                .on(new Basis.Rate(Duration.ofHours(1)))
                .in(Unit.CELSIUS);
        Limits once = of(cold("*"), rate).on(List.of(Channel.of("T1", "°C")), List.of());
        assertThat(once.on(List.of(Channel.of("T1", "°C")), List.of())).isEqualTo(once);
    }

    @Test
    void a_rate_and_a_total_are_converted_without_the_scale_s_zero() {
        Rule rate = Rule.of("rate", "T2", new Bound.Above(2), Lasting.ANY)
                .on(new Basis.Rate(Duration.ofHours(1)))
                .in(Unit.CELSIUS);
        assertThat(of(rate).on(CHANNELS, List.of()).rules().get(0).bound()).isEqualTo(new Bound.Above(3.6));
        Basis.Blocks day = new Basis.Blocks(Duration.ofDays(1), Basis.Anchor.START, null, 100);
        Rule total = Rule.of("sum", "T2", new Bound.Above(2), Lasting.ANY)
                .on(new Basis.Total(day, Duration.ofHours(1)))
                .in(Unit.CELSIUS);
        assertThat(of(total).on(CHANNELS, List.of()).rules().get(0).bound()).isEqualTo(new Bound.Above(3.6));
    }

    @Test
    void a_rule_that_fits_nothing_leaves_no_verdict() {
        Series humid = Series.of(
                Channel.of("Air", "%RH"),
                TimeAxis.of(Instant.parse("2026-03-01T00:00:00Z"), Duration.ofMinutes(10), 3),
                new double[] {50, 51, 52},
                null);
        Judgement j = Judge.judge(JudgedRecord.of(List.of(humid)), of(cold("Air")));
        assertThat(j.verdict()).isEqualTo(Verdict.INCONCLUSIVE);
        assertThat(j.reasons()).containsExactly("the record has no channel “Air, in °C”, which “cold” looks at");
        assertThat(Judge.judge(JudgedRecord.of(List.of(humid)), of(cold("T*"))).reasons())
                .containsExactly("the record has no channel “T*”, which “cold” looks at");
    }

    @Test
    void what_is_for_every_channel_of_a_unit_is_not_for_a_record_without_one() {
        Rule flow = Rule.of("flow", "*", new Bound.Above(9), Lasting.ANY).in(Unit.of("l/s"));
        List<Channel> air = List.of(Channel.of("Air", "°C"));
        assertThat(of(cold("*"), flow).on(air, List.of()).rules())
                .extracting(Rule::id)
                .containsExactly("cold: Air");
        // of nothing at all no verdict follows
        assertThat(of(flow).on(air, List.of()).rules())
                .extracting(Rule::channel)
                .containsExactly("*, in l/s");
    }

    @Test
    void what_is_derived_is_named_by_its_own_name_only() {
        List<Channel> air = List.of(Channel.of("Air", "°C"));
        List<Channel> dew = List.of(Channel.of("Dew point", "°C"));
        assertThat(of(cold("*")).on(air, dew).rules()).extracting(Rule::channel).containsExactly("Air");
        assertThat(of(cold("Dew point")).on(air, dew).rules())
                .extracting(Rule::channel)
                .containsExactly("Dew point");
    }

    @Test
    void an_id_that_is_made_gives_way_to_one_that_is_written() {
        Rule written = Rule.of("cold: T1", "T1", new Bound.Above(9), Lasting.ANY);
        assertThat(of(cold("T1*"), written).on(CHANNELS, List.of()).rules())
                .extracting(Rule::id)
                .containsExactly("cold: T1 2", "cold: T1");
        assertThat(of(written).with(written).rules()).extracting(Rule::id).containsExactly("cold: T1", "cold: T1 2");
    }

    @Test
    void a_gap_rule_looks_at_each_channel_that_its_pattern_names() {
        GapRule gap = new GapRule("holes", "T*", Duration.ofHours(2), null, Severity.MINOR);
        Limits fitted = new Limits("set", List.of(), List.of(gap))
                .on(List.of(Channel.of("T1", "°C"), Channel.of("T2", "°F"), Channel.of("Air", "°C")), List.of());
        assertThat(fitted.gapRules()).extracting(GapRule::id).containsExactly("holes: T1", "holes: T2");
    }
}
