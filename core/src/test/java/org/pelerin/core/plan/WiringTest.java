package org.pelerin.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.exchange.SensorDocument;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Sensor;

class WiringTest {

    private static List<Wiring.Connection> wired(String id, String... sensors) {
        LoggerModel model = ModelCatalogue.get(id);
        List<ChannelSettings> channels = new ArrayList<>();
        for (int i = 0; i < model.channels().size(); i++) {
            Sensor sensor = i < sensors.length && sensors[i] != null ? sensor(sensors[i]) : null;
            channels.add(new ChannelSettings(
                    i < sensors.length,
                    "C" + (i + 1),
                    sensor,
                    "",
                    Correction.NONE,
                    0,
                    FaultDirection.MISSING,
                    null,
                    null,
                    List.of()));
        }
        return Wiring.of(
                model,
                new Plan(
                        id,
                        "X",
                        Duration.ofMinutes(10),
                        new StartCondition.Now(),
                        new StopCondition.MemoryFull(),
                        channels));
    }

    private static Sensor sensor(String name) {
        return SensorDocument.ready().stream()
                .filter(s -> s.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static List<String> told(Wiring.Connection c) {
        return c.wires().stream()
                .map(w -> w.terminal() + " " + w.lead() + " " + w.colour())
                .toList();
    }

    @Test
    void thermocouples_have_the_colours_of_iec_60584_3() {
        List<Wiring.Connection> c =
                wired("hawthorn-m32", "Thermocouple type K", "Thermocouple type T", "Thermocouple type J");
        assertThat(told(c.get(0))).containsExactly("1+ positive green", "1− negative white");
        assertThat(told(c.get(1))).containsExactly("2+ positive brown", "2− negative white");
        assertThat(told(c.get(2))).containsExactly("3+ positive black", "3− negative white");
        assertThat(c.get(0).notes()).containsExactly("extend it with type K wire only");
    }

    @Test
    void resistances_by_their_number_of_wires() {
        List<Wiring.Connection> c = wired("linden-n", "Pt100, 2 wires", "Pt100, 3 wires", "Pt100, 4 wires");
        assertThat(c.get(0).wires()).extracting(Wiring.Wire::terminal).containsExactly("A1", "G1");
        assertThat(c.get(1).wires()).extracting(Wiring.Wire::terminal).containsExactly("A2", "B2", "G2");
        assertThat(c.get(2).wires()).extracting(Wiring.Wire::terminal).containsExactly("S3", "A3", "B3", "G3");
    }

    @Test
    void transmitters_shunts_and_contacts() {
        List<Wiring.Connection> rowan =
                wired("rowan-a2", "4–20 mA, pressure 0–10 bar", "4–20 mA over 250 Ω as 0–100 %", "Door contact");
        assertThat(told(rowan.get(0))).containsExactly("S1 transmitter + any", "A1 transmitter − any");
        assertThat(rowan.get(0).notes()).containsExactly("12 V, 22 mA on 300 ms before each sample");
        assertThat(rowan.get(1).notes()).containsExactly("a resistor of 250 Ω, 0.1 %, across A2 and G2");
        assertThat(rowan.get(2).wires()).extracting(Wiring.Wire::terminal).containsExactly("D1", "G3");
        assertThat(wired("hazel-c4", "Pulse meter, 1 l a pulse").get(0).wires())
                .extracting(Wiring.Wire::terminal)
                .containsExactly("P1", "G1");
        // nothing is wired to what is built in
        assertThat(wired("birch-th", null, null)).isEmpty();
    }
}
