package org.pelerin.app.review.mains;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.app.record.DisturbanceRow;

class MainsPictureTest {

    private static final Instant AT = Instant.parse("2026-03-03T06:00:00Z");
    private static final List<String> U = List.of("U1", "U2", "U3");
    private static final List<String> I = List.of("I1", "I2", "I3");

    @Test
    void phases_follow_each_other_clockwise_and_the_longest_reaches_farthest() {
        PhasorsAt p = PhasorsAt.of(AT, U, List.of(240.0, 230.0, 226.0), I, List.of(10.0, 10.0, 10.0));
        PhasorsAt.Arrow first = p.arrows().get(0);
        PhasorsAt.Arrow second = p.arrows().get(1);
        PhasorsAt.Arrow third = p.arrows().get(2);
        // the first stands upright, the second lags it and lies to the right below, the third to the left below
        assertThat(first.x()).isCloseTo(0, within(1e-9));
        assertThat(first.y()).isCloseTo(-88, within(1e-9));
        assertThat(second.x()).isPositive();
        assertThat(second.y()).isPositive();
        assertThat(third.x()).isNegative();
        // the farthest of 240, 230 and 226 from their mean of 232 is 8
        assertThat(p.unbalance()).isCloseTo(100 * 8 / 232.0, within(1e-9));
        assertThat(p.currents()).isZero();
    }

    @Test
    void a_phase_that_is_missing_is_not_drawn_and_nothing_is_said_of_balance() {
        PhasorsAt p = PhasorsAt.of(AT, U, Arrays.asList(230.0, null, 230.0), List.of(), List.of());
        assertThat(p.arrows()).extracting(PhasorsAt.Arrow::name).containsExactly("U1", "U3");
        assertThat(p.unbalance()).isNull();
        assertThat(p.currents()).isNull();
    }

    private static DisturbanceRow row(long millis, Double percent) {
        return new DisturbanceRow(
                AT, Duration.ofMillis(millis), "dip", "U1", false, 100, percent == null ? "A" : "V", percent, "", 0);
    }

    @Test
    void longer_lies_further_right_and_deeper_further_down_and_currents_have_no_depth() {
        DisturbancePlot plot = DisturbancePlot.of(
                List.of(row(10, 80.0), row(500, null), row(1_000, 40.0), row(86_400_000, 0.0)), 90, 110);
        assertThat(plot.points()).extracting(DisturbancePlot.Point::number).containsExactly(1, 3, 4);
        assertThat(plot.points()).isSortedAccordingTo((a, b) -> Double.compare(a.x(), b.x()));
        assertThat(plot.points()).isSortedAccordingTo((a, b) -> Double.compare(a.y(), b.y()));
        // a day is drawn at the edge, not beyond it
        assertThat(plot.points().get(2).x()).isLessThanOrEqualTo(plot.width());
        assertThat(plot.swell()).isLessThan(plot.nominal());
        assertThat(plot.nominal()).isLessThan(plot.dip());
    }
}
