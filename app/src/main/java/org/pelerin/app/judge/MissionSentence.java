package org.pelerin.app.judge;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import org.pelerin.app.platform.language.StoredTexts;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.ContactState;
import org.pelerin.core.judge.Side;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/**
 * The verdict in one sentence, in parts so that the page can set its weight.
 *
 * @param lead what it comes to
 * @param mark ▲, ▼, ◇ or empty, for the strong part
 * @param strong the figure that matters
 * @param rest what follows
 * @param tone above, below, missing or fine
 */
public record MissionSentence(String lead, String mark, String strong, String rest, String tone) {

    public static MissionSentence of(JudgementDocument j, ZoneId zone, ShownUnits inUnits, Formats show) {
        return switch (j.verdict()) {
            case "excursions" -> outside(j, zone, inUnits, show);
            case "within" -> within(j, show);
            default ->
                j.withoutLimits()
                        ? without(j, show)
                        : new MissionSentence(
                                "",
                                "◇",
                                Texts.of("judge.missionSentence.inconclusive"),
                                Texts.of(
                                        "judge.missionSentence.xCoverageCoverage",
                                        "x",
                                        StoredTexts.all(j.reasons()),
                                        "coverage",
                                        show.percent(j.coverage())),
                                "missing");
        };
    }

    /** Of one that is home and empty. */
    public static MissionSentence neverStarted() {
        return new MissionSentence(
                "",
                "◇",
                Texts.of("judge.missionSentence.itNeverStarted"),
                Texts.of("judge.missionSentence.nothingWasRecorded"),
                "missing");
    }

    /** Values may have lain outside for as long as the limits allow; that is said, and a record that lay outside throughout is not “within”. */
    private static MissionSentence within(JudgementDocument j, Formats show) {
        Duration out = j.series().stream()
                .filter(c -> c.within() != null)
                .map(c -> c.above().plus(c.below()))
                .max(Duration::compareTo)
                .orElse(Duration.ZERO);
        boolean throughout = j.series().stream()
                .anyMatch(c -> c.withinPercent() != null && c.within().isZero());
        String covered = Texts.of("judge.missionSentence.withSamplesForOfThe", "coverage", show.percent(j.coverage()));
        if (throughout) {
            return new MissionSentence(
                    "",
                    "◇",
                    Texts.of("judge.missionSentence.outsideItsBandThroughout"),
                    Texts.of("judge.missionSentence.noLongerThanItsLimits", "out", show.rough(out), "covered", covered),
                    "missing");
        }
        String rest = Texts.of(
                "judge.missionSentence.forSpanCoveredIsZero",
                "span",
                show.rough(span(j)),
                "covered",
                covered,
                "isZero",
                (out.isZero() ? "." : Texts.of("judge.missionSentence.outsideTheBandForNo", "out", show.rough(out))));
        return new MissionSentence("", "", Texts.of("judge.missionSentence.withinLimits"), rest, "fine");
    }

    /** Nobody asked for anything: there is nothing to be within. */
    private static MissionSentence without(JudgementDocument j, Formats show) {
        return new MissionSentence(
                "",
                "",
                Texts.of("judge.missionSentence.noLimitsSet"),
                Texts.of(
                        "judge.missionSentence.recordedWithSamplesForOf",
                        "span",
                        show.rough(span(j)),
                        "coverage",
                        show.percent(j.coverage())),
                "fine");
    }

    private static MissionSentence outside(JudgementDocument j, ZoneId zone, ShownUnits inUnits, Formats show) {
        List<ExcursionDocument.OfValues> all = j.ofValues();
        if (all.isEmpty()) {
            return missing(j, zone, show);
        }
        ExcursionDocument.OfValues worst = worst(all);
        Conversion unit = Unit.of(worst.unit()).shown(inUnits);
        String rest = Texts.of(
                "judge.missionSentence.forIn",
                "time",
                show.rough(time(all)),
                "partly",
                all.stream().anyMatch(ExcursionDocument::bridging),
                "longer",
                show.rough(longer(span(j), time(all))),
                "told",
                told(worst, unit, zone, show));
        return new MissionSentence(
                Texts.of("judge.missionSentence.outsideLimits"),
                worst.side().mark(),
                times(all.size()),
                rest,
                worst.side().word());
    }

