package org.pelerin.core.plan;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.ThermocoupleType;

/** Which wire goes to which terminal, as a plan's channels have it. */
public final class Wiring {

    /** Colour of a conductor for which no standard gives one. */
    public static final String ANY = "any";

    /**
     * One wire.
     *
     * @param terminal where it goes
     * @param lead which wire of the sensor it is
     * @param colour of the conductor by IEC 60584-3 for thermocouples, {@link #ANY} otherwise
     */
    public record Wire(String terminal, String lead, String colour) {}

    /**
     * One channel.
     *
     * @param number from 1
     * @param terminals all that the channel has, in order
     * @param notes what else has to be seen to
     */
    public record Connection(
            int number,
            String label,
            String sensor,
            Input input,
            List<String> terminals,
            List<Wire> wires,
            List<String> notes) {}

    private Wiring() {}

    /** The recorded channels to which something is wired, in order. */
    public static List<Connection> of(LoggerModel model, Plan plan) {
        List<Connection> out = new ArrayList<>();
        for (int i : plan.enabled()) {
            ChannelModel channel = model.channels().get(i);
            if (channel.choosable()) {
                out.add(connection(i + 1, channel, plan.channels().get(i)));
            }
        }
        return out;
    }

    private static Connection connection(int number, ChannelModel channel, ChannelSettings settings) {
        Sensor sensor = settings.sensor();
        Input input = sensor == null ? channel.own().kind() : sensor.input();
        List<String> notes = new ArrayList<>();
        List<Wire> wires = wires(input, sensor, new Terminals(channel.terminals()), notes);
        return new Connection(
                number,
                settings.label(),
                sensor == null ? input.words() : sensor.name(),
                input,
                channel.terminals(),
                wires,
                notes);
    }

    private static List<Wire> wires(Input input, Sensor sensor, Terminals t, List<String> notes) {
        return switch (input) {
            case THERMOCOUPLE -> thermocouple(sensor, t, notes);
            case RESISTANCE -> resistance(sensor == null ? 4 : sensor.wires(), t, notes);
            case CURRENT -> current(sensor, t, notes);
            case VOLTAGE -> voltage(sensor, t, notes);
            case CONTACT -> pair(t, "contact", "contact");
            default -> pair(t, "signal", "ground");
        };
    }

    private static List<Wire> thermocouple(Sensor sensor, Terminals t, List<String> notes) {
        ThermocoupleType type =
                sensor != null && sensor.scaling() instanceof Scaling.Thermocouple c ? c.type() : ThermocoupleType.K;
        notes.add(
                type == ThermocoupleType.B
                        ? CoreTexts.say("core.plan.wiring.typeBMayBeExtended")
                        : CoreTexts.say("core.plan.wiring.extendItWithTypeWire", "type", type));
        return List.of(new Wire(t.high(), "positive", type.colour()), new Wire(t.low(), "negative", "white"));
    }

    private static List<Wire> resistance(int wires, Terminals t, List<String> notes) {
        if (wires == 2) {
            notes.add(CoreTexts.say("core.plan.wiring.theLeadsResistanceIsSubtracted"));
            return List.of(
                    new Wire(t.high(), CoreTexts.say("core.plan.wiring.firstEnd"), ANY),
                    new Wire(t.ground(), CoreTexts.say("core.plan.wiring.secondEnd"), ANY));
        }
        if (wires == 3) {
            notes.add(CoreTexts.say("core.plan.wiring.threeWiresOfTheSame"));
            return List.of(
                    new Wire(t.high(), CoreTexts.say("core.plan.wiring.firstEnd"), ANY),
                    new Wire(t.low(), CoreTexts.say("core.plan.wiring.secondEnd"), ANY),
                    new Wire(t.ground(), CoreTexts.say("core.plan.wiring.secondEndOtherWire"), ANY));
        }
        return List.of(
                new Wire(t.supply(), CoreTexts.say("core.plan.wiring.firstEndFeeding"), ANY),
                new Wire(t.high(), CoreTexts.say("core.plan.wiring.firstEndSensing"), ANY),
                new Wire(t.low(), CoreTexts.say("core.plan.wiring.secondEndSensing"), ANY),
                new Wire(t.ground(), CoreTexts.say("core.plan.wiring.secondEndFeeding"), ANY));
    }

    private static List<Wire> current(Sensor sensor, Terminals t, List<String> notes) {
        if (sensor != null && sensor.supply() != null) {
            notes.add(supply(sensor));
            return List.of(
                    new Wire(t.supply(), CoreTexts.say("core.plan.wiring.transmitter"), ANY),
                    new Wire(t.high(), CoreTexts.say("core.plan.wiring.transmitter2"), ANY));
        }
        notes.add(CoreTexts.say("core.plan.wiring.theLoopIsSuppliedExternally"));
        return List.of(
                new Wire(t.high(), CoreTexts.say("core.plan.wiring.loop"), ANY),
                new Wire(t.ground(), CoreTexts.say("core.plan.wiring.loop2"), ANY));
    }

    private static List<Wire> voltage(Sensor sensor, Terminals t, List<String> notes) {
        List<Wire> out = new ArrayList<>();
        if (sensor != null && sensor.supply() != null) {
            notes.add(supply(sensor));
            out.add(new Wire(t.supply(), CoreTexts.say("core.plan.wiring.supply"), ANY));
        }
        out.add(new Wire(t.high(), CoreTexts.say("core.plan.wiring.signal"), ANY));
        out.add(new Wire(t.ground(), CoreTexts.say("core.plan.wiring.signal2"), ANY));
        if (sensor != null && sensor.shuntOhms() > 0) {
            notes.add(CoreTexts.say(
                    "core.plan.wiring.aResistorOf01",
                    "plain",
                    plain(sensor.shuntOhms()),
                    "high",
                    t.high(),
                    "ground",
                    t.ground()));
        }
        return out;
    }

    private static List<Wire> pair(Terminals t, String first, String second) {
        return List.of(new Wire(t.high(), first, ANY), new Wire(t.ground(), second, ANY));
    }

    private static String supply(Sensor sensor) {
        return CoreTexts.say(
                "core.plan.wiring.plainVPlain2MA",
                "plain",
                plain(sensor.supply().volts()),
                "plain2",
                plain(sensor.supply().milliamps()),
                "continuous",
                (sensor.supply().continuous()
                        ? CoreTexts.say("core.plan.wiring.alwaysOn")
                        : CoreTexts.say(
                                "core.plan.wiring.onMsBeforeEachSample",
                                "toMillis",
                                sensor.supply().warmUp().toMillis())));
    }

    private static String plain(double v) {
        return v == Math.rint(v) ? String.valueOf((long) v) : String.valueOf(v);
    }

    /** The terminals of a channel by what they are for: S supplies, A (or +) and B (or −) take the signal, G is ground. */
    private record Terminals(List<String> all) {

        String supply() {
            return first("S").orElse(high());
        }

        String high() {
            return all.stream()
                    .filter(t -> t.startsWith("A") || t.startsWith("P") || t.startsWith("D") || t.endsWith("+"))
                    .findFirst()
                    .orElse(all.get(0));
        }

        String low() {
            return all.stream()
                    .filter(t -> t.startsWith("B") || t.endsWith("−"))
                    .findFirst()
                    .orElse(ground());
        }

        String ground() {
            return first("G").orElse(all.get(all.size() - 1));
        }

        private java.util.Optional<String> first(String letter) {
            return all.stream().filter(t -> t.startsWith(letter)).findFirst();
        }
    }
}
