package org.pelerin.core.judge;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.threeten.extra.Interval;

/**
 * Values beyond a limit, for long enough.
 *
 * @param rule id of the rule
 * @param channel label of the channel
 * @param direction side of the bound
 * @param span first sample out to the first one back in, half-open
 * @param unobserved time inside that no sample stands for
 * @param samples how many samples it holds
 * @param alarmAt when the rule's delay or count was used up
 * @param peak the value farthest from the limit, the first if several
 * @param peakAt its instant
 * @param mean time-weighted mean while out, in dB as energy
 * @param area beyond the limit, in unit · hours
 * @param openAtStart it holds the first value judged
 * @param openAtEnd it holds the last value judged
 * @param pieces the runs that an allowance adds; the span alone otherwise
 */
public record ValueExcursion(
        String rule,
        String channel,
        Direction direction,
        Interval span,
        Duration unobserved,
        long samples,
        Instant alarmAt,
        double peak,
        Instant peakAt,
        double mean,
        double area,
        boolean openAtStart,
        boolean openAtEnd,
        List<Interval> pieces)
        implements Excursion {

    public ValueExcursion {
        pieces = List.copyOf(pieces);
    }

    /** The same with other open ends. */
    ValueExcursion openAt(boolean start, boolean end) {
        return new ValueExcursion(
                rule,
                channel,
                direction,
                span,
                unobserved,
                samples,
                alarmAt,
                peak,
                peakAt,
                mean,
                area,
                start,
                end,
                pieces);
    }
}
