package org.pelerin.app.judge;

import com.fasterxml.jackson.annotation.JsonIgnore;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.UnaryOperator;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.judge.Excursion;
import org.pelerin.core.judge.Judgement;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.stats.NoiseDose;
import org.pelerin.core.stats.Statistics;
import org.pelerin.core.unit.Conversion;

/** A judgement as it is stored and exchanged; {@code docs/formats/judgement.schema.json}. What does not apply is null. */
public record JudgementDocument(
        String verdict,
        List<Channel> series,
        List<Departure> excursions,
        List<Hole> gaps,
        double coverage,
        List<String> reasons,
        List<Dose> doses) {

    public JudgementDocument {
        // judgements of earlier versions say nothing of doses
        doses = doses == null ? List.of() : doses;
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

    JudgementDocument withDoses(List<Dose> found) {
        return new JudgementDocument(verdict, series, excursions, gaps, coverage, reasons, found);
    }

    /**
     * Noise dose of a channel.
     *
     * @param scheme its title
     * @param dose in per cent
     * @param twa in dB, null for no dose
     */
    public record Dose(String channel, String scheme, double dose, Double twa) {

        public String words(Formats show) {
            return "Noise dose of " + channel + ", " + scheme + ", over the whole record: " + show.percent(dose)
                    + (twa == null ? "" : ", time-weighted average " + show.number(twa, 1) + " dB");
        }

        static Dose of(String channel, String scheme, NoiseDose d) {
            return new Dose(channel, scheme, d.dose(), finite(d.twa()));
        }
    }

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
            Double p50,
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
                    finite(s.p50()),
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
                    p50,
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
            double limit,
            Instant start,
            Instant end,
            Duration duration,
            Duration unobserved,
            long samples,
            Instant alarmAt,
            double peak,
            Instant peakAt,
            double mean,
            double area,
            boolean openAtStart,
            boolean openAtEnd,
            Double otherLimit,
            List<Hole> pieces) {

        public Departure {
            // judgements of earlier versions say nothing of pieces
            pieces = pieces == null ? List.of(new Hole(start, end)) : pieces;
        }

        /**
         * @param limit that its peak lies beyond
         * @param otherLimit the other side's, where time on both sides adds up; null otherwise
         */
        public static Departure of(Excursion e, String unit, double limit, Double otherLimit) {
            return new Departure(
                    e.rule(),
                    e.channel(),
                    unit,
                    e.direction().name().toLowerCase(java.util.Locale.ROOT),
                    limit,
                    e.span().getStart(),
                    e.span().getEnd(),
                    e.duration(),
                    e.unobserved(),
                    e.samples(),
                    e.alarmAt(),
                    e.peak(),
                    e.peakAt(),
                    e.mean(),
                    e.area(),
                    e.openAtStart(),
                    e.openAtEnd(),
                    otherLimit,
                    e.pieces().stream()
                            .map(p -> new Hole(p.getStart(), p.getEnd()))
                            .toList());
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
                    holes(pieces, told));
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
                doses);
    }

    private static List<Hole> holes(List<Hole> all, UnaryOperator<Instant> told) {
        return all.stream()
                .map(h -> new Hole(told.apply(h.start), told.apply(h.end)))
                .toList();
    }

    static JudgementDocument of(Judgement j, List<Channel> series, List<Departure> excursions) {
        return new JudgementDocument(
                j.verdict().name().toLowerCase(java.util.Locale.ROOT),
                series,
                excursions,
                j.gaps().stream().map(i -> new Hole(i.getStart(), i.getEnd())).toList(),
                j.coverage(),
                j.reasons());
    }

    private static Double finite(double v) {
        return Double.isFinite(v) ? v : null;
    }

    private static Duration hours(double h) {
        return Double.isFinite(h) ? Duration.ofMillis(Math.round(h * 3_600_000)) : null;
    }
}
