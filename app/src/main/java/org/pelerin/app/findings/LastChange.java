package org.pelerin.app.findings;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.judge.limits.InForce;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.evidence.AuditEntry;
import org.springframework.stereotype.Component;

/** What was last changed, and by whom and why, of what a mission is judged on and by: told beside what a new judgement changed. */
@Component
class LastChange {

    private static final Map<String, String> OF_MISSION = Map.ofEntries(
            Map.entry("exclude", "stored.lastChange.excludedAPeriod"),
            Map.entry("include again", "stored.lastChange.removedAnExclusion"),
            Map.entry("judged period", "stored.lastChange.changedTheAssessedPeriod"),
            Map.entry("clock correction", "stored.lastChange.switchedTheClockCorrection"),
            Map.entry("set limits", "stored.lastChange.choseTheLimits"),
            Map.entry("judge by newest version", "stored.lastChange.choseTheNewestVersionOf"),
            Map.entry("derive series", "stored.lastChange.addedADerivedSeries"),
            Map.entry("remove derived series", "stored.lastChange.removedADerivedSeries"),
            Map.entry("set working shift", "stored.lastChange.setTheWorkingShift"),
            Map.entry("remove working shift", "stored.lastChange.removedTheWorkingShift"),
            Map.entry("move mission", "stored.lastChange.movedTheMissionToAnother"),
            Map.entry("collect mission", "stored.lastChange.collectedTheMission"),
            Map.entry("collect running mission", "stored.lastChange.collectedMoreOfTheMission"));

    private static final Map<String, String> OF_LOGGER = Map.of(
            "place logger", "stored.lastChange.placedTheLogger",
            "correct placing", "stored.lastChange.correctedTheTimesAtThe",
            "take logger away", "stored.lastChange.tookTheLoggerAway");

    private static final Map<String, String> OF_PLACE = Map.of(
            "attach limits", "stored.lastChange.assignedLimitsToThePlace",
            "detach limits", "stored.lastChange.removedLimitsFromThePlace");

    private final AuditTrail audit;
    private final LimitsInForce limits;

    LastChange(AuditTrail audit, LimitsInForce limits) {
        this.audit = audit;
        this.limits = limits;
    }

    /** A change as it is told, and when it was made. */
    record Told(Instant at, String words) {}

    /** The newest, as “tech excluded a period: defrosted by hand”; empty where none is on record. Costs five small queries. */
    Optional<Told> of(Mission mission) {
        List<AuditEntry> found = new ArrayList<>(newest(mission.subject(), OF_MISSION));
        found.addAll(newest(mission.serial(), OF_LOGGER));
        if (mission.place().spotId() != null) {
            found.addAll(newest("spot " + mission.place().spotId(), OF_MISSION));
            found.addAll(newest(mission.where(), OF_PLACE));
        }
        InForce now = limits.of(mission);
        if (now.set() != null) {
            found.addAll(newest(
                    Texts.stored(
                            "stored.lastChange.nameVersionVersion",
                            "name",
                            now.set().name(),
                            "version",
                            now.set().version()),
                    Map.of("save limits", "stored.lastChange.savedTheLimits")));
        }
        return found.stream()
                .max(Comparator.comparingLong(AuditEntry::sequence))
                .map(e -> new Told(e.at(), words(e)));
    }

    private List<AuditEntry> newest(String subject, Map<String, String> actions) {
        return audit.latest(subject, List.copyOf(actions.keySet()), 1);
    }

    private static String words(AuditEntry e) {
        return Texts.stored(
                OF_MISSION.getOrDefault(
                        e.action(),
                        OF_LOGGER.getOrDefault(
                                e.action(), OF_PLACE.getOrDefault(e.action(), "stored.lastChange.savedTheLimits"))),
                "who",
                e.who(),
                "with",
                !e.reason().isBlank(),
                "reason",
                e.reason());
    }
}
