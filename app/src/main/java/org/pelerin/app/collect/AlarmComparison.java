package org.pelerin.app.collect;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.TreeSet;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.LoggerEvent;
import org.pelerin.link.message.MissionHeader;

/** Holds the alarms that a logger raised while it ran against what its record shows. */
final class AlarmComparison {

    /** A logger's list of events is full with this many; later alarms are then not in it. */
    private static final int FULL = 400;

    private AlarmComparison() {}

    /**
     * @param excursions ids of the rules, each as often as its record departs from it
     * @param whole whether the record is all that the logger looked at: nothing overwritten
     * @return where they differ, in sentences; empty where they agree
     */
    static String differences(MissionHeader header, List<String> excursions, boolean whole) {
        if (!whole || header.events().size() >= FULL) {
            return "";
        }
        Map<String, Long> raised = new TreeMap<>();
        for (LoggerEvent e : header.events()) {
            if (e.kind().alarm() && e.channel() != LoggerEvent.NO_CHANNEL) {
                raised.merge(rule(header.plan(), e), 1L, Long::sum);
            }
        }
        Map<String, Long> found = new TreeMap<>();
        excursions.forEach(rule -> found.merge(rule, 1L, Long::sum));
        TreeSet<String> rules = new TreeSet<>(raised.keySet());
        rules.addAll(found.keySet());
        List<String> out = rules.stream()
                .filter(r -> !raised.getOrDefault(r, 0L).equals(found.getOrDefault(r, 0L)))
                .map(r -> Texts.of(
                        "collect.alarmComparison.theLoggerRaisedItsRecord",
                        "r",
                        r,
                        "times",
                        times(raised.getOrDefault(r, 0L)),
                        "times2",
                        times(found.getOrDefault(r, 0L))))
                .toList();
        return String.join(" ", out);
    }

    /** Id of the rule that the alarm stands for, see {@link Plan#limits()}. */
    private static String rule(Plan plan, LoggerEvent e) {
        boolean upper = e.kind() == LoggerEvent.Kind.ALARM_HIGH;
        return Plan.ruleId(plan.channels().get(e.channel()), e.level(), upper);
    }

    private static String times(long n) {
        return n == 0
                ? Texts.of("collect.alarmComparison.never")
                : n == 1
                        ? Texts.of("collect.alarmComparison.once")
                        : Texts.of("collect.alarmComparison.nTimes", "n", n);
    }
}
