package org.pelerin.app.judge.rehearsal;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.judge.Direction;
import org.pelerin.core.judge.Judge;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Side;
import org.pelerin.core.judge.ValueExcursion;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.series.Series;
import org.springframework.stereotype.Service;

/**
 * Runs a plan's alarms over what was recorded at a spot, in the units of its limits; see {@link Matching} for how channels are found. Cost: proportional to the records, so it is done when asked for.
 */
@Service
public class RehearsalService {

    private static final int MISSIONS = 3;

    private final MissionQueries missions;
    private final SeriesStore store;
    private final JudgedRecords records;

    RehearsalService(MissionQueries missions, SeriesStore store, JudgedRecords records) {
        this.records = records;
        this.missions = missions;
        this.store = store;
    }

    public Rehearsal rehearse(Plan plan, long spotId) {
        Limits limits = plan.limits();
        Map<String, String> units = units(plan);
        List<Rehearsal.Run> runs = new ArrayList<>();
        List<String> unmatched = new ArrayList<>(
                limits.rules().stream().map(r -> r.channel()).distinct().toList());
        for (Mission m : missions.collectedAt(spotId, MISSIONS)) {
            List<Series> record = store.recorded(m);
            if (record.isEmpty()) {
                continue;
            }
            List<Series> matched = Matching.of(record, units);
            matched.forEach(s -> unmatched.remove(s.label()));
            if (matched.isEmpty()) {
                continue;
            }
            List<ValueExcursion> found =
                    Judge.judge(records.of(m, matched), limits, m.zoneOr(null)).ofValues();
            Instant from = m.records().firstAt();
            Instant to = record.get(0).axis().end();
            runs.add(new Rehearsal.Run(
                    m.id(),
                    from,
                    to,
                    found.stream()
                            .sorted(Comparator.comparing(ValueExcursion::alarmAt))
                            .map(e -> bell(e, from, to))
                            .toList()));
        }
        int alarms = runs.stream().mapToInt(r -> r.when().size()).sum();
        return new Rehearsal(runs, alarms, unmatched);
    }

    /** The limited channels of a plan, by label, with the unit of their limits. */
    private static Map<String, String> units(Plan plan) {
        LoggerModel model = ModelCatalogue.get(plan.model());
        Map<String, String> out = new LinkedHashMap<>();
        for (int i : plan.enabled()) {
            if (plan.channels().get(i).hasAlarm()) {
                out.put(plan.channels().get(i).label(), plan.unit(model, i));
            }
        }
        return out;
    }

    private static Rehearsal.Bell bell(ValueExcursion e, Instant from, Instant to) {
        double all = Math.max(1, Duration.between(from, to).toMillis());
        int x = (int)
                (Rehearsal.WIDTH * (Duration.between(from, e.span().getStart()).toMillis() / all));
        int width = (int) (Rehearsal.WIDTH * (e.span().toDuration().toMillis() / all));
        return new Rehearsal.Bell(
                e.rule(),
                e.alarmAt(),
                e.direction() == Direction.ABOVE ? Side.ABOVE : Side.BELOW,
                Math.max(0, x),
                Math.max(2, width));
    }
}
