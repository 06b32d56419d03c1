package org.pelerin.core.judge;

import java.util.List;
import org.pelerin.core.series.Gaps;

/**
 * What a record is worth against its limits.
 *
 * @param verdict never {@code WITHIN} on too little data
 * @param excursions in order of their start
 * @param gaps over the channels that the rules name, all if none: a stretch is a gap where any of them has one
 * @param reasons why the verdict is inconclusive, in plain words; empty otherwise
 */
public record Judgement(Verdict verdict, List<Excursion> excursions, Gaps gaps, List<String> reasons) {

    public Judgement {
        excursions = List.copyOf(excursions);
        reasons = List.copyOf(reasons);
    }

    public double coverage() {
        return gaps.coverage();
    }
}
