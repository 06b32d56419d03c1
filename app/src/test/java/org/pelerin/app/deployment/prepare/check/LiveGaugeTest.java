package org.pelerin.app.deployment.prepare.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.link.message.LiveValues;

class LiveGaugeTest {

    private static final ChannelModel AIR =
            ModelCatalogue.get("alder-t1").channels().get(0);
    private static final ChannelSettings BAND = new ChannelSettings(
            true, "Vault", new Alarm(14, Duration.ZERO, false), new Alarm(10, Duration.ZERO, false));

    private static LiveGauge gauge(ChannelSettings settings, double value) {
        ChannelSettings blank = new ChannelSettings(true, "Air", null, null);
        MeasuredChannel channel = MeasuredChannel.of(AIR, settings == null ? blank : settings, List.of());
        return LiveGauge.of(new LiveValues.Value(0, channel, value, value), settings);
    }

    @Test
    void a_band_takes_the_middle_third_of_its_scale() {
        LiveGauge g = gauge(BAND, 12);
        assertThat(g.from()).isEqualTo("6");
        assertThat(g.to()).isEqualTo("18");
        assertThat(g.lowX()).isEqualTo(100);
        assertThat(g.highX()).isEqualTo(200);
        assertThat(g.x()).isEqualTo(150);
        assertThat(g.side()).isZero();
    }

    @Test
    void a_value_beyond_the_scale_stays_at_its_edge_and_says_its_side() {
        assertThat(gauge(BAND, 60).x()).isEqualTo(LiveGauge.WIDTH);
        assertThat(gauge(BAND, 60).side()).isEqualTo(1);
        assertThat(gauge(BAND, 9.95).side()).isEqualTo(-1);
        assertThat(gauge(BAND, 10).side()).isZero();
    }

    @Test
    void an_open_sensor_has_no_needle() {
        assertThat(gauge(BAND, Double.NaN).open()).isTrue();
    }

    @Test
    void in_another_unit_it_is_the_same_drawing_with_other_figures() {
        LiveGauge g = gauge(BAND, 15);
        LiveGauge f = g.shown(ShownUnits.FAHRENHEIT);
        assertThat(f.told()).isEqualTo("Vault 59.00 °F");
        // 6 °C and 18 °C
        assertThat(f.from() + " to " + f.to()).isEqualTo("42.8 to 64.4");
        assertThat(f.x()).isEqualTo(g.x());
        assertThat(f.side()).isEqualTo(1);
    }

    @Test
    void without_a_plan_the_scale_is_the_sensor_s_range() {
        LiveGauge g = gauge(null, 22.5);
        assertThat(g.from()).isEqualTo("−40");
        assertThat(g.banded()).isFalse();
        assertThat(g.x()).isEqualTo(150);
    }
}
