package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;

/** From quantities to values, in the order of the trade: fault, scaling, calibration, cut-off, unit. */
class RecordConverterTest {

    private static final LoggerModel LINDEN = ModelCatalogue.get("linden-n");

    private static ChannelSettings channel(
            String label, Sensor sensor, String unit, Correction correction, double cutOff, FaultDirection fault) {
        return new ChannelSettings(true, label, sensor, unit, correction, cutOff, fault, null, null, List.of());
    }

    private static ChannelSettings channel(String label, Sensor sensor) {
        return channel(label, sensor, "", Correction.NONE, 0, FaultDirection.MISSING);
    }

    private static double[] convert(double[] raw, ChannelSettings... named) {
        List<ChannelSettings> channels = new ArrayList<>(List.of(named));
        while (channels.size() < LINDEN.channels().size() - 1) {
            channels.add(new ChannelSettings(false, "", null, null));
        }
        channels.add(new ChannelSettings(true, "Reference", null, null));
        Plan plan = new Plan(
                LINDEN.id(),
                "X",
                Duration.ofMinutes(1),
                null,
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                channels,
                Map.of());
        double[] all = java.util.Arrays.copyOf(raw, raw.length + 1);
        all[raw.length] = 22.5;
        return new RecordConverter(LINDEN, plan).values(all);
    }

    private static Sensor loop(double low, double high) {
        return Sensor.of("loop", Input.CURRENT, new Scaling.TwoPoint(4, low, 20, high), "bar", low, high, 2);
    }

    @Test
    void calibration_comes_before_the_cut_off_and_the_unit_last() {
        // 4.8 mA is 0.5 bar, corrected to 0.4, which is below the cut-off
        ChannelSettings cut = channel("P", loop(0, 10), "kPa", Correction.offset(-0.1), 0.45, FaultDirection.MISSING);
        assertThat(convert(new double[] {4.8}, cut)[0]).isEqualTo(0);
        // 5.6 mA is 1 bar, 0.9 bar corrected, 90 kPa shown
        assertThat(convert(new double[] {5.6}, cut)[0]).isCloseTo(90, within(1e-9));
    }

    @Test
    void a_fault_is_missing_or_goes_to_the_safe_side() {
        double[] broken = {2.0, 2.0, 2.0, Double.NaN};
        double[] v = convert(
                broken,
                channel("A", loop(0, 10)),
                channel("B", loop(0, 10), "kPa", Correction.NONE, 0, FaultDirection.UP),
                channel("C", loop(-1, 10), "", Correction.NONE, 0, FaultDirection.DOWN),
                channel("D", loop(0, 10)));
        assertThat(v[0]).isNaN();
        assertThat(v[1]).isEqualTo(1000);
        assertThat(v[2]).isEqualTo(-1);
        assertThat(v[3]).isNaN();
    }

    @Test
    void formulas_use_the_other_channels_values() {
        Sensor difference =
                Sensor.of("dp", Input.VOLTAGE, new Scaling.Formula("[Feed 1] - x * 2 + Back"), "bar", -100, 100, 2);
        double[] v = convert(
                new double[] {12, 1.5, 8},
                channel("Feed 1", loop(0, 10)),
                channel("Drop", difference),
                channel("Back", loop(0, 4)));
        // 12 mA is 5 bar, 8 mA of 0–4 is 1 bar: 5 − 3 + 1
        assertThat(v[1]).isCloseTo(3, within(1e-12));
        assertThat(v[0]).isEqualTo(5);
        double[] gap = convert(
                new double[] {Double.NaN, 1.5, 8},
                channel("Feed 1", loop(0, 10)),
                channel("Drop", difference),
                channel("Back", loop(0, 4)));
        assertThat(gap[1]).isNaN();
    }

    @Test
    void two_wires_lose_their_leads_and_thermocouples_take_the_record_s_terminals() {
        Sensor pt = new Sensor("pt", Input.RESISTANCE, new Scaling.Platinum(100), "°C", -200, 850, 2, 2, 0.8, 0, null);
        Sensor k = Sensor.of(
                "k",
                Input.THERMOCOUPLE,
                new Scaling.Thermocouple(org.pelerin.core.sensor.ThermocoupleType.K),
                "°C",
                -270,
                1372,
                1);
        double emf = org.pelerin.core.sensor.ThermocoupleType.K.emf(180)
                - org.pelerin.core.sensor.ThermocoupleType.K.emf(22.5);
        double[] v = convert(new double[] {138.5055 + 0.8, emf}, channel("Pt", pt), channel("K", k));
        assertThat(v[0]).isCloseTo(100, within(1e-6));
        assertThat(v[1]).isCloseTo(180, within(1e-3));
    }
}
