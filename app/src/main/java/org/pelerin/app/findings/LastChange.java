package org.pelerin.app.findings;

import org.pelerin.app.platform.language.Texts;
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
import org.pelerin.core.evidence.AuditEntry;
import org.springframework.stereotype.Component;

/** What was last changed, and by whom and why, of what a mission is judged on and by: told beside what a new judgement changed. */
@Component
class LastChange {

    private static final Map<String, String> OF_MISSION = Map.ofEntries(
            Map.entry("exclude", "excluded a period"),
            Map.entry("include again", "removed an exclusion"),
            Map.entry("judged period", "changed the assessed period"),
            Map.entry("clock correction", "switched the clock correction"),
            Map.entry("set limits", "chose the limits"),
            Map.entry("judge by newest version", "chose the newest version of the limits"),
            Map.entry("derive series", "added a derived series"),
            Map.entry("remove derived series", "removed a derived series"),
            Map.entry("set working shift", "set the working shift"),
            Map.entry("remove working shift", "removed the working shift"),
            Map.entry("move mission", "moved the mission to another spot"),
            Map.entry("collect mission", "collected the mission"),
            Map.entry("collect running mission", "collected more of the mission"));

    private static final Map<String, String> OF_LOGGER = Map.of(
            "place logger", "placed the logger",
            "correct placing", "corrected the times at the spot",
            "take logger away", "took the logger away");

    private static final Map<String, String> OF_PLACE = Map.of(
            "attach limits", "assigned limits to the place",
            "detach limits", "removed limits from the place");

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
                    Texts.stored("stored.lastChange.nameVersionVersion", "name", now.set().name(), "version", now.set().version()), Map.of("save limits", "saved the limits")));
        }
        return found.stream()
                .max(Comparator.comparingLong(AuditEntry::sequence))
                .map(e -> new Told(e.at(), words(e)));
    }

    private List<AuditEntry> newest(String subject, Map<String, String> actions) {
        return audit.latest(subject, List.copyOf(actions.keySet()), 1);
    }

    private static String words(AuditEntry e) {
        String did = OF_MISSION.getOrDefault(
                e.action(), OF_LOGGER.getOrDefault(e.action(), OF_PLACE.getOrDefault(e.action(), "saved the limits")));
        return e.who() + " " + did + (e.reason().isBlank() ? "" : ": " + e.reason());
    }
}
