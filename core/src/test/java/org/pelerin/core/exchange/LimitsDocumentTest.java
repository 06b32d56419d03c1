package org.pelerin.core.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.unit.Unit;

class LimitsDocumentTest {

    private static final ZoneId PARIS = ZoneId.of("Europe/Paris");

    /** Every basis, bound and kind of lasting. */
    private static final Limits ALL = new Limits(
            "All of it",
            List.of(
                    Rule.of("plain", "Air", new Bound.Above(14), Lasting.ANY),
                    Rule.of("cold", "T*", new Bound.Below(-18.5), Lasting.delay(Duration.ofHours(1)))
                            .in(Unit.CELSIUS)
                            .withClearance(0.2)
                            .withBridge(Duration.ZERO)
                            .withSeverity(Severity.CRITICAL)
                            .latched(true),
                    Rule.of("mean", "Air", new Bound.Outside(1, 6), Lasting.samples(3))
                            .on(new Basis.MovingMean(6)),
                    Rule.of("mean3h", "Out", new Bound.Above(28), Lasting.ANY)
                            .on(new Basis.BlockMean(
                                    new Basis.Blocks(Duration.ofHours(3), Basis.Anchor.START, null, 75))),
                    Rule.of("day", "Out", new Bound.Above(120), Lasting.allowance(Duration.ofDays(2)))
                            .on(new Basis.Total(
                                    new Basis.Blocks(Duration.ofDays(1), Basis.Anchor.CLOCK, PARIS, 90),
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
                                    null,
                                    75))),
            List.of(
                    new GapRule("holes", null, Duration.ofHours(2), 95.0, Severity.MAJOR),
                    new GapRule("part", "Air", Duration.ofHours(1), null, Severity.NOTE)));

    @Test
    void what_is_written_is_read_as_the_same_limits() {
        assertThat(LimitsDocument.read(LimitsDocument.write(ALL))).isEqualTo(ALL);
        assertThat(LimitsDocument.read(LimitsDocument.pretty(ALL))).isEqualTo(ALL);
    }

    @Test
    void what_is_written_agrees_with_its_schema_and_says_nothing_needless() throws IOException {
        assertThat(SchemaTest.violations("limits.schema.json", LimitsDocument.write(ALL)))
                .isEmpty();
        Limits plain = new Limits("", List.of(Rule.of("warm", "Air", new Bound.Above(14), Lasting.ANY)));
        assertThat(LimitsDocument.write(plain))
                .isEqualTo("{\"rules\":[{\"id\":\"warm\",\"channel\":\"Air\",\"bound\":{\"above\":14}}]}");
    }

    @Test
    void latched_is_true_or_false_and_a_unit_is_a_text() {
        assertThatThrownBy(() -> LimitsDocument.read(rule("\"latched\": 1"))).hasMessageContaining("true or false");
        assertThatThrownBy(() -> LimitsDocument.read(rule("\"unit\": \"\""))).hasMessageContaining("a text");
    }

    private static String rule(String more) {
        return "{\"rules\": [{\"id\": \"a\", \"channel\": \"Air\", \"bound\": {\"above\": 1}, " + more + "}]}";
    }
}
