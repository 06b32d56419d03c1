package org.pelerin.app.review;

import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.UnreadableJudgementException;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionFilter;
import org.pelerin.app.missions.MissionService;
import org.pelerin.app.record.JudgedPeriod;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Side;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.record.Spans;
import org.springframework.stereotype.Service;
import org.threeten.extra.Interval;

/** What missions recorded at a spot, as its carpets and reports lay it over days and months. Reads judgements, no samples. */
@Service
public class SpotPieces {

    /** A month holds few; more are not looked for. */
    private static final int MOST_MISSIONS = 200;

    private final MissionService missions;
    private final Evaluation evaluation;
    private final JudgedRecords records;

    SpotPieces(MissionService missions, Evaluation evaluation, JudgedRecords records) {
        this.missions = missions;
        this.evaluation = evaluation;
        this.records = records;
    }

    /** Those of which something is home, the newest first. */
    public List<Mission> recordedAt(long spot) {
        return missions.atSpot(spot, MOST_MISSIONS).stream()
                .filter(m -> m.records().firstAt() != null && m.records().lastAt() != null)
                .toList();
    }

    /** Those of which something recorded between two instants is home, the earliest first. */
    public List<Mission> recordedDuring(long spot, Instant from, Instant to) {
        return missions
                .page(
                        new MissionFilter.Wanted(null, null, spot, null, null, List.of(), false, false, from, to),
                        MOST_MISSIONS,
                        0)
                .stream()
                .filter(m -> m.records().firstAt() != null && m.records().lastAt() != null)
                .filter(m -> !m.records().lastAt().isBefore(from)
                        && m.records().firstAt().isBefore(to))
                .sorted(Comparator.comparing(m -> m.records().firstAt()))
                .toList();
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
            // recorded, and nothing that can be said of it; its own page says so and mends it
            return Optional.of(new Carpet.Piece(m.id(), recorded(m), List.of(), List.of(), List.of()));
        }
        return judged.map(kept -> {
            JudgementDocument j = tried == null ? kept : evaluation.tried(m, tried.limits());
            Interval all = recorded(m);
            boolean any = tried != null || !evaluation.limits(m, j).rules().isEmpty();
            return new Carpet.Piece(m.id(), all, any ? judged(m, all) : List.of(), departures(j), gaps(j));
        });
    }

    /** Its period, what is no part of the run left out. */
    private List<Interval> judged(Mission m, Interval all) {
        JudgedPeriod period = records.period(m);
        Instant from = period.from() == null ? all.getStart() : period.from();
        // what a logger missed at the end of its time is judged too
        Instant to = period.to() == null ? all.getEnd() : period.to();
        List<Interval> outside = records.excluded(m.id()).stream()
                .filter(e -> e.kind() == Exclusion.Kind.NOT_PART)
                .map(e -> e.exclusion().span())
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

    private static List<Interval> gaps(JudgementDocument j) {
        return j.gaps().stream().map(g -> Interval.of(g.start(), g.end())).toList();
    }
}
