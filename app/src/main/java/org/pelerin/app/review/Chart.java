package org.pelerin.app.review;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.series.Envelope;
import org.pelerin.core.series.Outline;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
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
     * @param median of the values of a column; empty where columns hold few of them, or there are many lines
     */
    public record Line(
            int channel,
            String label,
            String unit,
            int group,
            List<Double> min,
            List<Double> max,
            List<Double> median) {}

    /** Lines of which medians are drawn, at the most: the bands of more would hide each other. */
    private static final int MEDIANS = 8;
    /** Samples a column from which on a line is a band. */
    private static final int DENSE = 6;

    private final SeriesStore store;

    Chart(SeriesStore store) {
        this.store = store;
    }

    /** @param from in ms, as {@code to}; clipped to the record */
    public Window window(Mission mission, long from, long to, int columns, ShownUnits inUnits) {
        return window(mission, from, to, columns, inUnits, label -> true, true);
    }

    /** The same of some channels, by their labels, and without medians: for small drawings. Only what is wanted is read. */
    public Window window(
            Mission mission, long from, long to, int columns, ShownUnits inUnits, Predicate<String> labelled) {
        return window(mission, from, to, columns, inUnits, labelled, false);
    }

    private Window window(
            Mission mission,
            long from,
            long to,
            int columns,
            ShownUnits inUnits,
            Predicate<String> labelled,
            boolean medians) {
        List<Columns> groups = new ArrayList<>();
        List<Line> lines = new ArrayList<>();
        List<SeriesTable> tables = store.tables(mission).stream()
                .map(t -> t.only(c -> labelled.test(t.labels().get(t.channels().indexOf(c)))))
                .filter(t -> !t.channels().isEmpty())
                .toList();
        int all = tables.stream().mapToInt(t -> t.channels().size()).sum();
        for (SeriesTable table : tables) {
            TimeAxis axis = table.axis();
            // one sample more on either side, so that lines run to the edges
            long first = Math.max(0, axis.indexAtOrAfter(from) - 1);
            long last = Math.max(first, Math.min(axis.count(), axis.indexAtOrAfter(to) + 1));
            int level = Envelope.level(last - first, columns);
            while (level != Envelope.VALUES) {
                // whole grains, so that no finer ones are needed at the ends
                long grain = Outline.size(level);
                first = first / grain * grain;
                last = Math.min(axis.count(), (last + grain - 1) / grain * grain);
                int wider = Envelope.level(last - first, columns);
                if (wider == level) {
                    break;
                }
                level = wider;
            }
            List<Long> t = new ArrayList<>();
            for (SeriesStore.Drawn d : store.drawn(mission, table)) {
                boolean dense = medians && all <= MEDIANS && !axis.events() && last - first >= (long) DENSE * columns;
                Envelope e = dense
                        ? Envelope.withMedian(d.outlined(), first, last, columns)
                        : Envelope.of(d.outlined(), first, last, columns);
                for (int c = t.size(); c < e.columns(); c++) {
                    t.add(axis.millisAt(e.firstIndex()[c]));
                }
                lines.add(line(d, e, groups.size(), inUnits));
            }
            groups.add(new Columns(t, last - first <= columns, axis.events(), axis.millisAt(last)));
        }
        return new Window(groups, lines);
    }

    private static Line line(SeriesStore.Drawn d, Envelope e, int group, ShownUnits inUnits) {
        Conversion unit = d.channel().unit().shown(inUnits);
        List<Double> min = new ArrayList<>(e.columns());
        List<Double> max = new ArrayList<>(e.columns());
        for (int c = 0; c < e.columns(); c++) {
            boolean none = Double.isNaN(e.min()[c]);
            min.add(none ? null : unit.value(e.min()[c]));
            max.add(none ? null : unit.value(e.max()[c]));
        }
        List<Double> median = new ArrayList<>(e.median().length);
        for (double m : e.median()) {
            median.add(Double.isNaN(m) ? null : unit.value(m));
        }
        return new Line(d.number(), d.channel().label(), unit.symbol(), group, min, max, median);
    }
}
