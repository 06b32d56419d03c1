package org.pelerin.app.record;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;

/**
 * A disturbance as pages and reports tell it.
 *
 * @param percent its extreme in per cent of the nominal voltage, null for a current
 * @param path its half periods as an SVG path, {@value #WIDTH} by {@value #HEIGHT}; empty where none were kept
 * @param startX where it begins in the picture
 */
public record DisturbanceRow(
        Instant start,
        Duration duration,
        String kind,
        String label,
        boolean above,
        double extreme,
        String unit,
        Double percent,
        String path,
        int startX) {

    public static final int WIDTH = 180;
    public static final int HEIGHT = 34;

    static DisturbanceRow of(Disturbance d, Plan plan) {
        LoggerModel model = ModelCatalogue.get(plan.model());
        String unit = model.channels().get(d.channel()).own().unit();
        double nominal = Double.parseDouble(plan.option(model.option("nominal").orElseThrow()));
        return new DisturbanceRow(
                d.start(),
                d.duration(),
                d.kind().word(),
                plan.channels().get(d.channel()).label(),
                d.kind().above(),
                d.extreme(),
                unit,
                unit.equals("V") ? 100 * d.extreme() / nominal : null,
                path(d.values()),
                d.values().isEmpty() ? 0 : d.before() * WIDTH / d.values().size());
    }

    /** A step a half period, from the least to the greatest value. */
    private static String path(List<Double> values) {
        if (values.isEmpty()) {
            return "";
        }
        double low = values.stream().mapToDouble(v -> v).min().orElseThrow();
        double high = values.stream().mapToDouble(v -> v).max().orElseThrow();
        double step = (double) WIDTH / values.size();
        StringBuilder path = new StringBuilder();
        for (int i = 0; i < values.size(); i++) {
            double y = HEIGHT - 3 - (HEIGHT - 6) * (values.get(i) - low) / Math.max(1e-9, high - low);
            path.append(String.format(Locale.ROOT, i == 0 ? "M0 %1$.1fH%2$.1f" : "V%1$.1fH%2$.1f", y, (i + 1) * step));
        }
        return path.toString();
    }
}
