package org.pelerin.app.review.whatif;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.series.Channel;
import org.pelerin.core.unit.Unit;

/** Limits tried on a mission's channels become those of the set that it is judged by. */
class TriedLimitsTest {

    private static final Limits SET = new Limits(
            "Cold",
            List.of(
                    Rule.of("warm", "T*", new Bound.Above(6), Lasting.ANY).in(Unit.CELSIUS),
                    Rule.of("damp", "Humidity", new Bound.Above(90), Lasting.ANY)));

    private static final List<Channel> CHANNELS =
            List.of(Channel.of("T1", "°C"), Channel.of("T2", "°F"), Channel.of("Humidity", "%RH"));

    private static Rule fitted(String id) {
        return SET.on(CHANNELS, List.of()).rules().stream()
                .filter(r -> r.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private static TriedLimits tried(Rule... rules) {
        Map<String, Rule> all = new java.util.LinkedHashMap<>();
        for (Rule r : rules) {
            all.put(r.id(), r);
        }
        return new TriedLimits(all, Map.of());
    }

    @Test
    void a_rule_for_one_channel_changes_the_rule_that_it_came_from_in_that_ones_unit() {
        // 44.6 °F is 7 °C
        Limits kept = tried(fitted("warm: T2").withLimits(new Bound.Above(44.6), Lasting.samples(3)))
                .within(SET);
        assertThat(kept.rules().get(0))
                .isEqualTo(SET.rules().get(0).withLimits(new Bound.Above(7), Lasting.samples(3)));
        assertThat(kept.rules().get(1)).isEqualTo(SET.rules().get(1));
    }

    @Test
    void two_channels_of_one_rule_have_to_agree() {
        Rule one = fitted("warm: T1").withLimits(new Bound.Above(7), Lasting.ANY);
        Rule same = fitted("warm: T2").withLimits(new Bound.Above(44.6), Lasting.ANY);
        assertThat(tried(one, same).within(SET).rules().get(0).bound()).isEqualTo(new Bound.Above(7));
        Rule other = fitted("warm: T2").withLimits(new Bound.Above(46), Lasting.ANY);
        assertThatThrownBy(() -> tried(one, other).within(SET))
                .hasMessageContaining("was changed differently for each");
    }

    @Test
    void what_the_set_does_not_have_is_named() {
        Rule dose = Rule.of("Leq dose", "Leq", new Bound.Above(100), Lasting.ANY);
        assertThatThrownBy(() -> tried(dose).within(SET)).hasMessageContaining("“Leq dose” is not a rule of “Cold”");
    }
}