    /** Nothing measured is out, but more is missing than the limits allow. */
    private static MissionSentence missing(JudgementDocument j, ZoneId zone, Formats show) {
        List<ExcursionDocument> all = j.excursions();
        ExcursionDocument longest = all.stream()
                .max(Comparator.comparing(ExcursionDocument::duration))
                .orElseThrow();
        return new MissionSentence(
                Texts.of("judge.missionSentence.withoutData"),
                Side.MISSING.mark(),
                times(all.size()),
                Texts.of(
                        "judge.missionSentence.forLongerThanItsLimits",
                        "subject",
                        longest.subject(),
                        "duration",
                        show.rough(longest.duration()),
                        "start",
                        show.minute(longest.start(), zone),
                        "coverage",
                        show.percent(j.coverage())),
                Side.MISSING.word());
    }

    private static String times(int n) {
        return n == 1
                ? Texts.of("judge.missionSentence.once")
                : n == 2 ? Texts.of("judge.missionSentence.twice") : Texts.of("judge.missionSentence.nTimes", "n", n);
    }

    /** A contact, or another quantity without a unit, has no peak worth telling: it is told when. */
    private static String told(ExcursionDocument.OfValues d, Conversion unit, ZoneId zone, Formats show) {
        String of = Texts.of(quoted(d.basis()), "channel", d.channel());
        if (d.unit().isEmpty()) {
            return Texts.of(
                    d.state() == null ? "judge.missionSentence.forFrom" : "judge.missionSentence.contactFrom",
                    "open",
                    d.state() == ContactState.OPEN,
                    "of",
                    of,
                    "duration",
                    show.rough(d.duration()),
                    "start",
                    show.minute(d.start(), zone));
        }
        return Texts.of(
                "judge.missionSentence.toOnLimit",
                "of",
                of,
                "side",
                d.side() == Side.ABOVE,
                "value",
                show.quantity(unit.value(d.peak()), 1, unit.symbol()),
                "peakAt",
                show.minute(d.peakAt(), zone),
                "value2",
                show.number(unit.value(d.limit()), 1));
    }

    private static String quoted(String basis) {
        return switch (basis) {
            case "movingMean" -> "judge.missionSentence.quotedMovingMean";
            case "blockMean" -> "judge.missionSentence.quotedMean";
            case "total" -> "judge.missionSentence.quotedTotal";
            case "rate" -> "judge.missionSentence.quotedRate";
            case "dose" -> "judge.missionSentence.quotedDose";
            default -> "judge.missionSentence.quotedChannel";
        };
    }

    /**
     * The one whose peak lies farthest from its limit. Units cannot be compared: where there are several, it is that of the one that
     * lasted longest.
     */
    static ExcursionDocument.OfValues worst(List<ExcursionDocument.OfValues> all) {
        String unit = all.stream()
                .max(Comparator.comparing(ExcursionDocument::duration))
                .orElseThrow()
                .unit();
        return all.stream()
                .filter(d -> d.unit().equals(unit))
                .max(Comparator.comparingDouble(ExcursionDocument.OfValues::excess)
                        .thenComparing(ExcursionDocument.OfValues::duration))
                .orElseThrow();
    }

    /** Time in which anything was out: departures of several rules and channels overlap. */
    private static Duration time(List<ExcursionDocument.OfValues> all) {
        List<JudgementDocument.Hole> pieces = all.stream()
                .flatMap(d -> d.pieces().stream())
                .sorted(Comparator.comparing(JudgementDocument.Hole::start))
                .toList();
        Duration sum = Duration.ZERO;
        Instant counted = Instant.MIN;
        for (JudgementDocument.Hole p : pieces) {
            Instant from = p.start().isAfter(counted) ? p.start() : counted;
            if (p.end().isAfter(from)) {
                sum = sum.plus(Duration.between(from, p.end()));
                counted = p.end();
            }
        }
        return sum;
    }

    /** What lies between samples says nothing of how long the last one stands. */
    private static Duration longer(Duration a, Duration b) {
        return a.compareTo(b) < 0 ? b : a;
    }

    /** The time that is judged; in judgements of earlier versions what lies between the first sample and the last. */
    private static Duration span(JudgementDocument j) {
        if (j.judged() != null) {
            return j.judged();
        }
        return j.series().stream()
                .filter(s -> s.first() != null)
                .map(s -> Duration.between(s.first(), s.last()))
                .max(Duration::compareTo)
                .orElse(Duration.ZERO);
    }
}
