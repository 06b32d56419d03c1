package org.pelerin.core.exchange;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.pelerin.core.judge.Direction;
import org.pelerin.core.judge.Severity;

/**
 * An excursion as the fields of {@code docs/formats/judgement.schema.json} have it; what does not apply is null. A form for programs: the application
 * has {@link ExcursionDocument}.
 */
public record ExcursionFields(
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
        List<JudgementDocument.Hole> pieces,
        String severity,
        String basis) {

    /** The direction of what is missing. */
    static final String GAP = "gap";

    public static ExcursionFields of(ExcursionDocument e) {
        return e instanceof ExcursionDocument.OfValues v ? ofValues(v) : ofGap(e);
    }

    private static ExcursionFields ofValues(ExcursionDocument.OfValues e) {
        return new ExcursionFields(
                e.rule(),
                e.channel(),
                e.unit().isEmpty() ? null : e.unit(),
                word(e.direction()),
                e.limit(),
                e.start(),
                e.end(),
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
                e.otherLimit(),
                e.pieces(),
                word(e.severity()),
                e.basis().isEmpty() ? null : e.basis());
    }

    private static ExcursionFields ofGap(ExcursionDocument e) {
        return new ExcursionFields(
                e.rule(),
                e.of().orElse(null),
                null,
                GAP,
                null,
                e.start(),
                e.end(),
                e.duration(),
                e.unobserved(),
                0,
                e.alarmAt(),
                null,
                null,
                null,
                null,
                false,
                false,
                null,
                e.pieces(),
                word(e.severity()),
                null);
    }

    /** What they say; judgements of earlier versions have no pieces, no severity, and an empty unit for none. */
    ExcursionDocument excursion() {
        List<JudgementDocument.Hole> parts = pieces == null ? List.of(new JudgementDocument.Hole(start, end)) : pieces;
        Severity graveness = severity == null ? Severity.MAJOR : Severity.valueOf(severity.toUpperCase(Locale.ROOT));
        if (direction.equals(GAP)) {
            return new ExcursionDocument.OfMissingData(
                    rule, graveness, Optional.ofNullable(channel), start, end, duration, alarmAt, parts);
        }
        return new ExcursionDocument.OfValues(
                rule,
                graveness,
                channel,
                basis == null ? "" : basis,
                unit == null ? "" : unit,
                Direction.valueOf(direction.toUpperCase(Locale.ROOT)),
                limit,
                otherLimit,
                start,
                end,
                duration,
                unobserved == null ? Duration.ZERO : unobserved,
                samples,
                alarmAt,
                number(peak),
                peakAt,
                number(mean),
                number(area),
                openAtStart,
                openAtEnd,
                parts);
    }

    private static double number(Double v) {
        return v == null ? Double.NaN : v;
    }

    private static Double finite(double v) {
        return Double.isFinite(v) ? v : null;
    }

    private static String word(Enum<?> e) {
        return e.name().toLowerCase(Locale.ROOT);
    }
}
