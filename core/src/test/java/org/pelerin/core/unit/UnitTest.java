package org.pelerin.core.unit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class UnitTest {

    @Test
    void values_go_into_every_other_unit_of_their_quantity_and_back() {
        Random random = new Random(3);
        for (String symbol : List.of(
                "°C", "°F", "K", "kPa", "bar", "psi", "V", "mV", "mA", "Ω", "Hz", "m", "ft", "m³/h", "l", "m/s")) {
            Unit unit = Unit.of(symbol);
            assertThat(unit.choices()).startsWith(unit).hasSizeGreaterThan(1).doesNotHaveDuplicates();
            for (Unit other : unit.choices()) {
                Conversion there = unit.shownIn(other);
                double v = random.nextDouble() * 100 - 50;
                assertThat(there.back().value(there.value(v))).isCloseTo(v, within(1e-9));
                assertThat(other.shownIn(unit).value(there.value(v))).isCloseTo(v, within(1e-9));
            }
        }
        assertThat(Unit.of("%RH").choices()).containsExactly(Unit.of("%RH"));
    }

    @Test
    void conversions_are_those_of_the_tables() {
        assertThat(Unit.CELSIUS.shownIn(Unit.FAHRENHEIT).value(-40)).isEqualTo(-40);
        assertThat(Unit.FAHRENHEIT.shownIn(Unit.of("K")).value(212)).isEqualTo(373.15);
        assertThat(Unit.of("kPa").shownIn(Unit.of("psi")).value(101.325)).isCloseTo(14.695949, within(1e-6));
        assertThat(Unit.of("bar").shownIn(Unit.of("mbar")).value(1.013)).isEqualTo(1013);
        assertThat(Unit.of("m³/h").shownIn(Unit.of("l/min")).value(6)).isCloseTo(100, within(1e-12));
        assertThatThrownBy(() -> Unit.CELSIUS.shownIn(Unit.of("bar"))).hasMessageContaining("cannot be shown");
    }

    @Test
    void a_value_keeps_its_resolution_in_another_unit() {
        // 0.01 kPa is 0.1 hPa, 0.0001 bar; 0.01 m is 0.03 ft; 1 l is 0.001 m³
        assertThat(Unit.of("kPa").shownIn(Unit.of("hPa")).decimals(2)).isEqualTo(1);
        assertThat(Unit.of("kPa").shownIn(Unit.of("Pa")).decimals(2)).isZero();
        assertThat(Unit.of("kPa").shownIn(Unit.of("bar")).decimals(2)).isEqualTo(4);
        assertThat(Unit.of("m").shownIn(Unit.of("ft")).decimals(2)).isEqualTo(2);
        assertThat(Unit.of("l").shownIn(Unit.of("m³")).decimals(0)).isEqualTo(3);
        assertThat(Unit.CELSIUS.shownIn(Unit.FAHRENHEIT).decimals(1)).isEqualTo(1);
    }

    @Test
    void fahrenheit_shifts_values_and_only_stretches_differences() {
        Conversion f = Unit.CELSIUS.shown(ShownUnits.FAHRENHEIT);
        assertThat(f.value(100)).isEqualTo(212);
        assertThat(f.difference(10)).isEqualTo(18);
        assertThat(f.symbol()).isEqualTo("°F");
        assertThat(Unit.of("%RH").shown(ShownUnits.FAHRENHEIT).value(50)).isEqualTo(50);
    }

    /** 9 °F·15min are 5 °C·15min; a unit as it was written before is read as well. */
    @Test
    void a_total_over_an_odd_time_says_the_time_as_people_do() {
        Unit total = Unit.of("°C").times(Duration.ofMinutes(15));
        assertThat(total.symbol()).isEqualTo("°C·15min");
        assertThat(Unit.of("l").times(Duration.ofMinutes(90)).symbol()).isEqualTo("l·1h30min");
        assertThat(Unit.of("°F·15min").to(total).orElseThrow().value(9)).isCloseTo(5, within(1e-12));
        assertThat(Unit.of("°F·PT15M").to(Unit.of("°C·PT15M")).orElseThrow().value(9))
                .isCloseTo(5, within(1e-12));
    }
}
