package org.pelerin.app.judge.library;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Side;
import org.springframework.stereotype.Component;

/**
 * What limits would have caught in the last month of a spot, rule by rule.
 *
 * @param from its beginning; the month ends with the newest record
 * @param missions that were looked at
 * @param marks by the rule's id as it stands in the set
 * @param reasons why some of it could not be judged
 */
public record SpotMonth(
        Instant from, Instant to, List<Long> missions, Map<String, List<Mark>> marks, List<String> reasons) {

    static final int WIDTH = 480;
    private static final Duration MONTH = Duration.ofDays(31);

    /**
     * One departure.
     *
     * @param x where it lies in the month, {@value #WIDTH} wide
     */
    public record Mark(long mission, Instant start, Instant end, double x, double width, Side side) {}

    public List<Mark> of(String rule) {
        return marks.getOrDefault(rule, List.of());
    }

    @Component
    static class Teller {

        private final MissionQueries missions;
        private final Evaluation evaluation;

        Teller(MissionQueries missions, Evaluation evaluation) {
            this.missions = missions;
            this.evaluation = evaluation;
        }

        /** Null where nothing was recorded there. */
        SpotMonth of(long spot, Limits limits) {
            Instant to = missions.lastRecordedAt(spot).orElse(null);
            if (to == null) {
                return null;
            }
            Instant from = to.minus(MONTH);
            List<Mission> there = missions.recordedAt(spot, from, to.plusMillis(1));
            Map<String, List<Mark>> marks = new LinkedHashMap<>();
            List<Long> looked = new ArrayList<>();
            List<String> reasons = new ArrayList<>();
            for (Mission m : there) {
                if (m.records().lastAt().isAfter(from)) {
                    Mission whole = missions.find(m.id()).orElseThrow();
                    JudgementDocument j = evaluation.tried(whole, limits);
                    looked.add(m.id());
                    j.reasons().stream().filter(r -> !reasons.contains(r)).forEach(reasons::add);
                    j.excursions().stream()
                            .filter(e -> e.end().isAfter(from))
                            .forEach(e -> marks.computeIfAbsent(base(e.rule(), limits), k -> new ArrayList<>())
                                    .add(mark(m.id(), e, from, to)));
                }
            }
            return new SpotMonth(from, to, looked, marks, reasons);
        }

        /** The rule of the set that one for a channel came from. */
        private static String base(String rule, Limits limits) {
            return limits.rules().stream()
                    .map(r -> r.id())
                    .filter(id -> rule.equals(id) || rule.startsWith(id + ": "))
                    .findFirst()
                    .orElseGet(() -> limits.gapRules().stream()
                            .map(r -> r.id())
                            .filter(id -> rule.equals(id) || rule.startsWith(id + ": "))
                            .findFirst()
                            .orElse(rule));
        }

        private static Mark mark(long mission, ExcursionDocument e, Instant from, Instant to) {
            double scale = (double) WIDTH / Duration.between(from, to).toMillis();
            double x = Math.max(0, Duration.between(from, e.start()).toMillis() * scale);
            double end = Math.min(WIDTH, Duration.between(from, e.end()).toMillis() * scale);
            return new Mark(mission, e.start(), e.end(), x, Math.max(2, end - x), e.side());
        }
    }
}
