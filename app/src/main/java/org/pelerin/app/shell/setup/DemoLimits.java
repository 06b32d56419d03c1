package org.pelerin.app.shell.setup;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.judge.limits.LimitsSource;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.record.Exclusion;
import org.springframework.stereotype.Component;

/**
 * Two sets of the demo that find what alarms cannot: time that adds up, means, rates, totals, missing data. With the doses of the packing line the
 * month holds an excursion of each kind.
 */
@Component
class DemoLimits {

    private static final String COLD = """
            {"name": "Cold store, whole", "rules": [
              {"id": "warm", "channel": "Air", "bound": {"above": 6}, "delay": "PT30M", "severity": "major"},
              {"id": "budget", "channel": "Air", "bound": {"above": 6, "below": 1}, "allowance": "PT3H", "severity": "critical"},
              {"id": "mean of an hour", "channel": "Air", "bound": {"above": 6}, "basis": {"movingMean": 6}, "severity": "minor"},
              {"id": "mean of 3 h", "channel": "Air", "bound": {"above": 6}, "basis": {"blockMean": "PT3H", "anchor": "clock"}, "severity": "minor"},
              {"id": "warms up", "channel": "Air", "bound": {"above": 7}, "basis": {"rate": "PT1H"}, "severity": "note"},
              {"id": "holes", "channel": "Air", "gap": {"longest": "PT2H"}, "severity": "minor"},
              {"id": "coverage", "gap": {"coverage": 99.5}, "severity": "minor"}]}""";

    private static final String SUPPLY = """
            {"name": "Spring supply", "rules": [
              {"id": "burst", "channel": "Outflow", "bound": {"above": 2000}, "delay": "PT30M", "severity": "major"},
              {"id": "day", "channel": "Outflow", "bound": {"above": 60000}, "basis": {"total": "P1D", "per": "PT15M", "anchor": "clock"}},
              {"id": "holes", "gap": {"longest": "PT2H", "coverage": 95}}]}""";

    private final LimitSets sets;
    private final LimitsInForce inForce;
    private final MissionQueries missions;
    private final PlaceService places;
    private final JudgedRecords records;
    private final Evaluation evaluation;

    DemoLimits(
            LimitSets sets,
            LimitsInForce inForce,
            MissionQueries missions,
            PlaceService places,
            JudgedRecords records,
            Evaluation evaluation) {
        this.sets = sets;
        this.inForce = inForce;
        this.missions = missions;
        this.places = places;
        this.records = records;
        this.evaluation = evaluation;
    }

    void make(String technician, String reviewer) {
        assign(COLD, "Cold store", reviewer);
        assign(SUPPLY, "Meter pit", reviewer);
        Mission cold = missions.named("PL-18060", 10).stream()
                .filter(Mission::collected)
                .findFirst()
                .orElseThrow();
        Instant from = cold.records().firstAt().plus(Duration.ofDays(4));
        records.exclude(
                cold,
                Exclusion.Kind.NOT_VALID,
                from,
                from.plus(Duration.ofHours(4)),
                "the shelf was washed, with the logger on it",
                technician);
        evaluation.again(cold.id());
    }

    /** To a spot, for what is collected there too. */
    private void assign(String document, String spot, String by) {
        var limits = LimitsDocument.read(document);
        LimitSet set = sets.create(limits.name(), limits, by);
        long id = places.all().stream()
                .filter(s -> s.name().equals(spot))
                .findFirst()
                .orElseThrow()
                .id();
        inForce.attach(set, LimitsSource.SPOT, id, true, "the alarms of the plan tell too little", by)
                .forEach(evaluation::again);
    }
}
