package org.pelerin.core.mains;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PhaseCheckTest {

    private static final List<Phasor> RIGHT = List.of(u(0), u(-120), u(120));

    private static Phasor u(double angle) {
        return new Phasor(230, angle);
    }

    private static Phasor i(double angle) {
        return new Phasor(40, angle);
    }

    /** Loads of one power factor on every phase. */
    private static List<Phasor> lagging(double by) {
        return List.of(i(-by), i(-120 - by), i(120 - by));
    }

    private static PhaseCheck check(List<Phasor> voltages, List<Phasor> currents) {
        return PhaseCheck.of(voltages, currents, 230, 3);
    }

    @ParameterizedTest
    @ValueSource(doubles = {-28, 0, 24, 58})
    void right_leads_are_right_at_any_usual_power_factor(double lag) {
        PhaseCheck c = check(RIGHT, lagging(lag));
        assertThat(c.right()).isTrue();
        assertThat(c.findings()).isEmpty();
    }

    @Test
    void angles_are_taken_the_short_way_round() {
        assertThat(u(170).leads(u(-170))).isEqualTo(-20);
        assertThat(u(-170).leads(u(170))).isEqualTo(20);
        assertThat(u(180).leads(u(0))).isEqualTo(180);
        assertThat(u(-180).leads(u(0))).isEqualTo(180);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2})
    void a_turned_loop_is_named(int loop) {
        List<Phasor> currents = new java.util.ArrayList<>(lagging(24));
        currents.set(loop, i(currents.get(loop).angle() + 180));
        PhaseCheck c = check(RIGHT, currents);
        assertThat(c.right()).isFalse();
        assertThat(c.findings()).hasSize(1).first().asString().contains("Loop I" + (loop + 1) + " is reversed");
    }

    @Test
    void exchanged_loops_are_told_from_exchanged_leads() {
        List<Phasor> swapped =
                List.of(lagging(24).get(1), lagging(24).get(0), lagging(24).get(2));
        assertThat(check(RIGHT, swapped).findings())
                .containsExactly("The loops I1 and I2 are on each other’s phase: swap them");
        PhaseCheck leads = check(List.of(u(0), u(120), u(-120)), lagging(24));
        assertThat(leads.order()).isEqualTo(PhaseCheck.Order.REVERSED);
        assertThat(leads.findings())
                .containsExactly("The voltage leads U2 and U3 are swapped: the currents follow the other order");
    }

    @Test
    void a_network_that_turns_left_is_not_called_a_mistake_of_one_lead() {
        PhaseCheck c = check(List.of(u(0), u(120), u(-120)), List.of(i(-24), i(96), i(-144)));
        assertThat(c.findings())
                .singleElement()
                .asString()
                .contains("1, 3, 2")
                .contains("or the network has a left-hand rotation");
    }

    @Test
    void all_loops_moved_round_by_one_are_each_named() {
        List<Phasor> moved =
                List.of(lagging(10).get(1), lagging(10).get(2), lagging(10).get(0));
        assertThat(check(RIGHT, moved).findings())
                .containsExactly("Loop I1 is on phase 2", "Loop I2 is on phase 3", "Loop I3 is on phase 1");
    }

    @Test
    void without_current_only_the_voltages_are_judged() {
        PhaseCheck c = check(RIGHT, List.of(i(0), new Phasor(2.9, 77), i(120)));
        assertThat(c.right()).isTrue();
        assertThat(c.loops()).isEmpty();
        List<Phasor> missing = List.of(u(0), new Phasor(22.9, -120), u(120));
        assertThat(check(missing, lagging(24)).order()).isEqualTo(PhaseCheck.Order.UNCLEAR);
        assertThat(check(missing, lagging(24)).findings()).first().asString().contains("Check each voltage lead");
    }

    @Test
    void loads_that_nothing_explains_are_said_to_be_unclear() {
        PhaseCheck c = check(RIGHT, List.of(i(0), i(0), i(0)));
        assertThat(c.loopsClear()).isFalse();
        assertThat(c.right()).isFalse();
        assertThat(c.findings()).singleElement().asString().contains("fit no connection");
    }
}
