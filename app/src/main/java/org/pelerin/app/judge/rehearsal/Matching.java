package org.pelerin.app.judge.rehearsal;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import org.pelerin.core.sensor.UnitChoice;
import org.pelerin.core.series.Series;

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
                        s.label().equals(label) && conversion(s.unit(), unit).isPresent())
                .findFirst();
    }

    private static Optional<Series> alone(List<Series> record, Map<String, String> units, String unit) {
        long asked = units.values().stream()
                .filter(u -> conversion(u, unit).isPresent())
                .count();
        List<Series> there = record.stream()
                .filter(s -> conversion(s.unit(), unit).isPresent())
                .toList();
        return asked == 1 && there.size() == 1 ? Optional.of(there.get(0)) : Optional.empty();
    }

    private static Series as(Series s, String label, String unit) {
        if (s.unit().equals(unit)) {
            return new Series(label, unit, s.axis(), s.blocks());
        }
        double[] values = Arrays.stream(s.values(0, s.axis().count()))
                .map(conversion(s.unit(), unit).orElseThrow())
                .toArray();
        return Series.of(label, unit, s.axis(), values, null);
    }

    /** From one unit of a quantity to another, directly or by way of the unit that both are shown for; empty for other quantities. */
    private static Optional<DoubleUnaryOperator> conversion(String from, String to) {
        if (from.equals(to)) {
            return Optional.of(v -> v);
        }
        return UnitChoice.bases().stream()
                .filter(base ->
                        choice(base, from).isPresent() && choice(base, to).isPresent())
                .findFirst()
                .map(base -> {
                    UnitChoice a = choice(base, from).orElseThrow();
                    UnitChoice b = choice(base, to).orElseThrow();
                    return v -> b.value(a.from(v));
                });
    }

    private static Optional<UnitChoice> choice(String base, String shown) {
        return UnitChoice.of(base).stream()
                .filter(u -> u.symbol().equals(shown))
                .findFirst();
    }
}
