package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

/** Figures by hand: top of casing to static water + body to be kept clear + margin. */
class HangingTest {

    private static final double EXACT = 1e-12;

    @Test
    void the_cable_reaches_past_the_water_the_slug_and_the_margin() {
        // 6.2 m down to the water, a slug of 1.5 m, 0.8 m of margin
        Hanging well = new Hanging(6.2, 1.5, 0.8, null);
        assertThat(well.needed().getAsDouble()).isCloseTo(8.5, within(EXACT));
        assertThat(well.hangs().getAsDouble()).isCloseTo(8.5, within(EXACT));
        assertThat(well.immersion().getAsDouble()).isCloseTo(2.3, within(EXACT));
        assertThat(well.tooShort()).isFalse();
    }

    @Test
    void a_longer_cable_hangs_deeper_and_a_shorter_one_is_told() {
        assertThat(new Hanging(6.2, 1.5, 0.8, 12.0).immersion().getAsDouble()).isCloseTo(5.8, within(EXACT));
        assertThat(new Hanging(6.2, 1.5, 0.8, 12.0).tooShort()).isFalse();
        assertThat(new Hanging(6.2, 1.5, 0.8, 8.4).tooShort()).isTrue();
        // to the centimetre
        assertThat(new Hanging(6.2, 1.5, 0.8, 8.496).tooShort()).isFalse();
    }

    @Test
    void water_that_has_risen_puts_it_deeper_by_as_much() {
        Hanging well = new Hanging(6.2, 1.5, 0.8, null);
        // the cable was cut for 6.2 m and does not grow with the water
        assertThat(well.measured(1.0, null).immersion().getAsDouble()).isCloseTo(7.5, within(EXACT));
        assertThat(well.measured(1.0, 4.0).immersion().getAsDouble()).isCloseTo(3.0, within(EXACT));
        assertThat(well.measured(null, null).immersion().getAsDouble()).isCloseTo(2.3, within(EXACT));
        // an artesian well: the water stands above the casing
        assertThat(new Hanging(-0.4, null, null, 2.0).immersion().getAsDouble()).isCloseTo(2.4, within(EXACT));
    }

    @Test
    void nothing_is_reckoned_from_what_is_not_known() {
        assertThat(Hanging.DRY.needed()).isEmpty();
        assertThat(Hanging.DRY.immersion()).isEmpty();
        assertThat(new Hanging(null, 1.5, 0.8, 5.0).immersion()).isEmpty();
        // the water alone says nothing of where the logger hangs
        assertThat(new Hanging(6.2, null, null, null).hangs()).isEmpty();
        assertThat(new Hanging(6.2, null, null, null).agrees(3.0)).isTrue();
        assertThat(new Hanging(6.2, null, null, 9.2).agrees(3.0)).isTrue();
        assertThat(new Hanging(6.2, null, null, 9.2).agrees(3.1)).isFalse();
    }
}
