package org.pelerin.app.review;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Expression;
import org.pelerin.core.sensor.Scaling;

class UncorrectedTest {

    private static List<Uncorrected> of(String unit, Correction correction) {
        ChannelSettings air = new ChannelSettings(
                true, "Air", null, unit, correction, 0, FaultDirection.MISSING, null, null, List.of());
        return Uncorrected.of(new Plan(
                "alder-t1",
                "RAW",
                Duration.ofMinutes(10),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                List.of(air)));
    }

    private static double undone(Uncorrected u, double corrected) {
        return Expression.parse(u.formula(), List.of()).value(corrected, new double[0]);
    }

    @Test
    void the_formula_leads_back_to_what_was_measured() {
        Uncorrected offset = of("", Correction.offset(-0.7)).get(0);
        assertThat(offset.words()).isEqualTo("− 0.7 °C");
        assertThat(undone(offset, 2.4)).isCloseTo(3.1, within(1e-12));
        // 1.02 · 10 − 0.2 = 10
        Uncorrected gain = of("", new Correction.Linear(1.02, -0.2)).get(0);
        assertThat(undone(gain, 10)).isCloseTo(10, within(1e-9));
        // in °F: 10 °C corrected by half a degree are 10.5 °C, 50.9 °F; before it was 50 °F
        Uncorrected shown = of("°F", Correction.offset(0.5)).get(0);
        assertThat(shown.unit()).isEqualTo("°F");
        assertThat(undone(shown, 50.9)).isCloseTo(50, within(1e-9));
    }

    @Test
    void a_table_is_undone_piece_by_piece_and_beyond_its_ends() {
        Correction table = new Correction.Points(
                List.of(new Scaling.Point(-10, -10.2), new Scaling.Point(0, 0.1), new Scaling.Point(10, 10.3)));
        Uncorrected u = of("", table).get(0);
        assertThat(u.words()).isEqualTo("a table of 3 points");
        Uncorrected f = of("°F", table).get(0);
        for (double read : new double[] {-20, -10, -5, -0.001, 0, 3.3, 10, 25}) {
            double corrected = table.apply(read);
            assertThat(undone(u, corrected)).isCloseTo(read, within(1e-9));
            assertThat(undone(f, corrected * 1.8 + 32)).isCloseTo(read * 1.8 + 32, within(1e-9));
        }
    }

    @Test
    void no_formula_undoes_what_does_not_rise_and_what_is_not_corrected_is_not_listed() {
        Correction table = new Correction.Points(
                List.of(new Scaling.Point(0, 0.1), new Scaling.Point(10, 10.2), new Scaling.Point(11, 10.2)));
        assertThat(of("", table).get(0).formula()).isNull();
        assertThat(of("", Correction.NONE)).isEmpty();
    }
}
