package org.pelerin.core.judge;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.core.record.Coverage;
import org.pelerin.core.record.Spans;
import org.pelerin.core.stats.Comparison;
import org.threeten.extra.Interval;

/** What departs from a rule on gaps. */
final class GapFinder {

    private GapFinder() {}

    /** Whether less is covered than a share in per cent demands. */
    static boolean tooLittle(Coverage presence, double needed) {
        return Comparison.below(presence.percent(), needed, 100);
    }

    /** Each gap that is strictly longer than the rule allows. */
    static List<Excursion> longGaps(GapRule rule, Coverage presence) {
        List<Excursion> out = new ArrayList<>();
        if (rule.longest() != null) {
            for (Interval gap : presence.gaps().intervals()) {
                if (gap.toDuration().compareTo(rule.longest()) > 0) {
                    out.add(excursion(rule, gap, List.of(gap), gap.getStart().plus(rule.longest())));
                }
            }
        }
        return out;
    }

    /** One over the whole record where too little of it is covered; alarm where more is missing than is allowed in all. */
    static List<Excursion> coverage(GapRule rule, Coverage presence) {
        if (rule.coverage() == null
                || !tooLittle(presence, rule.coverage())
                || presence.judged().isEmpty()) {
            return List.of();
        }
        Spans judged = presence.judged();
        Interval whole =
                Interval.of(Instant.ofEpochMilli(judged.from(0)), Instant.ofEpochMilli(judged.to(judged.count() - 1)));
        long allowed = Math.round(presence.demanded() * (100 - rule.coverage()) / 100);
        Instant alarm = whole.getStart();
        long missing = 0;
        for (Interval gap : presence.gaps().intervals()) {
            long length = gap.toDuration().toMillis();
            if (missing + length > allowed) {
                alarm = gap.getStart().plusMillis(allowed - missing);
                break;
            }
            missing += length;
        }
        return List.of(excursion(rule, whole, presence.gaps().intervals(), alarm));
    }

    private static Excursion excursion(GapRule rule, Interval span, List<Interval> pieces, Instant alarm) {
        return new MissingDataExcursion(rule.id(), Optional.ofNullable(rule.channel()), span, pieces, alarm);
    }
}
