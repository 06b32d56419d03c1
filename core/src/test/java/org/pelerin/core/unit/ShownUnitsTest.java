package org.pelerin.core.unit;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ShownUnitsTest {

    private static final ShownUnits OWN = new ShownUnits(Unit.FAHRENHEIT, Unit.of("psi"), Unit.of("ft"), Unit.of("m³"));

    @Test
    void each_quantity_is_shown_in_the_unit_that_is_wanted_of_it() {
        assertThat(OWN.of(Unit.CELSIUS).value(100)).isEqualTo(212);
        assertThat(OWN.of(Unit.of("K")).value(273.15)).isEqualTo(32);
        // 1 psi = 6.894757293168 kPa
        assertThat(OWN.of(Unit.of("kPa")).value(6.894757293168)).isEqualTo(1);
        assertThat(OWN.of(Unit.of("m")).value(0.3048)).isEqualTo(1);
        assertThat(OWN.of(Unit.of("l")).value(1500)).isEqualTo(1.5);
    }

    @Test
    void what_nothing_is_wanted_of_stays_as_it_was_recorded() {
        assertThat(OWN.of(Unit.of("mm")).same()).isTrue();
        assertThat(OWN.of(Unit.of("V")).same()).isTrue();
        assertThat(OWN.of(Unit.of("no such unit")).symbol()).isEqualTo("no such unit");
        assertThat(ShownUnits.RECORDED.of(Unit.CELSIUS).same()).isTrue();
        assertThat(ShownUnits.FAHRENHEIT.of(Unit.CELSIUS).symbol()).isEqualTo("°F");
        assertThat(ShownUnits.FAHRENHEIT.of(Unit.of("kPa")).same()).isTrue();
    }
}
