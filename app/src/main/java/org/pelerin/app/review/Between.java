package org.pelerin.app.review;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SeriesTable;
import org.pelerin.core.series.TimeAxis;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Service;

/** What channels read at two instants. */
@Service
public class Between {

    private static final double HOUR = Duration.ofHours(1).toMillis();

    /**
     * One channel. Null where no value stands.
     *
     * @param channel its number in the record
     * @param from at the first instant, and {@code to} at the second
     * @param difference the second less the first, in the unit's size
     * @param perHour that over the time between
     * @param min of what counts between them, as {@code mean} and {@code max}; null for a single instant
     */
    public record Reading(
            int channel,
            String label,
            String unit,
            Double from,
            Double to,
            Double difference,
            Double perHour,
            Double min,
            Double mean,
            Double max) {}

    /** The same with figures of the time between; each belongs to the channel of its name. */
    static List<Reading> with(List<Reading> readings, List<Figures> figures) {
        return readings.stream()
                .map(r -> figures.stream()
                        .filter(f -> f.channel().equals(r.label))
                        .findFirst()
                        .map(f -> new Reading(
                                r.channel,
                                r.label,
                                r.unit,
                                r.from,
                                r.to,
                                r.difference,
                                r.perHour,
                                f.min(),
                                f.mean(),
                                f.max()))
                        .orElse(r))
                .toList();
    }

    private final SeriesStore store;

    Between(SeriesStore store) {
        this.store = store;
    }

    /** @param from in ms, as {@code to} */
    public List<Reading> readings(Mission mission, long from, long to, ShownUnits inUnits) {
        List<Reading> out = new ArrayList<>();
        for (SeriesTable table : store.tables(mission)) {
            long first = standing(table.axis(), from);
            long second = standing(table.axis(), to);
            for (SeriesStore.Drawn d : store.drawn(mission, table)) {
                Conversion unit = d.channel().unit().shown(inUnits);
                Double a = value(d, first);
                Double b = value(d, second);
                Double difference = a == null || b == null ? null : unit.difference(b - a);
                out.add(new Reading(
                        d.number(),
                        d.channel().label(),
                        unit.symbol(),
                        a == null ? null : unit.value(a),
                        b == null ? null : unit.value(b),
                        difference,
                        difference == null || to <= from ? null : difference * HOUR / (to - from),
                        null,
                        null,
                        null));
            }
        }
        return out;
    }

    /** Index of the sample that stands at an instant; -1 for none. */
    private static long standing(TimeAxis axis, long at) {
        long index = axis.indexAtOrAfter(at + 1) - 1;
        return index >= 0 && at < axis.millisAt(index + 1) ? index : -1;
    }

    private static Double value(SeriesStore.Drawn d, long index) {
        if (index < 0) {
            return null;
        }
        double v = d.outlined().values(index, index + 1)[0];
        return Double.isNaN(v) ? null : v;
    }
}
