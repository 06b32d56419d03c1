package org.pelerin.core.exchange;

import com.fasterxml.jackson.annotation.JsonIgnore;
import java.io.OutputStream;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;
import org.pelerin.core.judge.Excursion;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Judgement;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.MissingDataExcursion;
import org.pelerin.core.judge.ValueExcursion;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.sound.ShiftSound;
import org.pelerin.core.stats.NoiseDose;
import org.pelerin.core.stats.Statistics;
import org.pelerin.core.stats.StatisticsReader;
import org.pelerin.core.unit.Unit;
import org.threeten.extra.Interval;

/**
 * A judgement as it is stored and exchanged; {@code docs/formats/judgement.schema.json}. What does not apply is null.
 *
 * @param judged how long the time was in which samples were demanded; null in judgements of earlier versions
 */
public record JudgementDocument(
        String verdict,
        List<Channel> series,
        List<ExcursionDocument> excursions,
        List<Hole> gaps,
        double coverage,
        List<String> reasons,
        List<Shift> shifts,
        Duration judged) {

    public JudgementDocument {
        // judgements of earlier versions say nothing of shifts
        shifts = shifts == null ? List.of() : shifts;
    }

    public JudgementDocument(
            String verdict,
            List<Channel> series,
            List<ExcursionDocument> excursions,
            List<Hole> gaps,
            double coverage,
            List<String> reasons) {
        this(verdict, series, excursions, gaps, coverage, reasons, List.of(), null);
    }

    /** Whether nothing was asked for, so that there is nothing to be within: its verdict is {@code inconclusive}, and people read “no limits set”. */
    public boolean withoutLimits() {
        return reasons.equals(List.of(Judge.NO_LIMITS));
    }

    public JudgementDocument withShifts(List<Shift> found) {
        return new JudgementDocument(verdict, series, excursions, gaps, coverage, reasons, found, judged);
    }

    /** Whether a judgement that was stored says the same, as far as the version that wrote it knew. */
    public boolean agrees(String stored) {
        return asOf(read(stored)).json().equals(read(stored).json());
    }

    /** The same without what the version of another judgement did not say. */
    public JudgementDocument asOf(JudgementDocument other) {
        if (other.judged != null || judged == null) {
            return this;
        }
        return new JudgementDocument(
                verdict,
                series,
                excursions.stream().map(ExcursionDocument::withoutBasis).toList(),
                gaps,
                coverage,
                reasons,
                shifts,
                null);
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

        public Channel {
            // as JSON no unit is null
            unit = unit == null ? "" : unit;
        }

        public static Channel of(Statistics s) {
            return new Channel(
                    s.channel(),
                    s.unit(),
                    s.count(),
                    s.first(),
                    s.last(),
                    finite(s.extremes().min()),
                    s.extremes().minAt(),
                    finite(s.extremes().max()),
                    s.extremes().maxAt(),
                    finite(s.mean()),
                    finite(s.sd()),
                    finite(s.mkt()),
                    finite(s.quantiles().p05()),
                    finite(s.quantiles().p10()),
                    finite(s.quantiles().p50()),
                    finite(s.quantiles().p90()),
                    finite(s.quantiles().p95()),
                    hours(s.time().within()),
                    hours(s.time().above()),
                    hours(s.time().below()));
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

    public record Hole(Instant start, Instant end) {

        static List<Hole> of(List<Interval> spans) {
            return spans.stream().map(s -> new Hole(s.getStart(), s.getEnd())).toList();
        }

        static List<Hole> at(List<Hole> all, UnaryOperator<Instant> told) {
            return all.stream()
                    .map(h -> new Hole(told.apply(h.start), told.apply(h.end)))
                    .toList();
        }
    }

    /** The same with its instants told by another clock. */
    public JudgementDocument at(UnaryOperator<Instant> clock) {
        UnaryOperator<Instant> told = t -> t == null ? null : clock.apply(t);
        return new JudgementDocument(
                verdict,
                series.stream().map(s -> s.at(told)).toList(),
                excursions.stream().map(e -> e.at(told)).toList(),
                Hole.at(gaps, told),
                coverage,
                reasons,
                shifts,
                judged);
    }

    /** Judges a record, and reckons its figures, in one pass over each channel. */
    public static JudgementDocument of(JudgedRecord record, Limits asked, ZoneId site, double enthalpy) {
        return of(record, asked, site, enthalpy, Integer.MAX_VALUE);
    }

    /**
     * The same where memory is to be bounded.
     *
     * @param most runs out of limits that are told, over all rules
     * @throws org.pelerin.core.judge.TooManyExcursionsException if there are more
     */
    public static JudgementDocument of(JudgedRecord record, Limits asked, ZoneId site, double enthalpy, int most) {
        Limits limits = asked.on(record);
        Map<SampleSource, StatisticsReader> figures = new IdentityHashMap<>();
        record.sources()
                .forEach(s -> figures.put(
                        s, new StatisticsReader(s, limits.band(s.channel().label()), enthalpy)));
        Judgement judgement = Judge.judge(record, limits, site, figures, most);
        List<Channel> series = record.sources().stream()
                .map(s -> Channel.of(figures.get(s).statistics()))
                .toList();
        return of(judgement, limits, record, series);
    }

    private static JudgementDocument of(Judgement j, Limits limits, JudgedRecord record, List<Channel> series) {
        return new JudgementDocument(
                lower(j.verdict()),
                series,
                j.excursions().stream().map(e -> of(e, limits, record)).toList(),
                Hole.of(j.gaps()),
                j.coverage(),
                j.reasons(),
                List.of(),
                Duration.ofMillis(j.presence().demanded()));
    }

    private static ExcursionDocument of(Excursion e, Limits limits, JudgedRecord record) {
        if (e instanceof ValueExcursion v) {
            Unit unit = record.source(v.channel()).orElseThrow().channel().unit();
            return ExcursionDocument.OfValues.of(v, limits.rule(v.rule()), unit);
        }
        return ExcursionDocument.OfMissingData.of((MissingDataExcursion) e, limits.gapRule(e.rule()));
    }

    /** Its excursions of values, without what is missing. */
    public List<ExcursionDocument.OfValues> ofValues() {
        return excursions.stream().flatMap(e -> e.values().stream()).toList();
    }

    /** As it is stored and exchanged. */
    public String json() {
        return JudgementWriter.write(this, false);
    }

    /** The same, written as UTF-8 piece by piece; the stream stays open. */
    public void writeTo(OutputStream stream) {
        JudgementWriter.write(this, stream);
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
