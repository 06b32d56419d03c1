package org.pelerin.yard.logger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.link.message.LiveValues;
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

    /** IEC 61672-1, table 3, at the same octaves. */
    private static final List<Double> C = List.of(-3.0, -0.8, -0.2, 0.0, 0.0, 0.0, -0.2, -0.8, -3.0, -8.5);

    @Test
    void the_live_level_is_weighted_as_the_plan_says() {
        LoggerModel larch = ModelCatalogue.get("larch-s");
        Instant now = Instant.parse("2026-03-02T08:00:00Z");
        SimulatedLogger logger =
                new SimulatedLogger("PL-1", larch, larch.firmware().newest(), 0, 0, 0, now);
        Probe hall = (channel, input, sensor, since, at) -> 78.4 + (channel == 1 ? 6 : channel == 2 ? -5 : 0);
        double c = 0;
        double z = 0;
        for (int b = 0; b < C.size(); b++) {
            double level = logger.spectrum(now, hall).bands().get(b).decibels();
            c += Math.pow(10, (level + C.get(b)) / 10);
            z += Math.pow(10, level / 10);
        }
        assertThat(live(logger, larch, hall, now, Map.of()).get(0)).isCloseTo(78.4, within(0.051));
        assertThat(live(logger, larch, hall, now, Map.of("weighting", "C")).get(0))
                .isCloseTo(10 * Math.log10(c), within(0.11));
        assertThat(live(logger, larch, hall, now, Map.of("weighting", "Z")).get(0))
                .isCloseTo(10 * Math.log10(z), within(0.11));
        // a slow response follows neither peaks nor lulls as far
        List<Double> slow = live(logger, larch, hall, now, Map.of("response", "slow"));
        assertThat(slow.get(0)).isCloseTo(78.4, within(0.051));
        assertThat(slow.get(1)).isBetween(78.5, 84.3);
        assertThat(slow.get(2)).isBetween(73.5, 78.3);
        // at 1 kHz, where calibrators sound, all weightings agree
        Probe calibrator = new Probe() {
            @Override
            public double measure(int channel, InputModel input, Sensor sensor, Duration since, Instant at) {
                return 94;
            }

            @Override
            public boolean calibrator() {
                return true;
            }
        };
        assertThat(live(logger, larch, calibrator, now, Map.of("weighting", "C"))
                        .get(0))
                .isCloseTo(94, within(0.051));
    }

    private static List<Double> live(
            SimulatedLogger logger, LoggerModel model, Probe probe, Instant now, Map<String, String> options) {
        Plan plan = new Plan(
                model.id(),
                "T",
                Duration.ofSeconds(10),
                null,
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                model.channels().stream()
                        .map(c -> new ChannelSettings(true, c.label(), null, null))
                        .toList(),
                options);
        return LiveValues.of(model, plan, logger.live(now, probe, plan)).stream()
                .map(LiveValues.Value::value)
                .toList();
    }
}
