package org.pelerin.core.judge;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Gaps;
import org.pelerin.core.series.Series;

/**
 * Judges a record against limits: a pure function of the series and the rules.
 *
 * <p>Verdict, in this order: any departure of values gives {@code EXCURSIONS}; else {@code INCONCLUSIVE} if coverage is
 * below {@value #COVERAGE_NEEDED} %, a rule's channel is not there, a rule found nothing to judge, there is no rule or no
 * more than one sample; else {@code WITHIN}.
 */
public final class Judge {

    public static final double COVERAGE_NEEDED = 95;

    private Judge() {}

    /** @param record the channels of one mission; at least one */
    public static Judgement judge(List<Series> record, Limits limits) {
        List<Excursion> excursions = new ArrayList<>();
        List<String> reasons = new ArrayList<>();
        List<Series> named = new ArrayList<>();
        for (Rule rule : limits.rules()) {
            Optional<Series> series = record.stream()
                    .filter(s -> s.label().equals(rule.channel()))
                    .findFirst();
            if (series.isEmpty()) {
                reasons.add("the record has no channel “" + rule.channel() + "”");
                continue;
            }
            if (!named.contains(series.get())) {
                named.add(series.get());
            }
            if (!judge(series.get(), rule, excursions)) {
                reasons.add("“" + rule.channel() + "” holds no valid sample");
            }
        }
        excursions.sort(
                Comparator.comparing((Excursion e) -> e.span().getStart()).thenComparing(Excursion::rule));
        Gaps gaps = Gaps.unionOf(
                (named.isEmpty() ? record : named).stream().map(Gaps::of).toList());
        if (limits.rules().isEmpty()) {
            reasons.add("no limits were set");
        }
        if (record.stream().allMatch(s -> s.axis().count() <= 1 && !s.axis().events())) {
            reasons.add("there is no more than one sample");
        }
        if (gaps.coverage() < COVERAGE_NEEDED) {
            reasons.add("samples cover less than 95 % of the record");
        }
        Verdict verdict =
                !excursions.isEmpty() ? Verdict.EXCURSIONS : reasons.isEmpty() ? Verdict.WITHIN : Verdict.INCONCLUSIVE;
        return new Judgement(
                verdict, excursions, gaps, reasons.stream().distinct().toList());
    }

    /** Returns whether there was anything to judge. */
    private static boolean judge(Series series, Rule rule, List<Excursion> into) {
        long first = -1;
        for (Block b : series.blocks()) {
            if (!b.allMissing()) {
                first = b.firstIndex() + firstValid(b.values());
                break;
            }
        }
        if (first < 0) {
            return false;
        }
        long last = -1;
        for (int i = series.blocks().size() - 1; i >= 0 && last < 0; i--) {
            Block b = series.blocks().get(i);
            if (!b.allMissing()) {
                last = b.firstIndex() + lastValid(b.values());
            }
        }
        List<Excursion> runs = new ArrayList<>();
        for (Direction direction : Direction.SIDES) {
            RunFinder.find(rule, direction, series, first, last, runs::add);
        }
        if (rule.lasting() instanceof Lasting.Allowance a) {
            AllowanceSum.of(rule, a, series.unit(), runs).ifPresent(into::add);
        } else {
            into.addAll(runs);
        }
        return true;
    }

    private static int firstValid(double[] values) {
        int i = 0;
        while (Double.isNaN(values[i])) {
            i++;
        }
        return i;
    }

    private static int lastValid(double[] values) {
        int i = values.length - 1;
        while (Double.isNaN(values[i])) {
            i--;
        }
        return i;
    }
}
