package org.pelerin.core.record;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.pelerin.core.series.Channel;
import org.pelerin.core.series.Series;
import org.threeten.extra.Interval;

/**
 * What was recorded, what is excluded of it and what follows from both: what charts, statistics, judgement and documents read, whatever
 * it came from.
 *
 * <p>Invariants: no sample outside of the judged stretches is ever told to a reader; recorded series
 * are never changed. It holds series by reference and decodes nothing before it is read; each reading is one pass over the blocks that
 * the readers do not skip.
 */
public final class JudgedRecord {

    private final List<SampleSource> sources;
    private final int recorded;
    private final Spans excluded;

    private JudgedRecord(List<SampleSource> sources, int recorded, Spans excluded) {
        this.sources = List.copyOf(sources);
        this.recorded = recorded;
        this.excluded = excluded;
    }

    /** All that was recorded, each series from its first sample to where the last one stops standing. */
    public static JudgedRecord of(List<Series> recorded) {
        return of(recorded, null, List.of());
    }

    /**
     * @param period that is judged, on the reference clock; either end may be unbounded, which is then the record's own; null for the
     *     whole record
     */
    public static JudgedRecord of(List<Series> recorded, Interval period, List<Exclusion> exclusions) {
        Spans invalid = spans(exclusions, Exclusion.Kind.NOT_VALID);
        Spans outside = spans(exclusions, Exclusion.Kind.NOT_PART);
        List<SampleSource> sources = new ArrayList<>();
        for (Series s : recorded) {
            OptionalLong given = period == null || period.isUnboundedStart()
                    ? OptionalLong.empty()
                    : OptionalLong.of(period.getStart().toEpochMilli());
            sources.add(new RecordedSource(s, judged(s, period).without(outside), invalid, given));
        }
        return new JudgedRecord(sources, sources.size(), outside);
    }

    /**
     * The record of a spot: what several missions recorded there in turn, each during its judged period, with the stretches between them as
     * gaps. Where two overlap at a handover the earlier is cut at the later's start. A channel is the one of the same name and unit.
     *
     * @param missions without derived channels, in the order of time
     */
    public static JudgedRecord inTurn(List<JudgedRecord> missions) {
        Map<Channel, List<SampleSource>> parts = new LinkedHashMap<>();
        Spans excluded = Spans.NONE;
        long later = Long.MAX_VALUE;
        for (int i = missions.size() - 1; i >= 0; i--) {
            excluded = excluded.or(missions.get(i).excluded);
            long begins = Long.MAX_VALUE;
            for (SampleSource s : missions.get(i).sources) {
                RecordedSource whole = (RecordedSource) s;
                Spans judged = whole.judged().within(Long.MIN_VALUE, later);
                if (!judged.isEmpty()) {
                    begins = Math.min(begins, judged.from(0));
                    parts.computeIfAbsent(s.channel(), c -> new ArrayList<>())
                            .add(0, new RecordedSource(whole.series(), judged, whole.invalid(), whole.given()));
                }
            }
            later = Math.min(later, begins);
        }
        List<SampleSource> joined = new ArrayList<>();
        parts.forEach((channel, of) -> joined.add(new JoinedSource(channel, of)));
        return new JudgedRecord(joined, joined.size(), excluded);
    }

    /** Of what has no row nothing is assumed, whatever period is given. */
    private static Spans judged(Series s, Interval period) {
        if (s.axis().count() == 0) {
            return Spans.NONE;
        }
        long first = s.axis().millisAt(0);
        // what lasts no time is read all the same
        long end = Math.max(first + 1, s.axis().millisAt(s.axis().count()));
        return period == null
                ? Spans.of(first, end)
                : Spans.of(
                        period.isUnboundedStart() ? first : period.getStart().toEpochMilli(),
                        period.isUnboundedEnd() ? end : period.getEnd().toEpochMilli());
    }

    private static Spans spans(List<Exclusion> exclusions, Exclusion.Kind kind) {
        return Spans.of(exclusions.stream()
                .filter(e -> e.kind() == kind)
                .map(Exclusion::span)
                .toList());
    }

    /** The same with a channel more, which is read from others. */
    public JudgedRecord with(SampleSource derived) {
        List<SampleSource> more = new ArrayList<>(sources);
        more.add(derived);
        return new JudgedRecord(more, recorded, excluded);
    }

    /** Recorded channels, then derived ones. */
    public List<SampleSource> sources() {
        return sources;
    }

    public List<SampleSource> recorded() {
        return sources.subList(0, recorded);
    }

    /** The first of that name. */
    public Optional<SampleSource> source(String label) {
        return sources.stream().filter(s -> s.channel().label().equals(label)).findFirst();
    }

    /** Time inside the period that is not part of the run. */
    public Spans excluded() {
        return excluded;
    }
}
