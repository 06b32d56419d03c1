package org.pelerin.app.judge.rehearsal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/**
 * Finds the recorded series that a plan's limited channels stand for, in the units of the limits: by label, if the quantity is the
 * same; else, where the plan has one such channel of a quantity and the record one, whatever it was called.
 */
final class Matching {

    private Matching() {}

    /**
     * @param units of the limited channels, by label
     * @return the series under the plan's labels, with values in the plan's units; channels that nothing was recorded of are left out
     */
    static List<Series> of(List<Series> record, Map<String, String> units) {
        List<Series> out = new ArrayList<>();
        units.forEach((label, unit) -> named(record, label, unit)
                .or(() -> alone(record, units, unit))
                .map(s -> as(s, label, unit))
                .ifPresent(out::add));
        return out;
    }

    private static Optional<Series> named(List<Series> record, String label, String unit) {
        return record.stream()
                .filter(s ->
                        s.label().equals(label) && s.unit().to(Unit.of(unit)).isPresent())
                .findFirst();
    }

    private static Optional<Series> alone(List<Series> record, Map<String, String> units, String unit) {
        long asked = units.values().stream()
                .filter(u -> Unit.of(u).to(Unit.of(unit)).isPresent())
                .count();
        List<Series> there = record.stream()
                .filter(s -> s.unit().to(Unit.of(unit)).isPresent())
                .toList();
        return asked == 1 && there.size() == 1 ? Optional.of(there.get(0)) : Optional.empty();
    }

    private static Series as(Series s, String label, String unit) {
        Channel wanted = Channel.of(label, unit);
        Conversion conversion = s.unit().shownIn(wanted.unit());
        if (conversion.same()) {
            return s.as(wanted);
        }
        double[] values = Arrays.stream(s.values(0, s.axis().count()))
                .map(conversion::value)
                .toArray();
        return Series.of(wanted, s.axis(), values, null);
    }
}
