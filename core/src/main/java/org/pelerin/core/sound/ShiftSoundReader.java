package org.pelerin.core.sound;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.pelerin.core.derive.Figure;
import org.pelerin.core.derive.Windows;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.stats.Mean;
import org.pelerin.core.stats.NoiseDose;
import org.pelerin.core.stats.Percentiles;

/** Reckons each shift from the samples that stand in it; one that reaches over an edge is divided by time. */
final class ShiftSoundReader implements SampleReader {

    private static final double EIGHT_HOURS = 8 * 3_600_000.0;

    private final Windows windows;
    private final Mean mean = Mean.of(true);
    private final Map<NoiseDose.Scheme, Figure> doses = new EnumMap<>(NoiseDose.Scheme.class);
    private final List<ShiftSound> shifts = new ArrayList<>();
    private Windows.Window window;
    private double[] levels = new double[256];
    private int count;
    private long valid;
    private double max;

    ShiftSoundReader(Windows windows) {
        this.windows = windows;
        for (NoiseDose.Scheme s : NoiseDose.Scheme.values()) {
            doses.put(s, Figure.dose(s.criterion(), s.exchange(), s.threshold()));
        }
    }

    @Override
    public void sample(long from, long to, double level, double terms) {
        boolean first = true;
        long at = from;
        do {
            reach(at);
            if (window.from() <= at) {
                long until = Math.min(to, window.to());
                add(level, until - at, first);
                at = until;
            } else {
                at = Math.min(to, window.from());
            }
            first = false;
        } while (at < to);
    }

    private void add(double level, long millis, boolean begins) {
        if (begins) {
            if (count == levels.length) {
                levels = Arrays.copyOf(levels, 2 * count);
            }
            levels[count++] = level;
        }
        mean.add(level, millis);
        doses.values().forEach(d -> d.add(level, 0, millis));
        valid += millis;
        max = Math.max(max, level);
    }

    private void reach(long at) {
        if (window == null || window.to() <= at) {
            close();
            window = windows.endingAfter(at);
            mean.clear();
            doses.values().forEach(Figure::clear);
            count = 0;
            valid = 0;
            max = Double.NEGATIVE_INFINITY;
        }
    }

    private void close() {
        if (window == null || valid == 0) {
            return;
        }
        long length = window.to() - window.from();
        Arrays.sort(levels, 0, count);
        double[] exceeded = Percentiles.ranked(levels, count, 0.9, 0.5, 0.1);
        Map<NoiseDose.Scheme, NoiseDose> each = new EnumMap<>(NoiseDose.Scheme.class);
        doses.forEach((scheme, dose) -> each.put(scheme, NoiseDose.of(dose.value(), scheme)));
        shifts.add(new ShiftSound(
                window.from(),
                window.to(),
                100.0 * valid / length,
                mean.value(),
                exceeded[0],
                exceeded[1],
                exceeded[2],
                max,
                mean.value() + 10 * Math.log10(length / EIGHT_HOURS),
                each));
    }

    @Override
    public void done() {
        close();
        window = null;
    }

    List<ShiftSound> shifts() {
        return List.copyOf(shifts);
    }
}
