package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.util.EnumSet;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.unit.Unit;

class RuleTextTest {

    private static String of(Rule rule) {
        return RuleText.of(rule).replace('\u00a0', ' ');
    }

    @Test
    void a_rule_on_values() {
        Rule cold = Rule.of("cold", "*", new Bound.Outside(1, 6), Lasting.delay(Duration.ofHours(1)))
                .in(Unit.CELSIUS);
        assertThat(of(cold))
                .isEqualTo("Each channel in °C may not be below 1 or above 6 °C for longer than 1 h; severity major.");
        assertThat(of(cold.withClearance(0.5).withSeverity(Severity.CRITICAL).latched(true)))
                .isEqualTo(
                        "Each channel in °C may not be below 1 or above 6 °C for longer than 1 h, hysteresis 0.5 °C; severity critical, latched until acknowledged.");
        assertThat(of(Rule.of("v", "L*", new Bound.Nominal(230, 10.0, 10.0), Lasting.ANY)
                        .in(Unit.of("V"))
                        .withBridge(Duration.ZERO)))
                .isEqualTo(
                        "Each channel in V named “L*” may not be below 207 or above 253 V (230 V + 10 %, − 10 %) at once, gaps are not ignored; severity major.");
    }

    @Test
    void rules_on_what_is_computed_say_of_what() {
        Basis.Blocks start = new Basis.Blocks(Duration.ofHours(3), Basis.Anchor.START, null, 75);
        assertThat(of(Rule.of("m", "Discharge", new Bound.Above(28), Lasting.ANY)
                        .on(new Basis.BlockMean(start))
                        .in(Unit.CELSIUS)))
                .isEqualTo(
                        "The mean of “Discharge” over each 3 h from its first sample on may not be above 28 °C at once; severity major.");
        Basis.Blocks clock = new Basis.Blocks(Duration.ofDays(1), Basis.Anchor.CLOCK, null, 100);
        assertThat(of(Rule.of("d", "Outflow", new Bound.Above(120), Lasting.ANY)
                        .on(new Basis.Total(clock, Duration.ofMinutes(1)))
                        .in(Unit.of("l/min"))))
                .startsWith(
                        "The total of “Outflow” in each 1 d by the clock of its site may not be above 120 l at once");
        assertThat(of(Rule.of("r", "Air", new Bound.Above(2), Lasting.samples(2))
                        .on(new Basis.Rate(Duration.ofHours(1)))
                        .in(Unit.CELSIUS)))
                .startsWith("The change of “Air” in 1 h may not be above 2 °C/h in 2 samples in a row");
        assertThat(of(Rule.of("n", "Level", new Bound.Above(100), Lasting.ANY)
                        .on(new Basis.Dose(
                                85,
                                3,
                                80,
                                LocalTime.of(6, 0),
                                LocalTime.of(14, 0),
                                EnumSet.of(DayOfWeek.MONDAY, DayOfWeek.FRIDAY),
                                null,
                                75))))
                .startsWith(
                        "The noise dose of “Level” in a shift from 06:00 to 14:00, Mon Fri (criterion level 85 dB for 8 h, exchange rate 3 dB, threshold 80 dB) may not be above 100");
    }

    @Test
    void a_rule_on_gaps() {
        assertThat(RuleText.of(new GapRule("g", null, Duration.ofHours(2), 95.0, Severity.MINOR))
                        .replace('\u00a0', ' '))
                .isEqualTo(
                        "No gap of the record may be longer than 2 h, and samples have to cover 95 % of the record; severity minor.");
    }
}
