package org.pelerin.core.exchange;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.ContactState;
import org.pelerin.core.judge.Direction;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.MissingDataExcursion;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.judge.Side;
import org.pelerin.core.judge.ValueExcursion;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.threeten.extra.Interval;
import tools.jackson.databind.annotation.JsonDeserialize;
import tools.jackson.databind.annotation.JsonSerialize;
import tools.jackson.databind.util.StdConverter;

/**
 * An excursion as a judgement keeps it, with what its rule said of it: {@linkplain OfValues of values} or {@linkplain OfMissingData of missing
 * data}. As JSON both are {@link ExcursionFields}.
 */
@JsonDeserialize(converter = ExcursionDocument.FromFields.class)
@JsonSerialize(converter = ExcursionDocument.ToFields.class)
public sealed interface ExcursionDocument {

    String rule();

    Severity severity();

    Instant start();

    Instant end();

    Duration duration();

    /** Time inside that no sample stands for. */
    Duration unobserved();

    Instant alarmAt();

    List<JudgementDocument.Hole> pieces();

    Side side();

    /** The channel that it is of; empty for the whole record. */
    Optional<String> of();

    /** What it is in few words: “Air above 14 °C”, “Air without data”. */
    String told(ShownUnits inUnits);

    /** The same with its instants told by another clock. */
    ExcursionDocument at(UnaryOperator<Instant> clock);

    /** The same as earlier versions wrote it, which did not say the basis. */
    default ExcursionDocument withoutBasis() {
        return this;
    }

    /** Whether it is of a channel. */
    default boolean about(String channel) {
        return of().filter(channel::equals).isPresent();
    }

    /** What departed: the channel that it is of, with the rule's basis where that is not its values; or “The record”. */
    default String subject() {
        return of().orElse("The record");
    }

    /** Whether it is of values and part of its time went by without data. */
    default boolean bridging() {
        return side() != Side.MISSING && !unobserved().isZero();
    }

    /** Whether it holds the last value judged. */
    default boolean openAtEnd() {
        return false;
    }

    /** The same as those of values alone; empty for missing data. */
    default Optional<OfValues> values() {
        return this instanceof OfValues v ? Optional.of(v) : Optional.empty();
    }

    default Interval span() {
        return Interval.of(start(), end());
    }

    /**
     * Values beyond a limit; see {@link ValueExcursion}.
     *
     * @param basis what of the channel the rule looks at, as {@link org.pelerin.core.judge.Basis#key}; empty for its values, and where an earlier
     *     version did not say
     * @param unit of the rule's basis; empty for none
     * @param direction {@link Direction#OUTSIDE} where both sides are added up
     * @param limit that its peak lies beyond
     * @param otherLimit the one on the other side, where both sides are added up; else null
     */
    record OfValues(
            String rule,
            Severity severity,
            String channel,
            String basis,
            String unit,
            Direction direction,
            double limit,
            Double otherLimit,
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
            List<JudgementDocument.Hole> pieces)
            implements ExcursionDocument {

        static OfValues of(ValueExcursion e, Rule rule, Unit unit) {
            double limit = rule.limitOf(e);
            Bound bound = rule.bound();
            return new OfValues(
                    e.rule(),
                    rule.severity(),
                    e.channel(),
                    rule.basis().key(),
                    rule.basis().unit(unit).symbol(),
                    e.direction(),
                    limit,
                    e.direction() != Direction.OUTSIDE
                            ? null
                            : Double.valueOf(limit == bound.high() ? bound.low() : bound.high()),
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
                    JudgementDocument.Hole.of(e.pieces()));
        }

        @Override
        public Side side() {
            return direction == Direction.ABOVE || direction == Direction.OUTSIDE && peak > limit
                    ? Side.ABOVE
                    : Side.BELOW;
        }

        @Override
        public Optional<String> of() {
            return Optional.of(channel);
        }

        /** “Air”, “The mean of Air”. */
        @Override
        public String subject() {
            return Basis.subject(basis, channel);
        }

        @Override
        public String told(ShownUnits inUnits) {
            ContactState state = state();
            return state == null
                    ? subject() + " " + beyond(Unit.of(unit).shown(inUnits))
                    : CoreTexts.say(
                            "core.exchange.excursion.contact",
                            "subject",
                            subject(),
                            "open",
                            state == ContactState.OPEN);
        }

        /** Of a contact, the state that it was in for too long; null for other quantities. */
        public ContactState state() {
            return ContactState.of(basis, unit, limit, side());
        }

        @Override
        public ExcursionDocument withoutBasis() {
            return with("", UnaryOperator.identity());
        }

        /** What it went beyond, in words: “above 14 °C”. */
        public String beyond(Conversion shown) {
            double limit = shown.value(this.limit);
            Double other = otherLimit == null ? null : shown.value(otherLimit);
            return side() == Side.ABOVE
                    ? LimitText.sides(other, limit, shown.symbol())
                    : LimitText.sides(limit, other, shown.symbol());
        }

        /** Whether time above and time below its limits were added up. */
        public boolean bothSides() {
            return otherLimit != null;
        }

        /** How far its peak lies beyond its limit. */
        public double excess() {
            return Math.abs(peak - limit);
        }

        @Override
        public OfValues at(UnaryOperator<Instant> clock) {
            return with(basis, clock);
        }

        private OfValues with(String otherBasis, UnaryOperator<Instant> clock) {
            return new OfValues(
                    rule,
                    severity,
                    channel,
                    otherBasis,
                    unit,
                    direction,
                    limit,
                    otherLimit,
                    clock.apply(start),
                    clock.apply(end),
                    duration,
                    unobserved,
                    samples,
                    clock.apply(alarmAt),
                    peak,
                    clock.apply(peakAt),
                    mean,
                    area,
                    openAtStart,
                    openAtEnd,
                    JudgementDocument.Hole.at(pieces, clock));
        }
    }

    /** More missing than its rule allows; see {@link MissingDataExcursion}. */
    record OfMissingData(
            String rule,
            Severity severity,
            Optional<String> of,
            Instant start,
            Instant end,
            Duration duration,
            Instant alarmAt,
            List<JudgementDocument.Hole> pieces)
            implements ExcursionDocument {

        static OfMissingData of(MissingDataExcursion e, GapRule rule) {
            return new OfMissingData(
                    e.rule(),
                    rule.severity(),
                    e.channel(),
                    e.span().getStart(),
                    e.span().getEnd(),
                    e.duration(),
                    e.alarmAt(),
                    JudgementDocument.Hole.of(e.pieces()));
        }

        /** All of it. */
        @Override
        public Duration unobserved() {
            return duration;
        }

        @Override
        public Side side() {
            return Side.MISSING;
        }

        @Override
        public String told(ShownUnits inUnits) {
            return CoreTexts.say("core.exchange.excursion.withoutData", "subject", subject());
        }

        @Override
        public OfMissingData at(UnaryOperator<Instant> clock) {
            return new OfMissingData(
                    rule,
                    severity,
                    of,
                    clock.apply(start),
                    clock.apply(end),
                    duration,
                    clock.apply(alarmAt),
                    JudgementDocument.Hole.at(pieces, clock));
        }
    }

    /** How it is read. */
    final class FromFields extends StdConverter<ExcursionFields, ExcursionDocument> {
        @Override
        public ExcursionDocument convert(ExcursionFields fields) {
            return fields.excursion();
        }
    }

    /** How it is written. */
    final class ToFields extends StdConverter<ExcursionDocument, ExcursionFields> {
        @Override
        public ExcursionFields convert(ExcursionDocument excursion) {
            return ExcursionFields.of(excursion);
        }
    }
}
