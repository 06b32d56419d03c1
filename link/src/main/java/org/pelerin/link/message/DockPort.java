package org.pelerin.link.message;

import java.util.ArrayList;
import java.util.List;

/**
 * A port of the dock with a logger in it.
 *
 * @param port 1 for the first
 */
public record DockPort(int port, String serial) {

    /** @param total how many ports the dock has */
    public static byte[] encode(int total, List<DockPort> occupied) {
        Payload out = new Payload().u8(total).u8(occupied.size());
        occupied.forEach(p -> out.u8(p.port).text(p.serial));
        return out.bytes();
    }

    public static DockPorts decode(byte[] payload) {
        PayloadReader in = new PayloadReader(payload);
        int total = in.u8();
        List<DockPort> out = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            out.add(new DockPort(in.u8(), in.text()));
        }
        in.end();
        return new DockPorts(total, List.copyOf(out));
    }
}
