package org.pelerin.app.deployment.prepare.wiring;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.pelerin.core.plan.Wiring;

/**
 * Terminals, wires and sensors of a wiring sheet, placed in a box {@value #WIDTH} wide, a row of {@value #ROW} a channel.
 *
 * @param height of the whole drawing
 */
public record WiringDrawing(int height, List<Row> rows) {

    public static final int WIDTH = 760;
    static final int ROW = 134;

    private static final int FIRST_TERMINAL = 40;
    private static final int TERMINAL_STEP = 52;
    private static final int SENSOR = 420;
    private static final int LEAD_STEP = 23;

    /** Colours of IEC 60584-3 as they are drawn. */
    private static final Map<String, String> COLOURS = Map.of(
            "green",
            "#1d8a4a",
            "brown",
            "#7a4b22",
            "black",
            "#16181a",
            "violet",
            "#7a3f96",
            "pink",
            "#e08aa8",
            "orange",
            "#df7a1c",
            "grey",
            "#8a9095",
            "white",
            "#ffffff",
            Wiring.ANY,
            "#5f7f9a");

    /** One channel: its terminals at the left, its sensor at the right. */
    public record Row(
            Wiring.Connection connection, int y, List<Terminal> terminals, List<Line> lines, int sensorHeight) {}

    /** A terminal's box. */
    public record Terminal(String name, int x, int y, boolean used) {}

    /** A wire from its terminal to the sensor, and where its lead is named. */
    public record Line(String path, String colour, String lead, String colourName, int textY) {}

    static WiringDrawing of(List<Wiring.Connection> connections) {
        List<Row> rows = new ArrayList<>();
        for (int i = 0; i < connections.size(); i++) {
            rows.add(row(connections.get(i), 16 + i * ROW));
        }
        return new WiringDrawing(16 + connections.size() * ROW, rows);
    }

    private static Row row(Wiring.Connection c, int y) {
        List<Terminal> terminals = new ArrayList<>();
        for (int t = 0; t < c.terminals().size(); t++) {
            String name = c.terminals().get(t);
            boolean used = c.wires().stream().anyMatch(w -> w.terminal().equals(name));
            terminals.add(new Terminal(name, FIRST_TERMINAL + t * TERMINAL_STEP, y + 6, used));
        }
        List<Line> lines = new ArrayList<>();
        for (int w = 0; w < c.wires().size(); w++) {
            Wiring.Wire wire = c.wires().get(w);
            int x = FIRST_TERMINAL + c.terminals().indexOf(wire.terminal()) * TERMINAL_STEP + 19;
            int lane = y + 50 + w * LEAD_STEP;
            lines.add(new Line(
                    "M" + x + " " + (y + 30) + "V" + (lane - 6) + "q0 6 6 6H" + SENSOR,
                    COLOURS.getOrDefault(wire.colour(), COLOURS.get(Wiring.ANY)),
                    wire.lead(),
                    wire.colour().equals(Wiring.ANY) ? "" : wire.colour(),
                    lane - 6));
        }
        return new Row(c, y, terminals, lines, c.wires().size() * LEAD_STEP + 8);
    }
}
