package org.pelerin.app.judge.library;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.judge.limits.ReadySets;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.unit.Unit;

/** What a set is, is what its form says of it. */
class LimitsFormTest {

    private static final Limits ALL = new Limits(
            "All of it",
            List.of(
                    Rule.of("plain", "Air", new Bound.Above(14), Lasting.ANY),
                    Rule.of("cold", "T*", new Bound.Below(-18.5), Lasting.delay(Duration.ofMinutes(90)))
                            .in(Unit.CELSIUS)
                            .withClearance(0.2)
                            .withBridge(Duration.ZERO)
                            .withSeverity(Severity.CRITICAL)
                            .latched(true),
                    Rule.of("bridged", "Air", new Bound.Above(1), Lasting.ANY).withBridge(Duration.ofHours(2)),
                    Rule.of("mean", "Air", new Bound.Outside(1, 6), Lasting.samples(3))
                            .on(new Basis.MovingMean(6)),
                    Rule.of("mean3h", "Out", new Bound.Above(28), Lasting.ANY)
                            .on(new Basis.BlockMean(
                                    new Basis.Blocks(Duration.ofHours(3), Basis.Anchor.START, null, 60))),
                    Rule.of("day", "Out", new Bound.Above(120), Lasting.allowance(Duration.ofDays(2)))
                            .on(new Basis.Total(
                                    new Basis.Blocks(
                                            Duration.ofDays(1), Basis.Anchor.CLOCK, ZoneId.of("Europe/Paris"), 90),
                                    Duration.ofMinutes(1))),
                    Rule.of("rate", "Air", new Bound.Above(2), Lasting.ANY).on(new Basis.Rate(Duration.ofHours(1))),
                    Rule.of("volts", "L*", new Bound.Nominal(230, 10.0, null), Lasting.ANY),
                    Rule.of("noise", "Level", new Bound.Above(100), Lasting.ANY)
                            .on(new Basis.Dose(
                                    85,
                                    3,
                                    80,
                                    LocalTime.of(22, 0),
                                    LocalTime.of(6, 30),
                                    EnumSet.of(DayOfWeek.MONDAY, DayOfWeek.FRIDAY),
                                    ZoneId.of("UTC"),
                                    75))),
            List.of(
                    new GapRule("holes", null, Duration.ofHours(2), 95.0, Severity.MAJOR),
                    new GapRule("part", "Air", Duration.ofHours(1), null, Severity.NOTE)));

    @Test
    void nothing_is_lost_between_a_set_and_its_form() {
        LimitsForm.Parsed parsed = LimitsForm.of(1, 1, "All of it", ALL).parse();
        assertThat(parsed.errors()).isEmpty();
        assertThat(parsed.limits()).isEqualTo(ALL);
        assertThat(parsed.sentences()).hasSize(ALL.rules().size() + 2);
    }

    @Test
    void the_sets_to_begin_with_can_be_kept_as_they_are() {
        assertThat(ReadySets.all()).isNotEmpty().allSatisfy(r -> {
            LimitsForm.Parsed parsed =
                    LimitsForm.of(0, 0, r.limits().name(), r.limits()).parse();
            assertThat(parsed.errors()).isEmpty();
            assertThat(parsed.limits()).isEqualTo(r.limits());
        });
    }

    private static RuleForm typed(String channel, String unit, String high) {
        RuleForm f = new RuleForm();
        f.channel = channel;
        f.unit = unit;
        f.high = high;
        return f;
    }

    private static LimitsForm of(RuleForm... rules) {
        LimitsForm f = new LimitsForm();
        f.name = "Typed";
        f.rules.addAll(List.of(rules));
        return f;
    }

    @Test
    void what_is_wrong_is_said_at_its_field_and_the_other_rules_are_read() {
        RuleForm reversed = typed("Air", "°C", "1");
        reversed.low = "6";
        RuleForm both = typed("Air", "°C", "6");
        both.nominal = "5";
        RuleForm lasting = typed("Air", "°C", "6");
        lasting.lasting = "30";
        LimitsForm.Parsed parsed = of(
                        reversed,
                        both,
                        typed("*", "", "6"),
                        lasting,
                        typed("Air", "°C", "six"),
                        typed("", "°C", "6"),
                        typed("Air", "°C", "6"))
                .parse();
        assertThat(parsed.errors())
                .containsKeys(
                        "rules[0].high",
                        "rules[1].nominal",
                        "rules[2].unit",
                        "rules[3].lasting",
                        "rules[4].high",
                        "rules[5].channel");
        assertThat(parsed.sentences()).containsKey(6);
    }

    @Test
    void rules_without_a_name_get_one_and_two_of_one_name_are_refused() {
        RuleForm low = typed("Air", "°C", "");
        low.low = "1";
        LimitsForm.Parsed parsed = of(typed("Air", "°C", "6"), low, typed("Air", "°C", "9"), new RuleForm())
                .parse();
        assertThat(parsed.limits().rules()).extracting(Rule::id).containsExactly("Air high", "Air low", "Air high 2");
        RuleForm one = typed("Air", "°C", "6");
        RuleForm other = typed("Air", "°C", "7");
        one.id = "warm";
        other.id = "warm";
        assertThat(of(one, other).parse().errors()).containsEntry("rules[1].id", "Another rule is named “warm”");
    }

    @Test
    void what_was_sent_without_a_value_is_as_it_is_at_first() {
        RuleForm bare = typed("Air", "°C", "6");
        bare.kind = null;
        bare.severity = null;
        bare.days = null;
        assertThat(of(bare).parse().limits().rules().get(0).severity()).isEqualTo(Severity.MAJOR);
    }
}
