package org.pelerin.core.judge;

import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.Set;
import org.pelerin.core.derive.Windows;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.unit.Unit;

/** What of a channel a rule looks at. */
public sealed interface Basis {

    Basis VALUE = new Value();

    /** Per cent of a window that samples must stand for where nothing else is said: of a mean or a dose, of a total. */
    double MEAN_COVERAGE = 75;

    double TOTAL_COVERAGE = 100;

    /** The unit of what it looks at, of a channel in a unit. */
    default Unit unit(Unit of) {
        if (this instanceof Rate r) {
            return of.per(r.per);
        }
        if (this instanceof Total t) {
            return of.times(t.per);
        }
        return this instanceof Dose ? Unit.of("%") : of;
    }

    /** As limits name it in JSON; empty for the value itself. */
    default String key() {
        if (this instanceof MovingMean) {
            return "movingMean";
        }
        if (this instanceof BlockMean) {
            return "blockMean";
        }
        if (this instanceof Total) {
            return "total";
        }
        if (this instanceof Rate) {
            return "rate";
        }
        return this instanceof Dose ? "dose" : "";
    }

    /** What the value of a basis is called, by its key: “The mean of Air”; the channel itself for its own value. */
    static String subject(String key, String channel) {
        return switch (key) {
            case "movingMean" -> CoreTexts.say("core.judge.basis.theMovingMeanOf", "channel", channel);
            case "blockMean" -> CoreTexts.say("core.judge.basis.theMeanOf", "channel", channel);
            case "total" -> CoreTexts.say("core.judge.basis.theTotalOf", "channel", channel);
            case "rate" -> CoreTexts.say("core.judge.basis.theRateOfChangeOf", "channel", channel);
            case "dose" -> CoreTexts.say("core.judge.basis.theDoseOf", "channel", channel);
            default -> channel;
        };
    }

    /** Whether what it looks at is reckoned from differences or over time, and so converted without a zero. */
    default boolean interval() {
        return this instanceof Rate || this instanceof Total;
    }

    /** The value itself. */
    record Value() implements Basis {}

    /** The plain mean of the trailing samples. */
    record MovingMean(int samples) implements Basis {
        public MovingMean {
            if (samples < 1) {
                throw new IllegalArgumentException("A moving mean is of at least one sample, not " + samples);
            }
        }
    }

    /** The backward difference per some time. */
    record Rate(Duration per) implements Basis {
        public Rate {
            positive(per, "A rate");
        }
    }

    /** Where windows begin. */
    enum Anchor {
        /** At the first judged row. */
        START,
        /** Where the local clock shows a multiple of their length. */
        CLOCK
    }

    /**
     * Windows of time.
     *
     * @param zone of the clock; null for the site's
     * @param coverage per cent of a window that valid samples must stand for
     */
    record Blocks(Duration window, Anchor anchor, ZoneId zone, double coverage) {
        public Blocks {
            positive(window, "A window");
            share(coverage);
            if (anchor == Anchor.CLOCK) {
                Windows.clockLength(window);
            }
        }
    }

    /** The mean of each window. */
    record BlockMean(Blocks blocks) implements Basis {}

    /** The total of each window: value times time over a time base. */
    record Total(Blocks blocks, Duration per) implements Basis {
        public Total {
            positive(per, "A total");
        }
    }

    /**
     * The noise dose of each shift, in per cent.
     *
     * @param threshold in dB; negative infinity for none
     * @param zone of the clock; null for the site's
     */
    record Dose(
            double criterion,
            double exchange,
            double threshold,
            LocalTime from,
            LocalTime to,
            Set<DayOfWeek> days,
            ZoneId zone,
            double coverage)
            implements Basis {
        public Dose {
            if (!(criterion > 0) || !(exchange > 0)) {
                throw new IllegalArgumentException("A dose has a criterion and an exchange rate above 0 dB");
            }
            if (from.equals(to)) {
                throw new IllegalArgumentException("A shift does not end at the time of day at which it begins");
            }
            if (days.isEmpty()) {
                throw new IllegalArgumentException("A shift has at least one day");
            }
            days = Set.copyOf(EnumSet.copyOf(days));
            share(coverage);
        }
    }

    private static void positive(Duration d, String what) {
        if (d.isNegative() || d.toMillis() < 1) {
            throw new IllegalArgumentException(what + " is of a time above 0, not " + d);
        }
    }

    private static void share(double coverage) {
        if (!(coverage >= 0 && coverage <= 100)) {
            throw new IllegalArgumentException("A coverage is from 0 to 100 %, not " + coverage);
        }
    }
}
