package org.pelerin.app.shell.setup;

import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.core.exchange.SensorDocument;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Sensor;

/** Plans of the demo for the models that take more than a label and two limits. */
final class DemoPlans {

    static final String PROBES = "Vault 4, both ends";
    static final String WELL = "Spring chamber level";
    static final String BAROMETER = "Barometer at the spring, 20 days";
    static final String METERS = "Water meters";
    static final String NOISE = "Packing line noise";
    static final String HEAT = "Pasteuriser, 12 thermocouples";
    static final String FARM = "Tank farm, station";
    static final String MAINS = "Main switchboard";
    static final String FEED = "Brine feed, 4–20 mA";
    static final String LEGS = "Deliveries, journey by journey";

    private DemoPlans() {}

    /** By name, always in the same order. */
    static Map<String, Plan> all() {
        Map<String, Plan> out = new LinkedHashMap<>();
        out.put(PROBES, probes());
        out.put(WELL, well());
        out.put(BAROMETER, barometer());
        out.put(METERS, meters());
        out.put(NOISE, noise());
        out.put(HEAT, heat());
        out.put(FARM, farm());
        out.put(MAINS, mains());
        out.put(FEED, feed());
        out.put(LEGS, legs());
        return out;
    }

    private static Plan probes() {
        return plan(
                "alder-t2",
                "VAULT-4",
                10,
                List.of(channel("Front", null, above(14, 60)), channel("Rear", null, above(14, 60))));
    }

    private static Plan well() {
        return plan("willow-p9", "ORSEL-WELL", 15, List.of(channel("Pressure", null), channel("Water", null)));
    }

    /** The same model on land: what the weather presses on the spring. */
    private static Plan barometer() {
        Plan p = plan("willow-p9", "ORSEL-AIR", 15, List.of(channel("Air pressure", null), channel("Air", null)));
        return new Plan(
                p.model(),
                p.loggerName(),
                p.interval(),
                p.start(),
                new StopCondition.AfterTime(Duration.ofDays(20)),
                p.channels());
    }

    private static Plan meters() {
        return withOptions(
                        Map.of("contacts", "changes"),
                        plan(
                                "hazel-c4",
                                "ORSEL-METERS",
                                15,
                                List.of(
                                        channel("Outflow", "Pulse meter, 10 l a pulse", above(2000, 30)),
                                        channel("Overflow", "Pulse meter, 1 l a pulse"),
                                        channel("Rain", "Rain gauge, 0.2 mm a tip"),
                                        channel("Hatch", "Door contact", above(0.5, 30)))))
                .withStart(new StartCondition.After(Duration.ofMinutes(30)));
    }

    private static Plan noise() {
        return withOptions(
                Map.of("dose", "iso85"),
                plan(
                        "larch-s",
                        "TESSEL-LINE-2",
                        5,
                        List.of(channel("Leq", null, above(85, 15)), channel("Lmax", null), channel("Lmin", null))));
    }

    /** Along the plates, from raw milk to pasteurised. */
    private static final List<String> PLATES = List.of(
            "Milk in",
            "Warmed 1",
            "Warmed 2",
            "Before heating",
            "Heated",
            "Holding tube, in",
            "Holding tube, out",
            "Hot water",
            "Cooled 1",
            "Cooled 2",
            "Before glycol",
            "Milk out");

    /** Milk that becomes too hot is burnt; hot water has a limit of its own. */
    private static List<AlarmLevel> hottest(int plate) {
        return switch (PLATES.get(plate)) {
            case "Heated", "Holding tube, in", "Holding tube, out" -> above(76, 5);
            case "Hot water" -> above(84, 5);
            default -> List.of();
        };
    }

    private static Plan heat() {
        LoggerModel model = ModelCatalogue.get("hawthorn-m32");
        List<ChannelSettings> channels = new ArrayList<>();
        for (int i = 0; i < model.channels().size(); i++) {
            ChannelModel c = model.channels().get(i);
            boolean plate = i < PLATES.size();
            channels.add(settings(
                    plate || c.added(),
                    plate ? PLATES.get(i) : c.label(),
                    c.added() ? null : sensor("Thermocouple type K"),
                    plate ? hottest(i) : List.of()));
        }
        return new Plan(
                model.id(),
                "LIRRAN-HEAT",
                Duration.ofMinutes(10),
                Duration.ofMinutes(2),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                channels,
                Map.of("key1", "none", "second", "P1D"));
    }

