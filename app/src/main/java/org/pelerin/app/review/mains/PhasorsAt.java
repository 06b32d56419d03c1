package org.pelerin.app.review.mains;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.pelerin.core.derive.Unbalance;

/**
 * The phases at an instant as arrows. Lengths are as recorded; loggers record no angles, so that those are the nominal ones of the order 1, 2, 3.
 *
 * @param unbalance of the voltages in per cent, null where one is missing; {@code currents} of the currents
 */
public record PhasorsAt(Instant at, List<Arrow> arrows, Double unbalance, Double currents) {

    private static final double LONGEST = 88;

    /** @param x of its tip around the middle, 100 each way */
    public record Arrow(String name, int phase, boolean voltage, double value, double x, double y) {}

    /** @param voltages by phase, null where nothing stands; {@code currents} too */
    static PhasorsAt of(
            Instant at, List<String> names, List<Double> voltages, List<String> loops, List<Double> currents) {
        List<Arrow> arrows = new ArrayList<>();
        add(arrows, names, voltages, true, LONGEST);
        add(arrows, loops, currents, false, LONGEST * 0.7);
        return new PhasorsAt(at, arrows, unbalance(voltages), unbalance(currents));
    }

    private static void add(List<Arrow> out, List<String> names, List<Double> values, boolean voltage, double longest) {
        double most =
                values.stream().filter(v -> v != null).mapToDouble(v -> v).max().orElse(0);
        for (int i = 0; i < values.size(); i++) {
            if (values.get(i) != null) {
                double length = most == 0 ? 0 : longest * values.get(i) / most;
                double angle = Math.toRadians(-120.0 * i);
                out.add(new Arrow(
                        names.get(i),
                        i + 1,
                        voltage,
                        values.get(i),
                        length * Math.sin(-angle),
                        -length * Math.cos(angle)));
            }
        }
    }

    private static Double unbalance(List<Double> values) {
        if (values.size() < 3 || values.stream().anyMatch(Objects::isNull)) {
            return null;
        }
        double u = Unbalance.of(values.stream().mapToDouble(v -> v).toArray());
        return Double.isNaN(u) ? null : u;
    }
}
