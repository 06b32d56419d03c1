package org.pelerin.app.report.dossier;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.RuleText;
import org.pelerin.core.unit.Unit;

/** Limits in words, each in the unit of its channel. */
public final class LimitLines {

    private LimitLines() {}

    /** @param judged the channels that they are for */
    public static List<String> of(Limits limits, List<JudgementDocument.Channel> judged) {
        Map<String, String> units = judged.stream()
                .collect(Collectors.toMap(
                        JudgementDocument.Channel::channel, JudgementDocument.Channel::unit, (a, b) -> a));
        return of(limits, label -> units.getOrDefault(label, ""));
    }

    /** @param unit of a channel by its label; empty where nothing of it is home */
    static List<String> of(Limits limits, Function<String, String> unit) {
        List<String> out = new ArrayList<>();
        for (Rule rule : limits.rules()) {
            if (rule.basis() == Basis.VALUE) {
                out.add(rule.channel() + " " + LimitText.of(rule, unit.apply(rule.channel())));
            } else {
                out.add(RuleText.of(rule.in(Unit.of(unit.apply(rule.channel())))));
            }
        }
        limits.gapRules().forEach(rule -> out.add(RuleText.of(rule)));
        return out;
    }
}
