package org.pelerin.core.plan;

import java.time.DayOfWeek;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.ChannelPattern;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.unit.Unit;

/** A rule as a plain sentence: “Air may not be below 1 or above 6 °C for over 1 h; a departure is major.” */
public final class RuleText {

    private RuleText() {}

    public static String of(Rule r) {
        Unit unit = r.unit() == null ? Unit.NONE : r.basis().unit(r.unit());
        String nominal = r.bound() instanceof Bound.Nominal n ? " (" + around(n, unit) + ")" : "";
        return subject(r) + " may not be " + LimitText.bound(r.bound(), unit.symbol()) + nominal + " "
                + LastingText.phrase(r.lasting())
                + (r.clearance() == 0
                        ? ""
                        : ", and is back only " + LimitText.quantity(r.clearance(), unit.symbol()) + " inside")
                + (r.bridge().equals(Rule.DEFAULT_BRIDGE)
                        ? ""
                        : r.bridge().isZero()
                                ? ", never through a gap"
                                : ", through gaps of up to " + Durations.format(r.bridge()))
                + "; a departure is " + severity(r.severity())
                + (r.latched() ? " and waits to be acknowledged." : ".");
    }

    public static String of(GapRule r) {
        String of = r.channel() == null ? "the record" : channel(r.channel(), null);
        String gap =
                r.longest() == null ? "" : "no gap of " + of + " may be longer than " + Durations.format(r.longest());
        String covered =
                r.coverage() == null ? "" : "samples have to cover " + LimitText.plain(r.coverage()) + " % of " + of;
        String text = gap.isEmpty() ? covered : covered.isEmpty() ? gap : gap + ", and " + covered;
        return Character.toUpperCase(text.charAt(0)) + text.substring(1) + "; a departure is " + severity(r.severity())
                + ".";
    }

    private static String severity(Severity s) {
        return s == Severity.NOTE ? "only noted" : s.name().toLowerCase(Locale.ROOT);
    }

    private static String subject(Rule r) {
        String of = channel(r.channel(), r.unit());
        Basis basis = r.basis();
        if (basis instanceof Basis.MovingMean m) {
            return "The mean of the last " + m.samples() + " samples of " + of;
        }
        if (basis instanceof Basis.BlockMean b) {
            return "The mean of " + of + " over each " + window(b.blocks());
        }
        if (basis instanceof Basis.Total t) {
            return "The total of " + of + " in each " + window(t.blocks());
        }
        if (basis instanceof Basis.Rate rate) {
            return "The change of " + of + " in " + Durations.format(rate.per());
        }
        if (basis instanceof Basis.Dose d) {
            return "The noise dose of " + of + " in a shift from " + d.from() + " to " + d.to() + days(d.days()) + " ("
                    + LimitText.plain(d.criterion()) + " dB for 8 h, halved every " + LimitText.plain(d.exchange())
                    + " dB"
                    + (Double.isInfinite(d.threshold()) ? "" : ", from " + LimitText.plain(d.threshold()) + " dB on")
                    + ")";
        }
        return Character.toUpperCase(of.charAt(0)) + of.substring(1);
    }

    private static String channel(String name, Unit unit) {
        if (!new ChannelPattern(name).wild()) {
            return "“" + name + "”";
        }
        String which = unit == null ? "channel" : "channel in " + unit.symbol();
        return name.equals("*") ? "each " + which : "each " + which + " named “" + name + "”";
    }

    private static String window(Basis.Blocks b) {
        return Durations.format(b.window())
                + (b.anchor() == Basis.Anchor.CLOCK
                        ? " by the clock" + (b.zone() == null ? " of its site" : " of " + b.zone())
                        : " from its first sample on");
    }

    private static String days(Set<DayOfWeek> days) {
        return days.size() == DayOfWeek.values().length
                ? ""
                : ", "
                        + new TreeSet<>(days)
                                .stream()
                                        .map(d -> d.name().charAt(0)
                                                + d.name().substring(1, 3).toLowerCase(Locale.ROOT))
                                        .collect(Collectors.joining(" "));
    }

    private static String around(Bound.Nominal n, Unit unit) {
        String plus = n.plus() == null ? "" : "+ " + LimitText.plain(n.plus()) + " %";
        String minus = n.minus() == null ? "" : "− " + LimitText.plain(n.minus()) + " %";
        return LimitText.quantity(n.nominal(), unit.symbol()) + " "
                + (plus.isEmpty() ? minus : minus.isEmpty() ? plus : plus + ", " + minus);
    }
}
