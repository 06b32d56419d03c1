package org.pelerin.link.message;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.mains.Phasor;

/** What a three-phase logger sees of its voltages and currents at this moment: first the voltages, then the currents. */
public record Phases(List<Phasor> voltages, List<Phasor> currents) {

    private static final double COUNTS = 10;

    public Phases {
        voltages = List.copyOf(voltages);
        currents = List.copyOf(currents);
    }

    public byte[] encode() {
        Payload out = new Payload();
        put(out, voltages);
        put(out, currents);
        return out.bytes();
    }

    private static void put(Payload out, List<Phasor> phasors) {
        out.u8(phasors.size());
        phasors.forEach(p -> out.u32(Math.round(p.magnitude() * COUNTS))
                .u16((int) Math.floorMod(Math.round(p.angle() * COUNTS), 3600L)));
    }

    public static Phases decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        Phases out = new Phases(phasors(in), phasors(in));
        in.end();
        return out;
    }

    private static List<Phasor> phasors(PayloadReader in) {
        List<Phasor> out = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            double magnitude = in.u32() / COUNTS;
            double angle = in.i16() / COUNTS;
            out.add(new Phasor(magnitude, angle > 180 ? angle - 360 : angle));
        }
        return out;
    }
}
