package org.pelerin.app.mission;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.series.Envelope;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.ShownUnit;
import org.pelerin.core.series.TimeAxis;
import org.springframework.stereotype.Service;

/** The points a mission's chart needs at a zoom: never more than the columns it has. */
@Service
public class Chart {

    /**
     * @param t instants in ms at which the columns begin, shared by the channels
     * @param raw whether a column is a single sample
     */
    public record Window(List<Long> t, List<Line> lines, boolean raw, long end) {}

    /** Smallest and largest value a column; null where nothing was recorded. */
    public record Line(String label, String unit, List<Double> min, List<Double> max) {}

    private final SeriesStore store;

    Chart(SeriesStore store) {
        this.store = store;
    }

    /** @param from in ms, as {@code to}; clipped to the record */
    public Window window(Mission mission, long from, long to, int columns, boolean fahrenheit) {
        List<TimeAxis> axes = store.axes(mission);
        if (axes.isEmpty()) {
            return new Window(List.of(), List.of(), true, to);
        }
        TimeAxis axis = axes.get(0);
        // one sample more on either side, so that lines run to the edges
        long first = Math.max(0, axis.indexAtOrAfter(from) - 1);
        long last = Math.max(first, Math.min(axis.count(), axis.indexAtOrAfter(to) + 1));
        boolean coarse = (last - first) / columns >= Envelope.COARSE;
        List<Series> series = coarse ? store.summaries(mission) : store.window(mission, first, last);
        List<Line> lines = new ArrayList<>();
        List<Long> t = new ArrayList<>();
        boolean raw = last - first <= columns;
        for (Series s : series) {
            Envelope e = Envelope.of(s, first, last, columns);
            ShownUnit unit = ShownUnit.of(s.unit(), fahrenheit);
            List<Double> min = new ArrayList<>(e.columns());
            List<Double> max = new ArrayList<>(e.columns());
            for (int c = 0; c < e.columns(); c++) {
                if (lines.isEmpty()) {
                    t.add(axis.millisAt(e.firstIndex()[c]));
                }
                boolean none = Double.isNaN(e.min()[c]);
                min.add(none ? null : unit.value(e.min()[c]));
                max.add(none ? null : unit.value(e.max()[c]));
            }
            lines.add(new Line(s.label(), unit.symbol(), min, max));
        }
        return new Window(t, lines, raw, axis.millisAt(last));
    }
}
