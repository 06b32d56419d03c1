package org.pelerin.app.review;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.series.CellSummaries;
import org.pelerin.core.series.Envelope;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.Conversion;
import org.springframework.stereotype.Service;

/** The points a mission's chart needs at a zoom: never more than the columns it has. */
@Service
public class Chart {

    /** Lines by the instants that they share. */
    public record Window(List<Columns> groups, List<Line> lines) {}

    /**
     * Instants that lines share.
     *
     * @param t in ms, at which the columns begin
     * @param raw whether a column is a single sample
     * @param steps whether a value holds until the next one
     * @param end where the last column ends, in ms
     */
    public record Columns(List<Long> t, boolean raw, boolean steps, long end) {}

    /**
     * Smallest and largest value a column; null where nothing was recorded.
     *
     * @param channel its number in the record
     * @param group index of its instants
     */
    public record Line(int channel, String label, String unit, int group, List<Double> min, List<Double> max) {}

    private final SeriesStore store;

    Chart(SeriesStore store) {
        this.store = store;
    }

    /** @param from in ms, as {@code to}; clipped to the record */
    public Window window(Mission mission, long from, long to, int columns, boolean fahrenheit) {
        List<Columns> groups = new ArrayList<>();
        List<Line> lines = new ArrayList<>();
        for (SeriesTable table : store.tables(mission)) {
            TimeAxis axis = table.axis();
            // one sample more on either side, so that lines run to the edges
            long first = Math.max(0, axis.indexAtOrAfter(from) - 1);
            long last = Math.max(first, Math.min(axis.count(), axis.indexAtOrAfter(to) + 1));
            boolean coarse = (last - first) / columns >= Envelope.COARSE;
            if (coarse) {
                // whole cells, of which no values are needed
                first = first / CellSummaries.CELL * CellSummaries.CELL;
                last = Math.min(
                        axis.count(), (last + CellSummaries.CELL - 1) / CellSummaries.CELL * CellSummaries.CELL);
            }
            List<Series> series = coarse ? store.summaries(mission, table) : store.window(mission, table, first, last);
            List<Long> t = new ArrayList<>();
            for (int i = 0; i < series.size(); i++) {
                Series s = series.get(i);
                Envelope e = Envelope.of(s, first, last, columns);
                for (int c = t.size(); c < e.columns(); c++) {
                    t.add(axis.millisAt(e.firstIndex()[c]));
                }
                lines.add(line(table.channels().get(i), s, e, groups.size(), fahrenheit));
            }
            groups.add(new Columns(t, last - first <= columns, axis.events(), axis.millisAt(last)));
        }
        return new Window(groups, lines);
    }

    private static Line line(int channel, Series s, Envelope e, int group, boolean fahrenheit) {
        Conversion unit = s.unit().shown(fahrenheit);
        List<Double> min = new ArrayList<>(e.columns());
        List<Double> max = new ArrayList<>(e.columns());
        for (int c = 0; c < e.columns(); c++) {
            boolean none = Double.isNaN(e.min()[c]);
            min.add(none ? null : unit.value(e.min()[c]));
            max.add(none ? null : unit.value(e.max()[c]));
        }
        return new Line(channel, s.label(), unit.symbol(), group, min, max);
    }
}
