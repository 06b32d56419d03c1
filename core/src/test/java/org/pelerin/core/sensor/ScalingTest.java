package org.pelerin.core.sensor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;

class ScalingTest {

    private static double scaled(Scaling scaling, double raw) {
        return Scaler.of(scaling, List.of()).value(raw, Scaler.Row.reference(20));
    }

    @Test
    void two_points_of_a_current_loop() {
        assertThat(scaled(new Scaling.TwoPoint(4, -45, 20, 45), 12)).isEqualTo(0);
        assertThat(scaled(new Scaling.TwoPoint(4, 0, 20, 5), 7.2)).isCloseTo(1, within(1e-12));
        // 250 Ω turn 4–20 mA into 1–5 V
        assertThat(scaled(new Scaling.TwoPoint(1, 0, 5, 100), 0.012 * 250)).isEqualTo(50);
        assertThatThrownBy(() -> new Scaling.TwoPoint(4, 0, 4, 5)).hasMessageContaining("the same");
    }

    @Test
    void slope_polynomial_and_table() {
        assertThat(scaled(new Scaling.SlopeOffset(2.5, -1), 4)).isEqualTo(9);
        // 1 − 2x + 3x⁵ at 2
        assertThat(scaled(new Scaling.Polynomial(List.of(1.0, -2.0, 0.0, 0.0, 0.0, 3.0)), 2))
                .isEqualTo(93);
        List<Scaling.Point> points =
                List.of(new Scaling.Point(0, 10), new Scaling.Point(2, 20), new Scaling.Point(3, 0));
        Scaling fault = new Scaling.Table(points, Scaling.Outside.FAULT);
        Scaling clamp = new Scaling.Table(points, Scaling.Outside.CLAMP);
        assertThat(scaled(fault, 0.5)).isEqualTo(12.5);
        assertThat(scaled(fault, 2)).isEqualTo(20);
        assertThat(scaled(fault, 2.25)).isEqualTo(15);
        assertThat(scaled(fault, 3.01)).isNaN();
        assertThat(scaled(clamp, 3.01)).isEqualTo(0);
        assertThat(scaled(clamp, -5)).isEqualTo(10);
        assertThatThrownBy(() -> new Scaling.Table(
                        List.of(new Scaling.Point(1, 0), new Scaling.Point(1, 1)), Scaling.Outside.CLAMP))
                .hasMessageContaining("row 2");
        assertThatThrownBy(() -> new Scaling.Polynomial(List.of(1.0, 1.0, 1.0, 1.0, 1.0, 1.0, 1.0)))
                .hasMessageContaining("1 to 6");
    }

    @Test
    void platinum_after_iec_60751() {
        assertThat(ResistanceThermometer.ohms(100, 100)).isCloseTo(138.505500, within(5e-7));
        assertThat(ResistanceThermometer.ohms(100, -40)).isCloseTo(84.270652, within(5e-7));
        assertThat(ResistanceThermometer.ohms(100, 13.5)).isCloseTo(105.265680, within(5e-7));
        // the standard's table: −200 °C and 850 °C
        assertThat(ResistanceThermometer.ohms(100, -200)).isCloseTo(18.52, within(0.005));
        assertThat(ResistanceThermometer.ohms(1000, 850)).isCloseTo(3904.81, within(0.005));
        for (double t = -200; t <= 850; t += 0.37) {
            assertThat(scaled(new Scaling.Platinum(1000), ResistanceThermometer.ohms(1000, t)))
                    .isCloseTo(t, within(1e-8));
        }
        assertThat(scaled(new Scaling.Platinum(100), 18.5)).isNaN();
        assertThat(scaled(new Scaling.Platinum(100), 390.5)).isNaN();
    }

    @Test
    void thermistors() {
        assertThat(scaled(new Scaling.NtcBeta(10_000, 3950), 32_650)).isCloseTo(0.554457, within(5e-7));
        assertThat(scaled(new Scaling.NtcBeta(10_000, 3950), 10_000)).isCloseTo(25, within(1e-9));
        // coefficients made from three points of the β curve give that curve back
        double a = 1 / 298.15 - Math.log(10_000) / 3950;
        assertThat(scaled(new Scaling.SteinhartHart(a, 1 / 3950.0, 0), 32_650)).isCloseTo(0.554457, within(5e-7));
        assertThat(scaled(new Scaling.NtcBeta(10_000, 3950), 0)).isNaN();
        assertThat(scaled(new Scaling.SteinhartHart(a, 1 / 3950.0, 0), -1)).isNaN();
    }

    @Test
    void corrections() {
        assertThat(Correction.offset(0.3).apply(4)).isEqualTo(4.3);
        assertThat(new Correction.Linear(1.01, -0.2).apply(10)).isCloseTo(9.9, within(1e-12));
        Correction table = new Correction.Points(
                List.of(new Scaling.Point(0, 0.2), new Scaling.Point(50, 50.6), new Scaling.Point(100, 100.4)));
        assertThat(table.apply(25)).isCloseTo(25.4, within(1e-12));
        assertThat(table.apply(100)).isEqualTo(100.4);
        // beyond its ends the end's difference goes on
        assertThat(table.apply(-10)).isCloseTo(-9.8, within(1e-12));
        assertThat(table.apply(120)).isCloseTo(120.4, within(1e-12));
        assertThat(Correction.NONE.apply(7.25)).isEqualTo(7.25);
    }
}
