package org.pelerin.core.exchange;

import com.fasterxml.jackson.annotation.JsonIgnore;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Direction;
import org.pelerin.core.judge.Excursion;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Judgement;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.sound.ShiftSound;
import org.pelerin.core.stats.NoiseDose;
import org.pelerin.core.stats.Statistics;
import org.pelerin.core.stats.StatisticsReader;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/** A judgement as it is stored and exchanged; {@code docs/formats/judgement.schema.json}. What does not apply is null. */
public record JudgementDocument(
        String verdict,
        List<Channel> series,
        List<Departure> excursions,
        List<Hole> gaps,
        double coverage,
        List<String> reasons,
        List<Shift> shifts) {

    public JudgementDocument {
        // judgements of earlier versions say nothing of shifts
        shifts = shifts == null ? List.of() : shifts;
    }

    public JudgementDocument(
            String verdict,
            List<Channel> series,
            List<Departure> excursions,
            List<Hole> gaps,
            double coverage,
            List<String> reasons) {
        this(verdict, series, excursions, gaps, coverage, reasons, List.of());
    }

    public JudgementDocument withShifts(List<Shift> found) {
        return new JudgementDocument(verdict, series, excursions, gaps, coverage, reasons, found);
    }

    /**
     * A level in one working shift; see {@link ShiftSound}.
     *
     * @param coverage in per cent of the whole shift
     * @param judged the scheme whose dose is held against what is allowed, by its key
     */
    public record Shift(
            String channel,
            Instant start,
            Instant end,
            double coverage,
            double leq,
            Double l10,
            Double l50,
            Double l90,
            double max,
            double lex,
            String judged,
            List<Dose> doses) {

        public static Shift of(String channel, ShiftSound s, NoiseDose.Scheme judged) {
            return new Shift(
                    channel,
                    Instant.ofEpochMilli(s.from()),
                    Instant.ofEpochMilli(s.to()),
                    s.coverage(),
                    s.leq(),
                    finite(s.l10()),
                    finite(s.l50()),
                    finite(s.l90()),
                    s.max(),
                    s.lex(),
                    judged.key(),
                    s.doses().entrySet().stream()
                            .map(e -> new Dose(
                                    e.getKey().key(),
                                    e.getValue().dose(),
                                    finite(e.getValue().twa())))
                            .toList());
        }

        /** That of the scheme it is judged by. */
        @JsonIgnore
        public Dose dose() {
            return doses.stream()
                    .filter(d -> d.scheme.equals(judged))
                    .findFirst()
                    .orElseThrow();
        }
    }

    /**
     * Noise dose of a shift.
     *
     * @param scheme its key
     * @param dose in per cent of what is allowed a day
     * @param twa in dB, null for no dose
     */
    public record Dose(String scheme, double dose, Double twa) {}

    public record Channel(
            String channel,
            String unit,
            long count,
            Instant first,
            Instant last,
            Double min,
            Instant minAt,
            Double max,
            Instant maxAt,
            Double mean,
            Double sd,
            Double mkt,
            Double p05,
            Double p10,
            Double p50,
            Double p90,
            Double p95,
            Duration within,
            Duration above,
            Duration below) {

        public static Channel of(Statistics s) {
            return new Channel(
                    s.channel(),
                    s.unit(),
                    s.count(),
                    s.first(),
                    s.last(),
                    finite(s.min()),
                    s.minAt(),
                    finite(s.max()),
                    s.maxAt(),
                    finite(s.mean()),
                    finite(s.sd()),
                    finite(s.mkt()),
                    finite(s.p05()),
                    finite(s.p10()),
                    finite(s.p50()),
                    finite(s.p90()),
                    finite(s.p95()),
                    hours(s.within()),
                    hours(s.above()),
                    hours(s.below()));
        }

        Channel at(UnaryOperator<Instant> told) {
            return new Channel(
                    channel,
                    unit,
                    count,
                    told.apply(first),
                    told.apply(last),
                    min,
                    told.apply(minAt),
                    max,
                    told.apply(maxAt),
                    mean,
                    sd,
                    mkt,
                    p05,
                    p10,
                    p50,
                    p90,
                    p95,
                    within,
                    above,
                    below);
        }

        /** Share of the observed time within the limits, in per cent; null without limits. */
        public Double withinPercent() {
            if (within == null) {
                return null;
            }
            long all = within.plus(above).plus(below).toMillis();
            return all == 0 ? null : 100.0 * within.toMillis() / all;
        }
    }

    public record Departure(
            String rule,
            String channel,
            String unit,
            String direction,
            Double limit,
            Instant start,
            Instant end,
            Duration duration,
            Duration unobserved,
            long samples,
            Instant alarmAt,
            Double peak,
            Instant peakAt,
            Double mean,
            Double area,
            boolean openAtStart,
            boolean openAtEnd,
            Double otherLimit,
            List<Hole> pieces,
            String severity) {

        public Departure {
            // judgements of earlier versions say nothing of pieces
            pieces = pieces == null ? List.of(new Hole(start, end)) : pieces;
        }

        /** Of a rule on values. */
        static Departure of(Excursion e, Rule rule, Unit unit) {
            double limit = rule.limitOf(e);
            Bound bound = rule.bound();
            Double other = e.direction() != Direction.OUTSIDE
                    ? null
                    : Double.valueOf(limit == bound.high() ? bound.low() : bound.high());
            return of(e, rule.basis().unit(unit).symbol(), limit, other, rule.severity());
        }

        /** Of a rule on gaps. */
        static Departure of(Excursion e, GapRule rule) {
            return of(e, null, null, null, rule.severity());
        }

        private static Departure of(Excursion e, String unit, Double limit, Double other, Severity severity) {
            return new Departure(
                    e.rule(),
                    e.channel(),
                    unit,
                    lower(e.direction()),
                    limit,
                    e.span().getStart(),
                    e.span().getEnd(),
                    e.duration(),
                    e.unobserved(),
                    e.samples(),
                    e.alarmAt(),
                    finite(e.peak()),
                    e.peakAt(),
                    finite(e.mean()),
                    finite(e.area()),
                    e.openAtStart(),
                    e.openAtEnd(),
                    other,
                    e.pieces().stream()
                            .map(p -> new Hole(p.getStart(), p.getEnd()))
                            .toList(),
                    lower(severity));
        }

        Departure at(UnaryOperator<Instant> told) {
            return new Departure(
                    rule,
                    channel,
                    unit,
                    direction,
                    limit,
                    told.apply(start),
                    told.apply(end),
                    duration,
                    unobserved,
                    samples,
                    told.apply(alarmAt),
                    peak,
                    told.apply(peakAt),
                    mean,
                    area,
                    openAtStart,
                    openAtEnd,
                    otherLimit,
                    holes(pieces, told),
                    severity);
        }

        /** Whether part of its time went by without data. */
        @JsonIgnore
        public boolean isBridging() {
            return unobserved != null && !unobserved.isZero();
        }

        /** Whether its peak lies above its limits. */
        @JsonIgnore
        public boolean isAbove() {
            return direction.equals("above") || direction.equals("outside") && peak > limit;
        }

        /** What it went beyond, in words: “above 14 °C”. */
        public String beyond(Conversion shown) {
            double limit = shown.value(this.limit);
            Double other = otherLimit == null ? null : shown.value(otherLimit);
            return isAbove()
                    ? LimitText.sides(other, limit, shown.symbol())
                    : LimitText.sides(limit, other, shown.symbol());
        }

        /** Whether time above and time below its limits were added up. */
        @JsonIgnore
        public boolean isBothSides() {
            return otherLimit != null;
        }
    }

    public record Hole(Instant start, Instant end) {}

    /** The same with its instants told by another clock. */
    public JudgementDocument at(UnaryOperator<Instant> clock) {
        UnaryOperator<Instant> told = t -> t == null ? null : clock.apply(t);
        return new JudgementDocument(
                verdict,
                series.stream().map(s -> s.at(told)).toList(),
                excursions.stream().map(e -> e.at(told)).toList(),
                holes(gaps, told),
                coverage,
                reasons,
                shifts);
    }

    private static List<Hole> holes(List<Hole> all, UnaryOperator<Instant> told) {
        return all.stream()
                .map(h -> new Hole(told.apply(h.start), told.apply(h.end)))
                .toList();
    }

    /** Judges a record, and reckons its figures, in one pass over each channel. */
    public static JudgementDocument of(JudgedRecord record, Limits asked, ZoneId site, double enthalpy) {
        Limits limits = asked.on(record);
        Map<SampleSource, StatisticsReader> figures = new IdentityHashMap<>();
        record.sources()
                .forEach(s -> figures.put(
                        s, new StatisticsReader(s, limits.band(s.channel().label()), enthalpy)));
        Judgement judgement = Judge.judge(record, limits, site, figures);
        List<Channel> series = record.sources().stream()
                .map(s -> Channel.of(figures.get(s).statistics()))
                .toList();
        return of(judgement, limits, record, series);
    }

    private static JudgementDocument of(Judgement j, Limits limits, JudgedRecord record, List<Channel> series) {
        List<Departure> excursions = new ArrayList<>();
        for (Excursion e : j.excursions()) {
            excursions.add(limits.rules().stream()
                    .filter(r -> r.id().equals(e.rule()))
                    .findFirst()
                    .map(r -> Departure.of(
                            e,
                            r,
                            record.source(e.channel()).orElseThrow().channel().unit()))
                    .orElseGet(() -> Departure.of(
                            e,
                            limits.gapRules().stream()
                                    .filter(g -> g.id().equals(e.rule()))
                                    .findFirst()
                                    .orElseThrow())));
        }
        return new JudgementDocument(
                lower(j.verdict()),
                series,
                excursions,
                j.gaps().stream().map(i -> new Hole(i.getStart(), i.getEnd())).toList(),
                j.coverage(),
                j.reasons());
    }

    /** As it is stored and exchanged. */
    public String json() {
        return JudgementWriter.write(this, false);
    }

    /** The same for people to read. */
    public String pretty() {
        return JudgementWriter.write(this, true);
    }

    /** One that was written by this version or an earlier one. */
    public static JudgementDocument read(String text) {
        return Documents.readKept(text, JudgementDocument.class);
    }

    private static String lower(Enum<?> e) {
        return e.name().toLowerCase(Locale.ROOT);
    }

    private static Double finite(double v) {
        return Double.isFinite(v) ? v : null;
    }

    private static Duration hours(double h) {
        return Double.isFinite(h) ? Duration.ofMillis(Math.round(h * 3_600_000)) : null;
    }
}
