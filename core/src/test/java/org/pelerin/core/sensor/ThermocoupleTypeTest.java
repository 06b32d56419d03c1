package org.pelerin.core.sensor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class ThermocoupleTypeTest {

    /** Values of the tables of IEC 60584-1, which give the microvolt. */
    @ParameterizedTest
    @CsvSource({
        "B, 0, 0.000", "B, 100, 0.033", "B, 250, 0.291", "B, 500, 1.242", "B, 1000, 4.834", "B, 1500, 10.099",
        "B, 1820, 13.820", "E, -270, -9.835", "E, -200, -8.825", "E, -100, -5.237", "E, 0, 0.000", "E, 100, 6.319",
        "E, 500, 37.005", "E, 1000, 76.373", "J, -210, -8.095", "J, -200, -7.890", "J, -100, -4.633", "J, 0, 0.000",
        "J, 100, 5.269", "J, 500, 27.393", "J, 760, 42.919", "J, 1000, 57.953", "J, 1200, 69.553", "K, -270, -6.458",
        "K, -200, -5.891", "K, -100, -3.554", "K, 0, 0.000", "K, 100, 4.096", "K, 500, 20.644", "K, 1000, 41.276",
        "K, 1200, 48.838", "K, 1372, 54.886", "N, -270, -4.345", "N, -200, -3.990", "N, -100, -2.407", "N, 0, 0.000",
        "N, 100, 2.774", "N, 500, 16.748", "N, 1000, 36.256", "N, 1300, 47.513", "R, -50, -0.226", "R, 0, 0.000",
        "R, 100, 0.647", "R, 500, 4.471", "R, 1000, 10.506", "R, 1500, 17.451", "R, 1768, 21.101", "S, -50, -0.236",
        "S, 0, 0.000", "S, 100, 0.646", "S, 500, 4.233", "S, 1000, 9.587", "S, 1500, 15.582", "S, 1768, 18.693",
        "T, -270, -6.258", "T, -200, -5.603", "T, -100, -3.379", "T, 0, 0.000", "T, 100, 4.279", "T, 200, 9.288",
        "T, 300, 14.862", "T, 400, 20.872"
    })
    void agrees_with_its_table_to_the_last_digit(ThermocoupleType type, double celsius, double millivolts) {
        assertThat(Math.round(type.emf(celsius) * 1000) / 1000.0).isEqualTo(millivolts);
    }

    @ParameterizedTest
    @CsvSource({"25, 1.000242", "100, 4.096230", "500, 20.644286"})
    void type_k_to_the_nanovolt(double celsius, double millivolts) {
        assertThat(ThermocoupleType.K.emf(celsius)).isCloseTo(millivolts, within(5e-7));
    }

    /** A wrong coefficient shows where two pieces meet, as they come from separate fits. */
    @ParameterizedTest
    @CsvSource({
        "B, 630.615",
        "E, 0",
        "J, 760",
        "K, 0",
        "N, 0",
        "R, 1064.18",
        "R, 1664.5",
        "S, 1064.18",
        "S, 1664.5",
        "T, 0"
    })
    void pieces_meet(ThermocoupleType type, double edge) {
        assertThat(type.emf(edge - 1e-9)).isCloseTo(type.emf(edge), within(2e-5));
    }

    @ParameterizedTest
    @EnumSource(ThermocoupleType.class)
    void the_inverse_finds_the_temperature_to_a_thousandth_of_a_kelvin(ThermocoupleType type) {
        Random random = new Random(7);
        for (int i = 0; i <= 4000; i++) {
            double t = i < 100
                    ? type.low() + i * 0.01
                    : i > 3900
                            ? type.high() - (4000 - i) * 0.01
                            : type.low() + random.nextDouble() * (type.high() - type.low());
            double reference = -10 + random.nextDouble() * 60;
            double millivolts = type.emf(t) - type.emf(reference);
            assertThat(type.celsius(millivolts, reference))
                    .as("%s at %s", type, t)
                    .isCloseTo(t, within(0.001));
        }
    }

    @Test
    void outside_its_range_there_is_no_temperature() {
        assertThat(ThermocoupleType.K.celsius(ThermocoupleType.K.emf(1373), 0)).isNaN();
        assertThat(ThermocoupleType.T.celsius(-6.4, 0)).isNaN();
        // the range is the measured junction's: terminals below it do not matter
        assertThat(ThermocoupleType.B.celsius(ThermocoupleType.B.emf(249), 20)).isNaN();
        assertThat(ThermocoupleType.B.celsius(ThermocoupleType.B.emf(1200) - ThermocoupleType.B.emf(20), 20))
                .isCloseTo(1200, within(0.001));
        assertThat(ThermocoupleType.K.celsius(Double.NaN, 20)).isNaN();
        assertThat(ThermocoupleType.K.celsius(1, Double.NaN)).isNaN();
    }
}
