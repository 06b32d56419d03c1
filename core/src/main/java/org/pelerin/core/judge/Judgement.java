package org.pelerin.core.judge;

import java.util.List;
import org.pelerin.core.record.Coverage;
import org.threeten.extra.Interval;

/**
 * What a record is worth against its limits.
 *
 * @param verdict never {@code WITHIN} on too little data
 * @param excursions in order of their start
 * @param presence what is there and what is missing, over the channels that the rules name together, all if none
 * @param reasons why the verdict is inconclusive, in plain words; empty otherwise
 */
public record Judgement(Verdict verdict, List<Excursion> excursions, Coverage presence, List<String> reasons) {

    public Judgement {
        excursions = List.copyOf(excursions);
        reasons = List.copyOf(reasons);
    }

    /** Those of values. */
    public List<ValueExcursion> ofValues() {
        return excursions.stream()
                .filter(ValueExcursion.class::isInstance)
                .map(ValueExcursion.class::cast)
                .toList();
    }

    /** A stretch is a gap where any of the channels has one. */
    public List<Interval> gaps() {
        return presence.gaps().intervals();
    }

    /** Per cent of the judged time that valid samples stand for. */
    public double coverage() {
        return presence.percent();
    }
}
