package org.pelerin.core.mains;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.mains.Disturbance.Kind;
import org.pelerin.core.mains.DisturbanceWatch.Thresholds;

/** Thresholds of 90 % and 110 % of 230 V: 207 V and 253 V; 2 % of hysteresis is 4.6 V. */
class DisturbanceWatchTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    private static final Duration HALF = Duration.ofMillis(10);

    private final List<Disturbance> found = new ArrayList<>();

    private void watch(int keep, int most, double... values) {
        DisturbanceWatch watch = new DisturbanceWatch(1, Thresholds.voltage(230, 90, 110), HALF, keep, most);
        for (int i = 0; i < values.length; i++) {
            watch.value(values[i], START.plus(HALF.multipliedBy(i)), found::add);
        }
    }

    @Test
    void a_dip_lasts_from_the_first_value_below_to_the_first_that_is_back_by_the_hysteresis() {
        // 207 itself is not below; 211.5 is not back, 211.6 is
        watch(2, 100, 230, 207, 206.9, 150, 208, 211.5, 211.6, 230, 230, 230);
        assertThat(found).hasSize(1);
        Disturbance d = found.get(0);
        assertThat(d.kind()).isEqualTo(Kind.DIP);
        assertThat(d.channel()).isEqualTo(1);
        assertThat(d.start()).isEqualTo(START.plusMillis(20));
        assertThat(d.duration()).isEqualTo(Duration.ofMillis(40));
        assertThat(d.extreme()).isEqualTo(150);
        assertThat(d.before()).isEqualTo(2);
        assertThat(d.values()).containsExactly(230.0, 207.0, 206.9, 150.0, 208.0, 211.5, 211.6, 230.0);
    }

    @Test
    void below_a_twentieth_of_nominal_it_is_an_interruption() {
        watch(1, 100, 230, 11.6, 230, 230);
        watch(1, 100, 230, 11.4, 230, 230);
        assertThat(found).extracting(Disturbance::kind).containsExactly(Kind.DIP, Kind.INTERRUPTION);
    }

    @Test
    void a_swell_is_upwards_and_a_new_one_may_follow_at_once() {
        watch(3, 100, 230, 253, 253.1, 248.5, 248.4, 260, 240, 230, 230, 230, 230);
        assertThat(found).extracting(Disturbance::kind).containsExactly(Kind.SWELL, Kind.SWELL);
        assertThat(found.get(0).duration()).isEqualTo(Duration.ofMillis(20));
        assertThat(found.get(1).extreme()).isEqualTo(260);
        assertThat(found.get(1).before()).isEqualTo(3);
    }

    @Test
    void a_long_one_keeps_no_more_values_than_there_is_room_for() {
        double[] values = new double[500];
        java.util.Arrays.fill(values, 100);
        values[0] = 230;
        values[499] = 230;
        watch(1, 20, values);
        watch(1, 20, 230, 230);
        assertThat(found).isEmpty();
        DisturbanceWatch watch = new DisturbanceWatch(0, Thresholds.voltage(230, 90, 110), HALF, 1, 20);
        for (int i = 0; i < 500; i++) {
            watch.value(values[i], START.plus(HALF.multipliedBy(i)), found::add);
        }
        assertThat(watch.openSince()).contains(START.plusMillis(10));
        watch.value(230, START.plus(HALF.multipliedBy(500)), found::add);
        assertThat(found).hasSize(1);
        assertThat(found.get(0).values()).hasSize(20);
        assertThat(found.get(0).duration()).isEqualTo(Duration.ofMillis(4980));
    }

    @Test
    void an_inrush_is_a_current_above_its_threshold_and_never_a_dip() {
        DisturbanceWatch watch = new DisturbanceWatch(3, Thresholds.current(100), HALF, 0, 0);
        double[] values = {40, 0, 101, 99, 98.1, 98, 40};
        for (int i = 0; i < values.length; i++) {
            watch.value(values[i], START.plus(HALF.multipliedBy(i)), found::add);
        }
        assertThat(found).hasSize(1);
        assertThat(found.get(0).kind()).isEqualTo(Kind.INRUSH);
        assertThat(found.get(0).duration()).isEqualTo(Duration.ofMillis(30));
        assertThat(found.get(0).values()).isEmpty();
    }
}
