package org.pelerin.core.judge;

import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.pelerin.core.stats.Mean;
import org.pelerin.core.unit.SignificantDigits;
import org.threeten.extra.Interval;

/** Adds the runs of a rule that allows so much time out in all. */
final class AllowanceSum {

    private AllowanceSum() {}

    /** One excursion if the runs sum to strictly more than the allowance. */
    static Optional<ValueExcursion> of(
            Rule rule, Lasting.Allowance allowance, boolean levels, List<ValueExcursion> runs) {
        List<ValueExcursion> pieces = runs.stream()
                .sorted(Comparator.comparing(e -> e.span().getStart()))
                .toList();
        Instant alarmAt = null;
        Duration sum = Duration.ZERO;
        for (ValueExcursion piece : pieces) {
            Duration after = sum.plus(piece.duration());
            if (alarmAt == null && after.compareTo(allowance.sum()) > 0) {
                alarmAt = piece.span().getStart().plus(allowance.sum().minus(sum));
            }
            sum = after;
        }
        return alarmAt == null ? Optional.empty() : Optional.of(join(rule, levels, pieces, alarmAt));
    }

    private static ValueExcursion join(Rule rule, boolean levels, List<ValueExcursion> pieces, Instant alarmAt) {
        ValueExcursion peak = pieces.get(0);
        Duration unobserved = Duration.ZERO;
        long samples = 0;
        double area = 0;
        Mean mean = Mean.of(levels);
        Instant end = Instant.MIN;
        for (ValueExcursion piece : pieces) {
            peak = farther(beyond(rule, piece), beyond(rule, peak)) ? piece : peak;
            unobserved = unobserved.plus(piece.unobserved());
            samples += piece.samples();
            area += piece.area();
            mean.add(piece.mean(), piece.duration().minus(piece.unobserved()).toMillis() / 3_600_000.0);
            end = piece.span().getEnd().isAfter(end) ? piece.span().getEnd() : end;
        }
        boolean bothSides = !Double.isInfinite(rule.bound().low())
                && !Double.isInfinite(rule.bound().high());
        return new ValueExcursion(
                rule.id(),
                rule.channel(),
                bothSides ? Direction.OUTSIDE : pieces.get(0).direction(),
                Interval.of(pieces.get(0).span().getStart(), end),
                unobserved,
                samples,
                alarmAt,
                peak.peak(),
                peak.peakAt(),
                mean.value(),
                area,
                pieces.stream().anyMatch(ValueExcursion::openAtStart),
                pieces.stream().anyMatch(ValueExcursion::openAtEnd),
                pieces.stream().map(ValueExcursion::span).toList());
    }

    private static boolean farther(double a, double b) {
        return a > b && SignificantDigits.rounded(a) > SignificantDigits.rounded(b);
    }

    private static double beyond(Rule rule, ValueExcursion e) {
        return e.direction().beyond(e.peak(), rule.limit(e.direction()));
    }
}