    private static Plan farm() {
        return withOptions(
                Map.of(Plan.SECOND, "PT1H"),
                plan(
                        "linden-n",
                        "LIRRAN-FARM",
                        10,
                        List.of(
                                channel("Level A", "0–10 V as 0–100 %"),
                                channel("Feed pressure", "4–20 mA, pressure 0–10 bar", above(8, 30)),
                                channel("Glycol flow", "Pt100, 4 wires"),
                                channel("Glycol return", "Pt100, 4 wires"),
                                channel("Steam", "Thermocouple type T"))));
    }

    private static Plan mains() {
        List<AlarmLevel> band = List.of(new AlarmLevel(
                new Alarm(253, Lasting.delay(Duration.ofMinutes(10)), true),
                new Alarm(207, Lasting.delay(Duration.ofMinutes(10)), true)));
        return plan(
                "yew-v3",
                "LIRRAN-MAINS",
                10,
                List.of(
                        settings(true, "U1", null, band),
                        settings(true, "U2", null, band),
                        settings(true, "U3", null, band),
                        channel("I1", null),
                        channel("I2", null),
                        channel("I3", null),
                        channel("Frequency", null)));
    }

    private static Plan feed() {
        return plan(
                "rowan-a2",
                "BRINE-FEED",
                5,
                List.of(
                        channel("Feed pressure", "4–20 mA, pressure 0–10 bar", above(8, 10)),
                        channel("Brine temperature", "4–20 mA, temperature −50…150 °C"),
                        channel("Pump", "Door contact")));
    }

    private static Plan legs() {
        return withOptions(
                        Map.of(Plan.AGAIN, Plan.AGAIN_KEPT),
                        plan(
                                "birch-th",
                                "VAN-LEGS",
                                1,
                                List.of(channel("Air", null, above(9, 20)), channel("Humidity", null))))
                .withStart(new StartCondition.OnButton());
    }

    private static Plan withOptions(Map<String, String> options, Plan p) {
        return new Plan(p.model(), p.loggerName(), p.interval(), p.scan(), p.start(), p.stop(), p.channels(), options);
    }

    /** Channels that are not named are off, those that the logger adds by itself are on. */
    private static Plan plan(String id, String name, int minutes, List<ChannelSettings> named) {
        LoggerModel model = ModelCatalogue.get(id);
        List<ChannelSettings> channels = new ArrayList<>(named);
        for (int i = named.size(); i < model.channels().size(); i++) {
            ChannelModel c = model.channels().get(i);
            channels.add(settings(c.added(), c.label(), null, List.of()));
        }
        return new Plan(
                id,
                name,
                Duration.ofMinutes(minutes),
                new StartCondition.Now(),
                new StopCondition.MemoryFull(),
                channels);
    }

    private static ChannelSettings channel(String label, String sensor, AlarmLevel... levels) {
        return settings(true, label, sensor == null ? null : sensor(sensor), List.of(levels));
    }

    private static ChannelSettings channel(String label, String sensor, List<AlarmLevel> levels) {
        return settings(true, label, sensor == null ? null : sensor(sensor), levels);
    }

    private static ChannelSettings settings(boolean on, String label, Sensor sensor, List<AlarmLevel> levels) {
        return new ChannelSettings(
                on, label, sensor, "", Correction.NONE, 0, FaultDirection.MISSING, null, null, levels);
    }

    private static List<AlarmLevel> above(double limit, int minutes) {
        return List.of(new AlarmLevel(new Alarm(limit, Duration.ofMinutes(minutes), true), null));
    }

    private static Sensor sensor(String name) {
        return SensorDocument.ready().stream()
                .filter(s -> s.name().equals(name))
                .findFirst()
                .orElseThrow();
    }
}
