package org.pelerin.app.review;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionService;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.record.JudgedPeriod;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.record.Spans;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.threeten.extra.Interval;

/** The carpet of a spot, a part of its page. */
@Controller
class CarpetController {

    /** A month holds few; more are not looked for. */
    private static final int MOST_MISSIONS = 200;

    private static final int MONTHS = 12;

    private final PlaceService places;
    private final MissionService missions;
    private final Evaluation evaluation;
    private final JudgedRecords records;
    private final LimitSets sets;
    private final Clock clock;

    CarpetController(
            PlaceService places,
            MissionService missions,
            Evaluation evaluation,
            JudgedRecords records,
            LimitSets sets,
            Clock clock) {
        this.places = places;
        this.missions = missions;
        this.evaluation = evaluation;
        this.records = records;
        this.sets = sets;
        this.clock = clock;
    }

    /**
     * @param limits a set that is tried in the place of what is in force
     * @param month as ISO has it; the one of the newest record where none is named or it cannot be read
     */
    @GetMapping("/spots/{id}/carpet")
    String carpet(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String month,
            @RequestParam(required = false) Long limits,
            Model model) {
        LimitSet tried = limits == null ? null : sets.find(limits).orElse(null);
        SpotAt spot = places.find(id).orElseThrow(() -> new NotThereException("There is no spot " + id + "."));
        ZoneId zone = spot.zoneId();
        List<Mission> there = recordedAt(id);
        YearMonth wanted = read(month)
                .orElseGet(() -> YearMonth.from(there.stream()
                        .map(m -> m.records().lastAt())
                        .max(Instant::compareTo)
                        .orElseGet(clock::instant)
                        .atZone(zone)));
        List<Carpet.Piece> pieces = pieces(there, span(wanted, wanted, zone), tried);
        model.addAttribute("spot", spot);
        model.addAttribute("z", zone);
        model.addAttribute("limits", tried == null ? null : tried.id());
        model.addAttribute("by", tried == null ? null : tried.name());
        model.addAttribute("frame", tried == null ? "carpet" : "carpet-" + tried.id());
        model.addAttribute("any", !there.isEmpty());
        model.addAttribute("carpet", Carpet.of(wanted, zone, pieces));
        return "review/carpet :: carpet";
    }

    private List<Mission> recordedAt(long spot) {
        return missions.atSpot(spot, MOST_MISSIONS).stream()
                .filter(m -> m.records().firstAt() != null && m.records().lastAt() != null)
                .toList();
    }

    private static Interval span(YearMonth first, YearMonth last, ZoneId zone) {
        return Interval.of(
                first.atDay(1).atStartOfDay(zone).toInstant(),
                last.plusMonths(1).atDay(1).atStartOfDay(zone).toInstant());
    }

    private List<Carpet.Piece> pieces(List<Mission> there, Interval span, LimitSet tried) {
        return there.stream()
                .filter(m -> recorded(m).overlaps(span))
                // lists hold missions without their plans
                .flatMap(m -> missions.find(m.id()).flatMap(whole -> piece(whole, tried)).stream())
                .toList();
    }

    /** The verdict of each month, the newest first. */
    @GetMapping("/spots/{id}/months")
    String months(@PathVariable long id, Model model) {
        SpotAt spot = places.find(id).orElseThrow(() -> new NotThereException("There is no spot " + id + "."));
        ZoneId zone = spot.zoneId();
        List<Mission> there = recordedAt(id);
        List<Carpet> months = new ArrayList<>();
        there.stream().map(m -> m.records().lastAt()).max(Instant::compareTo).ifPresent(newest -> {
            YearMonth last = YearMonth.from(newest.atZone(zone));
            List<Carpet.Piece> pieces = pieces(there, span(last.minusMonths(MONTHS - 1), last, zone), null);
            for (int i = 0; i < MONTHS; i++) {
                Carpet month = Carpet.of(last.minusMonths(i), zone, pieces);
                if (month.days().stream().anyMatch(Carpet.Day::recorded)) {
                    months.add(month);
                }
            }
        });
        model.addAttribute("spot", spot);
        model.addAttribute("months", months);
        return "review/carpet :: months";
    }

    private static Optional<YearMonth> read(String month) {
        try {
            return month.isBlank() ? Optional.empty() : Optional.of(YearMonth.parse(month.strip()));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    private static Interval recorded(Mission m) {
        Instant last = m.records().lastAt();
        return Interval.of(
                m.records().firstAt(),
                last.isBefore(m.records().firstAt()) ? m.records().firstAt() : last);
    }

    /** @param tried what it is to be judged by in place of what is in force; null for that */
    private Optional<Carpet.Piece> piece(Mission m, LimitSet tried) {
        return evaluation.judgement(m).map(kept -> {
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
        return j.excursions().stream()
                .filter(e -> !e.direction().equals("gap"))
                .map(e -> new Carpet.Departure(Interval.of(e.start(), e.end()), e.isAbove()))
                .toList();
    }

    private static List<Interval> gaps(JudgementDocument j) {
        return j.gaps().stream().map(g -> Interval.of(g.start(), g.end())).toList();
    }
}
