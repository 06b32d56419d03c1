package org.pelerin.app.review;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.UnreadableJudgementException;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.record.JudgedPeriod;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Side;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.record.Spans;
import org.springframework.stereotype.Service;
import org.threeten.extra.Interval;

/** What missions recorded at a spot, as its carpets and reports lay it over days and months. Reads judgements, no samples. */
@Service
public class SpotPieces {

    private final MissionQueries missions;
    private final Evaluation evaluation;
    private final JudgedRecords records;

    SpotPieces(MissionQueries missions, Evaluation evaluation, JudgedRecords records) {
        this.missions = missions;
        this.evaluation = evaluation;
        this.records = records;
    }

    /** The last instant that was recorded there; empty where nothing is home. */
    public Optional<Instant> lastRecorded(long spot) {
        return missions.lastRecordedAt(spot);
    }

    /** Those of which something recorded between two instants is home, the earliest first. */
    public List<Mission> recordedDuring(long spot, Instant from, Instant to) {
        return missions.recordedAt(spot, from, to);
    }

    /** @param tried what they are to be judged by in the place of what is in force; null for that */
    public List<Carpet.Piece> of(List<Mission> there, Interval span, LimitSet tried) {
        return there.stream()
                .filter(m -> recorded(m).overlaps(span))
                // lists hold missions without their plans
                .flatMap(m -> missions.find(m.id()).flatMap(whole -> piece(whole, tried)).stream())
                .toList();
    }

    private static Interval recorded(Mission m) {
        Instant last = m.records().lastAt();
        return Interval.of(
                m.records().firstAt(),
                last.isBefore(m.records().firstAt()) ? m.records().firstAt() : last);
    }

    /** @param tried what it is to be judged by in place of what is in force; null for that */
    private Optional<Carpet.Piece> piece(Mission m, LimitSet tried) {
        Optional<JudgementDocument> judged;
        try {
            judged = evaluation.judgement(m);
        } catch (UnreadableJudgementException e) {
            // recorded, without a readable result; its own page says so and mends it
            return Optional.of(
                    new Carpet.Piece(m.id(), recorded(m), List.of(), List.of(), List.of(), List.of(), 0, true));
        }
        return judged.map(kept -> {
            JudgementDocument j = tried == null ? kept : evaluation.tried(m, tried.limits());
            Interval all = recorded(m);
            Limits limits = tried != null ? tried.limits() : evaluation.limits(m, j);
            boolean any = tried != null
                    || !limits.rules().isEmpty()
                    || !limits.gapRules().isEmpty();
            return new Carpet.Piece(
                    m.id(),
                    all,
                    any ? judged(m, all) : List.of(),
                    departures(j),
                    gaps(j),
                    tooLong(j),
                    Judge.needed(limits),
                    any && lacks(j));
        });
    }

    private static boolean lacks(JudgementDocument j) {
        return j.verdict().equals("inconclusive") || j.excursions().stream().anyMatch(e -> e.side() == Side.MISSING);
    }

    /** Its period, what is no part of the run left out. */
    private List<Interval> judged(Mission m, Interval all) {
        JudgedPeriod period = records.period(m);
        Instant from = period.from() == null ? all.getStart() : period.from();
        // what a logger missed at the end of its time is judged too
        Instant to = period.to() == null ? all.getEnd() : period.to();
        List<Interval> outside = Stream.concat(
                        records.excluded(m.id()).stream()
                                .filter(e -> e.kind() == Exclusion.Kind.NOT_PART)
                                .map(e -> e.exclusion().span()),
                        period.away().stream())
                .toList();
        return Spans.of(from.toEpochMilli(), Math.max(from.toEpochMilli(), to.toEpochMilli()))
                .without(Spans.of(outside))
                .intervals();
    }

    private static List<Carpet.Departure> departures(JudgementDocument j) {
        return j.ofValues().stream()
                .map(e -> new Carpet.Departure(e.span(), e.side() == Side.ABOVE))
                .toList();
    }

    /** Single gaps; what lacks in all follows from how much is covered. */
    private static List<Interval> tooLong(JudgementDocument j) {
        return j.excursions().stream()
                .filter(e -> e.side() == Side.MISSING && e.pieces().size() == 1)
                .filter(e -> e.duration().equals(e.span().toDuration()))
                .map(ExcursionDocument::span)
                .toList();
    }

    private static List<Interval> gaps(JudgementDocument j) {
        return j.gaps().stream().map(g -> Interval.of(g.start(), g.end())).toList();
    }
}
