package org.pelerin.app.review.whatif;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.LastingText;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.unit.Conversion;

/**
 * Rules of a mission with other limits.
 *
 * @param rules by their ids, those that were changed
 * @param errors what is wrong with what was typed, by the rule's id
 */
record TriedLimits(Map<String, Rule> rules, Map<String, String> errors) {

    /**
     * One rule as it is typed.
     *
     * @param low in the unit that is shown, as {@code high}; blank for a side that the rule does not have
     * @param lasting see {@link LastingText}
     */
    record Typed(String rule, String low, String high, String lasting) {}

    /** @param unit how values of a channel, by its label, are shown */
    static TriedLimits read(List<Typed> typed, Limits limits, Function<String, Conversion> unit) {
        Map<String, Rule> rules = new LinkedHashMap<>();
        FieldReader read = new FieldReader();
        for (Rule r : limits.rules()) {
            typed.stream()
                    .filter(t -> t.rule().equals(r.id()))
                    .findFirst()
                    .map(t -> read(t, r, unit.apply(r.channel()).back(), read))
                    .filter(other -> !other.equals(r))
                    .ifPresent(other -> rules.put(r.id(), other));
        }
        return new TriedLimits(rules, read.errors());
    }

    private static Rule read(Typed t, Rule r, Conversion back, FieldReader read) {
        Lasting lasting = r.lasting();
        try {
            lasting = LastingText.parse(t.lasting());
        } catch (IllegalArgumentException e) {
            read.wrong(r.id(), e.getMessage());
        }
        Bound bound = r.bound();
        Double low = Double.isInfinite(bound.low()) ? null : read.number(r.id(), t.low());
        Double high = Double.isInfinite(bound.high()) ? null : read.number(r.id(), t.high());
        if (low == null && !Double.isInfinite(bound.low()) || high == null && !Double.isInfinite(bound.high())) {
            read.wrong(r.id(), Texts.of("review.whatif.triedLimits.enterANumber"));
        } else if (low != null && high != null && low > high) {
            read.wrong(r.id(), Texts.of("review.whatif.triedLimits.theLowerLimitIsAbove"));
        } else {
            bound = bound(low, high, back, bound);
        }
        return r.withLimits(bound, lasting);
    }

    /** What was not changed keeps its exact value, whatever its unit is shown in. */
    private static Bound bound(Double low, Double high, Conversion back, Bound before) {
        Conversion shown = back.back();
        Double below = low == null ? null : low == shown.value(before.low()) ? before.low() : back.value(low);
        Double above = high == null ? null : high == shown.value(before.high()) ? before.high() : back.value(high);
        if (below != null && below.equals(before.low()) && (above == null || above.equals(before.high()))
                || below == null && above != null && above.equals(before.high())) {
            return before;
        }
        return above == null
                ? new Bound.Below(below)
                : below == null ? new Bound.Above(above) : new Bound.Outside(below, above);
    }

    Limits of(Limits limits) {
        return new Limits(
                limits.name(),
                limits.rules().stream().map(r -> rules.getOrDefault(r.id(), r)).toList(),
                limits.gapRules());
    }

    /**
     * A set of the library with what was changed; its rules may each stand for several channels.
     *
     * @throws IllegalArgumentException if one of its rules was changed in two ways, or none of them is meant
     */
    Limits within(Limits set) {
        Set<String> left = new HashSet<>(rules.keySet());
        List<Rule> out = new ArrayList<>();
        for (Rule r : set.rules()) {
            Set<Rule> changed = new HashSet<>();
            rules.forEach((id, tried) -> {
                if (id.equals(r.id()) || id.startsWith(r.id() + ": ")) {
                    left.remove(id);
                    changed.add(r.withLimits(
                            r.unit() == null || tried.unit() == null
                                    ? tried.bound()
                                    : tried.bound().in(tried.unit().shownIn(r.unit())),
                            tried.lasting()));
                }
            });
            if (changed.size() > 1) {
                throw new IllegalArgumentException(
                        Texts.of("review.whatif.triedLimits.isOneRuleForSeveral", "id", r.id()));
            }
            out.add(changed.isEmpty() ? r : changed.iterator().next());
        }
        if (!left.isEmpty()) {
            throw new IllegalArgumentException(Texts.of(
                    "review.whatif.triedLimits.isNotARuleOf",
                    "next",
                    left.iterator().next(),
                    "name",
                    set.name()));
        }
        return new Limits(set.name(), out, set.gapRules());
    }

    /**
     * The alarms of a plan with what was changed.
     *
     * @throws IllegalArgumentException if it has no such alarm; the message names it
     */
    Plan of(Plan plan) {
        Set<String> left = new HashSet<>(rules.keySet());
        List<ChannelSettings> channels = new ArrayList<>();
        for (ChannelSettings c : plan.channels()) {
            List<AlarmLevel> levels = new ArrayList<>();
            for (int level = 1; level <= c.levels().size(); level++) {
                AlarmLevel pair = c.level(level);
                Rule upper = rules.get(Plan.ruleId(c, level, true));
                Rule lower = rules.get(Plan.ruleId(c, level, false));
                left.remove(Plan.ruleId(c, level, true));
                left.remove(Plan.ruleId(c, level, false));
                levels.add(new AlarmLevel(
                        pair.high() == null || upper == null
                                ? pair.high()
                                : alarm(upper.bound().high(), upper, pair.high()),
                        pair.low() == null || lower == null
                                ? pair.low()
                                : alarm(lower.bound().low(), lower, pair.low())));
            }
            channels.add(c.withLevels(levels));
        }
        if (!left.isEmpty()) {
            throw new IllegalArgumentException(Texts.of(
                    "review.whatif.triedLimits.thePlanNoLongerHas",
                    "next",
                    left.iterator().next()));
        }
        return plan.withChannels(channels);
    }

    private static Alarm alarm(double limit, Rule rule, Alarm before) {
        return new Alarm(limit, rule.lasting(), before.latched());
    }
}
