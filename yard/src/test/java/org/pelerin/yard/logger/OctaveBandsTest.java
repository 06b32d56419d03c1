package org.pelerin.yard.logger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.link.message.Spectrum;

class OctaveBandsTest {

    /** IEC 61672-1, table 3, at the octaves from 31.5 Hz. */
    private static final List<Double> A = List.of(-39.4, -26.2, -16.1, -8.6, -3.2, 0.0, 1.2, 1.0, -1.1, -6.6);

    @Test
    void the_bands_weighted_and_added_are_the_level() {
        for (boolean calibrator : List.of(true, false)) {
            List<Spectrum.Band> bands = OctaveBands.of(78.4, calibrator).bands();
            double sum = 0;
            for (int b = 0; b < bands.size(); b++) {
                sum += Math.pow(10, (bands.get(b).decibels() + A.get(b)) / 10);
            }
            assertThat(10 * Math.log10(sum)).isCloseTo(78.4, within(0.1));
        }
    }

    @Test
    void it_comes_over_the_wire_as_it_is() {
        Spectrum spectrum = OctaveBands.of(31, false);
        assertThat(Spectrum.decode(spectrum.encode())).isEqualTo(spectrum);
        assertThat(spectrum.bands().get(0).hertz()).isEqualTo(31.5);
    }
}
