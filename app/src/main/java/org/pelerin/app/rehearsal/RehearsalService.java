package org.pelerin.app.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.mission.SeriesStore;
import org.pelerin.core.judge.Direction;
import org.pelerin.core.judge.Excursion;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.Series;
import org.springframework.stereotype.Service;

/**
 * Runs a plan's alarms over what was recorded at a spot. Channels are found by their labels; a plan with one channel of a unit finds
 * the one channel of that unit, whatever it was called. Cost: proportional to the records, so it is done when asked for.
 */
@Service
public class RehearsalService {

    private static final int MISSIONS = 3;

    private final MissionService missions;
    private final SeriesStore store;

    RehearsalService(MissionService missions, SeriesStore store) {
        this.missions = missions;
        this.store = store;
    }

    public Rehearsal rehearse(Plan plan, long spotId) {
        Limits limits = plan.limits();
        List<Rehearsal.Run> runs = new ArrayList<>();
        List<String> unmatched = new ArrayList<>(
                limits.rules().stream().map(r -> r.channel()).distinct().toList());
        for (Mission m : missions.collectedAt(spotId, MISSIONS)) {
            List<Series> record = store.load(m);
            if (record.isEmpty()) {
                continue;
            }
            List<Series> matched = matched(record, limits);
            matched.forEach(s -> unmatched.remove(s.label()));
            List<Excursion> found = Judge.judge(matched, limits).excursions();
            Instant from = m.firstAt();
            Instant to = record.get(0).axis().end();
            runs.add(new Rehearsal.Run(
                    m.id(),
                    from,
                    to,
                    found.stream()
                            .sorted(Comparator.comparing(Excursion::alarmAt))
                            .map(e -> bell(e, from, to))
                            .toList()));
        }
        int alarms = runs.stream().mapToInt(r -> r.when().size()).sum();
        return new Rehearsal(runs, alarms, unmatched);
    }

    /** The series that the rules name; where a record has but one channel, it stands for the first rule's. */
    private static List<Series> matched(List<Series> record, Limits limits) {
        boolean named = limits.rules().stream()
                .anyMatch(r -> record.stream().anyMatch(s -> s.label().equals(r.channel())));
        if (named || limits.rules().isEmpty() || record.size() > 1) {
            return record;
        }
        Series only = record.get(0);
        return List.of(new Series(limits.rules().get(0).channel(), only.unit(), only.axis(), only.blocks()));
    }

    private static Rehearsal.Bell bell(Excursion e, Instant from, Instant to) {
        double all = Math.max(1, Duration.between(from, to).toMillis());
        int x = (int)
                (Rehearsal.WIDTH * (Duration.between(from, e.span().getStart()).toMillis() / all));
        int width = (int) (Rehearsal.WIDTH * (e.span().toDuration().toMillis() / all));
        return new Rehearsal.Bell(
                e.rule(), e.alarmAt(), e.direction() == Direction.ABOVE, Math.max(0, x), Math.max(2, width));
    }
}
