package org.pelerin.app.review;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.stats.Band;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Service;

/** Rows of a mission's table of values, a stretch of it at a time: of a long record only the blocks that it lies in are read. */
@Service
class Rows {

    /** Rows that are given at once, at most. */
    static final int MOST = 500;

    /**
     * @param index of the row that stands at the instant that was asked for; 0 where none was
     * @param first index of the first one given, from 0
     * @param t instants in ms
     * @param values by channel, null where missing
     * @param sides by channel: 1 above its limits, −1 below, else 0
     */
    record Stretch(long index, long first, List<Long> t, List<List<Double>> values, List<List<Integer>> sides) {}

    private final SeriesStore store;
    private final Evaluation evaluation;

    Rows(SeriesStore store, Evaluation evaluation) {
        this.store = store;
        this.evaluation = evaluation;
    }

    /** @param at in ms; null for none */
    Stretch of(Mission mission, SeriesTable table, long from, int count, Long at, ShownUnits inUnits) {
        TimeAxis axis = table.axis();
        long first = Math.max(0, Math.min(from, axis.count()));
        long last = Math.min(axis.count(), first + Math.max(0, Math.min(count, MOST)));
        List<Long> t = new ArrayList<>();
        List<List<Double>> values = new ArrayList<>();
        List<List<Integer>> sides = new ArrayList<>();
        if (last > first) {
            List<Series> window = store.window(mission, table, first, last);
            Limits limits = evaluation.limits(
                    mission, window.stream().map(Series::channel).toList());
            for (Series s : window) {
                Conversion unit = s.unit().shown(inUnits);
                Band band = limits.band(s.label());
                List<Double> column = new ArrayList<>();
                List<Integer> beyond = new ArrayList<>();
                for (double v : s.values(first, last)) {
                    column.add(Double.isNaN(v) ? null : unit.value(v));
                    beyond.add(band == null ? 0 : band.side(v));
                }
                values.add(column);
                sides.add(beyond);
            }
            for (long i = first; i < last; i++) {
                t.add(axis.millisAt(i));
            }
        }
        // the row that stands at that instant
        long index = at == null ? 0 : Math.max(0, Math.min(axis.count() - 1, axis.indexAtOrAfter(at + 1) - 1));
        return new Stretch(index, first, t, values, sides);
    }
}
