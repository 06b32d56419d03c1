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
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.unit.Unit;

/** A rule as a plain sentence: “Air may not be below 1 or above 6 °C for over 1 h; a departure is major.” */
public final class RuleText {

    private RuleText() {}

    public static String of(Rule r) {
        Unit unit = r.unit() == null ? Unit.NONE : r.basis().unit(r.unit());
        String nominal = r.bound() instanceof Bound.Nominal n ? " (" + around(n, unit) + ")" : "";
        return CoreTexts.say(
                "core.plan.ruleText.mayNotBeSeverity",
                "subject",
                subject(r),
                "bound",
                LimitText.bound(r.bound(), unit.symbol()),
                "nominal",
                nominal,
                "phrase",
                LastingText.phrase(r.lasting()),
                "clearance",
                (r.clearance() == 0
                        ? ""
                        : CoreTexts.say(
                                "core.plan.ruleText.hysteresisQuantity",
                                "quantity",
                                LimitText.quantity(r.clearance(), unit.symbol()))),
                "same",
                (r.bridge().equals(Rule.DEFAULT_BRIDGE)
                        ? ""
                        : r.bridge().isZero()
                                ? CoreTexts.say("core.plan.ruleText.gapsAreNotIgnored")
                                : CoreTexts.say(
                                        "core.plan.ruleText.gapsOfUpToAre", "bridge", Durations.format(r.bridge()))),
                "severity",
                severity(r.severity()),
                "latched",
                r.latched());
    }

    public static String of(GapRule r) {
        String of = r.channel() == null ? CoreTexts.say("core.plan.ruleText.theRecord") : channel(r.channel(), null);
        String gap = r.longest() == null
                ? ""
                : CoreTexts.say("core.plan.ruleText.noGapOfMayBe", "of", of, "longest", Durations.format(r.longest()));
        String covered = r.coverage() == null
                ? ""
                : CoreTexts.say(
                        "core.plan.ruleText.samplesHaveToCoverOf", "plain", LimitText.plain(r.coverage()), "of", of);
        String text = gap.isEmpty()
                ? covered
                : covered.isEmpty()
                        ? gap
                        : CoreTexts.say("core.plan.ruleText.gapAndCovered", "gap", gap, "covered", covered);
        return CoreTexts.say(
                "core.plan.ruleText.toUpperCaseSubstringSeverity",
                "toUpperCase",
                Character.toUpperCase(text.charAt(0)),
                "substring",
                text.substring(1),
                "severity",
                severity(r.severity()));
    }

    private static String severity(Severity s) {
        return CoreTexts.say("core.severity." + s.name());
    }

    private static String subject(Rule r) {
        String of = channel(r.channel(), r.unit());
        Basis basis = r.basis();
        if (basis instanceof Basis.MovingMean m) {
            return CoreTexts.say("core.plan.ruleText.theMeanOfTheLast", "samples", m.samples(), "of", of);
        }
        if (basis instanceof Basis.BlockMean b) {
            return CoreTexts.say("core.plan.ruleText.theMeanOfOverEach", "of", of, "window", window(b.blocks()));
        }
        if (basis instanceof Basis.Total t) {
            return CoreTexts.say("core.plan.ruleText.theTotalOfInEach", "of", of, "window", window(t.blocks()));
        }
        if (basis instanceof Basis.Rate rate) {
            return CoreTexts.say("core.plan.ruleText.theChangeOfIn", "of", of, "per", Durations.format(rate.per()));
        }
        if (basis instanceof Basis.Dose d) {
            return CoreTexts.say(
                    "core.plan.ruleText.theNoiseDoseOfIn",
                    "of",
                    of,
                    "from",
                    d.from(),
                    "to",
                    d.to(),
                    "days",
                    days(d.days()),
                    "plain",
                    LimitText.plain(d.criterion()),
                    "plain2",
                    LimitText.plain(d.exchange()),
                    "isInfinite",
                    (Double.isInfinite(d.threshold())
                            ? ""
                            : CoreTexts.say(
                                    "core.plan.ruleText.thresholdDB", "plain", LimitText.plain(d.threshold()))));
        }
        return Character.toUpperCase(of.charAt(0)) + of.substring(1);
    }

    private static String channel(String name, Unit unit) {
        if (!new ChannelPattern(name).wild()) {
            return "“" + name + "”";
        }
        String which =
                unit == null ? "channel" : CoreTexts.say("core.plan.ruleText.channelIn", "symbol", unit.symbol());
        return name.equals("*")
                ? CoreTexts.say("core.plan.ruleText.eachWhich", "which", which)
                : CoreTexts.say("core.plan.ruleText.eachNamed", "which", which, "name", name);
    }

    private static String window(Basis.Blocks b) {
        return Durations.format(b.window())
                + (b.anchor() == Basis.Anchor.CLOCK
                        ? CoreTexts.say(
                                "core.plan.ruleText.byTheClock",
                                "zone",
                                (b.zone() == null
                                        ? CoreTexts.say("core.plan.ruleText.ofItsSite")
                                        : CoreTexts.say("core.plan.ruleText.ofZone", "zone", b.zone())))
                        : CoreTexts.say("core.plan.ruleText.fromItsFirstSampleOn"));
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
