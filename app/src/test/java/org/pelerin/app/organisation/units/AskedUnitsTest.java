package org.pelerin.app.organisation.units;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

class AskedUnitsTest {

    private static final ShownUnits OWN = new ShownUnits(Unit.FAHRENHEIT, Unit.of("psi"), null, null);

    @Test
    void the_address_goes_before_ones_own_units_quantity_by_quantity() {
        ShownUnits shown = AskedUnits.of("c,ft").over(OWN);
        assertThat(shown.temperature()).isEqualTo(Unit.CELSIUS);
        assertThat(shown.pressure()).isEqualTo(Unit.of("psi"));
        assertThat(shown.length()).isEqualTo(Unit.of("ft"));
        assertThat(AskedUnits.of("r,f").over(OWN)).isEqualTo(ShownUnits.FAHRENHEIT);
    }

    @Test
    void one_of_a_quantity_takes_the_place_of_another() {
        assertThat(AskedUnits.of("f,hPa").with(Unit.of("bar")).text()).isEqualTo("f,bar");
        assertThat(AskedUnits.of("f,hPa").with(Unit.CELSIUS).text()).isEqualTo("hPa,c");
    }

    @Test
    void what_is_no_unit_that_can_be_chosen_is_passed_over() {
        assertThat(AskedUnits.of("<b>,mm,V,,dB, f").text()).isEmpty();
        assertThat(AskedUnits.of(null).over(OWN)).isEqualTo(OWN);
    }
}
