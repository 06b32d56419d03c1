package org.pelerin.app.deployment.placing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.missions.NotWired;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Spot;
import org.pelerin.app.places.SpotAt;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Hanging;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which logger lies where, and where it has been. A logger is at one spot at a time. */
@Service
@RetriedOnDeadlock
public class PlacementService {

    /** What becomes of a logger that lies at the spot already. */
    public enum Other {
        /** It is taken home. */
        TAKEN,
        /** Both lie there, on purpose. */
        STAYS
    }

    /** Something has to be decided or corrected before it can be placed. */
    public static class NotPlacedException extends RuntimeException {
        NotPlacedException(String message) {
            super(message);
        }
    }

    /**
     * A logger that is put somewhere.
     *
     * @param moved whether it may leave the spot it was at
     * @param other what becomes of one that is there already; null where that was not asked
     * @param checked what was looked at
     * @param runs whether it was seen to run
     * @param hung what was measured where it hangs in water
     */
    public record Placing(
            String serial,
            long spotId,
            Instant at,
            boolean moved,
            Other other,
            String remarks,
            int acclimatiseMinutes,
            List<String> checked,
            boolean runs,
            WaterMeasurement hung) {

        public Placing(
                String serial,
                long spotId,
                Instant at,
                boolean moved,
                Other other,
                String remarks,
                int acclimatiseMinutes,
                List<String> checked,
                boolean runs) {
            this(
                    serial,
                    spotId,
                    at,
                    moved,
                    other,
                    remarks,
                    acclimatiseMinutes,
                    checked,
                    runs,
                    WaterMeasurement.UNMEASURED);
        }
    }

    /**
     * What was measured when it was hung into water, in m from the reference point down; null where it was not.
     *
     * @param water to the water
     * @param cable to the logger
     */
    public record WaterMeasurement(Double water, Double cable) {
        public static final WaterMeasurement UNMEASURED = new WaterMeasurement(null, null);
    }

    private final PlacementMapper placements;
    private final PlaceService places;
    private final LoggerRegistry loggers;
    private final MissionQueries missions;
    private final SpotWishes wishes;
    private final AuditTrail audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final MissionLifecycle lifecycle;
    private final MissionVersion versions;

    PlacementService(
            PlacementMapper placements,
            PlaceService places,
            LoggerRegistry loggers,
            MissionQueries missions,
            SpotWishes wishes,
            AuditTrail audit,
            ApplicationEventPublisher events,
            Clock clock,
            MissionLifecycle lifecycle,
            MissionVersion versions) {
        this.versions = versions;
        this.lifecycle = lifecycle;
        this.placements = placements;
        this.places = places;
        this.loggers = loggers;
        this.missions = missions;
        this.wishes = wishes;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    /** Sites by name, with how many spots each has. */
    public List<SiteTally> tallies(int size, int page) {
        return placements.tallies(size, page * size);
    }

    /** The same of all sites together, without a name. */
    public SiteTally tallyOfAll() {
        return placements.tallyOfAll();
    }

    public int countSites() {
        return placements.countSites();
    }

    public List<Placement> presentAt(long site) {
        return placements.presentAt(site);
    }

    public List<Placement> present() {
        return placements.present();
    }

    public Optional<Placement> presentOf(String serial) {
        return Optional.ofNullable(placements.presentOf(serial));
    }

    public List<Placement> ofSpot(long spot, int limit) {
        return placements.ofSpot(spot, limit);
    }

    /** All that were there at some instant of a time, the earliest first. */
    public List<Placement> ofSpot(long spot, Instant from, Instant to) {
        return placements.ofSpotDuring(spot, from, to);
    }

    public List<Placement> ofMission(long mission) {
        return placements.ofMissions(List.of(mission));
    }

    public List<Placement> ofLogger(String serial, int limit) {
        return placements.ofLogger(serial, limit);
    }

    /** The mission that a logger has been written for, or is at. */
    public Optional<Mission> current(String serial) {
        return missions.ofLogger(serial, 1).stream()
                .filter(m -> m.state().inField())
                .findFirst();
    }

    /** Why a logger was written before its channels were wired, if that has not been looked at since; empty otherwise. */
    public String notWired(String serial) {
        return current(serial)
                .map(m -> unseen(missions.notWired(m)).getOrDefault(serial, ""))
                .orElse("");
    }

    /** The same of all loggers of which it is not empty, by serial. */
    public Map<String, String> notWired() {
        return unseen(missions.notWired());
    }

    private Map<String, String> unseen(List<NotWired> written) {
        if (written.isEmpty()) {
            return Map.of();
        }
        Set<Long> seen = placements
                .ofMissions(written.stream().map(NotWired::missionId).toList())
                .stream()
                .filter(p -> Checklist.wiringSaid(p.checked()))
                .map(Placement::missionId)
                .collect(Collectors.toSet());
        return written.stream()
                .filter(n -> !seen.contains(n.missionId()))
                .collect(Collectors.toMap(NotWired::serial, NotWired::reason, (a, b) -> b));
    }

    /** What the mission of a logger has otherwise than a spot wants it, without full stops; none where it has none. */
    public List<String> misfit(String serial, long spot) {
        return current(serial)
                .flatMap(m -> places.spot(spot).map(s -> wishes.unmet(m, s)))
                .orElse(List.of());
    }

    /** The same for several missions at several spots, by mission and spot; what fits is not in it. Reads each once. */
    public Map<Long, Map<Long, List<String>>> misfits(List<Long> ofMissions, Set<Long> spots) {
        List<Spot> wanted =
                places.spots().stream().filter(s -> spots.contains(s.id())).toList();
        Map<Long, Long> plans = missions.planIds(ofMissions);
        Map<Long, Map<Long, List<String>>> out = new HashMap<>();
        for (Mission m : missions.of(ofMissions)) {
            for (Spot s : wanted) {
                List<String> unmet = wishes.unmet(m, plans.get(m.id()), s);
                if (!unmet.isEmpty()) {
                    out.computeIfAbsent(m.id(), k -> new HashMap<>()).put(s.id(), unmet);
                }
            }
        }
        return out;
    }

    /**
     * Notes that it lies there.
     *
     * @return what it has otherwise than the spot wants it, without a full stop; empty for nothing
     * @throws NotPlacedException if something must be decided first; nothing has changed then
     */
    @Transactional
    public String place(Placing p, String by) {
        LoggerUnit logger = loggers.find(p.serial)
                .orElseThrow(() -> new NotPlacedException(Texts.of(
                        "deployment.placing.placementService.loggerWasNeverConnectedHere", "serial", p.serial)));
        if (!notWired(p.serial).isEmpty() && !Checklist.wiringSaid(String.join(", ", p.checked))) {
            throw new NotPlacedException(
                    Texts.of("deployment.placing.placementService.wasWrittenBeforeItWas", "serial", p.serial));
        }
        SpotAt spot = places.find(p.spotId)
                .orElseThrow(
                        () -> new NotPlacedException(Texts.of("deployment.placing.placementService.chooseTheSpot")));
        if (p.at.isAfter(clock.instant())) {
            throw new NotPlacedException(Texts.of("deployment.placing.placementService.thePlacingTimeLiesIn"));
        }
        if (Length.PLACING_REMARKS.exceeded(p.remarks)) {
            throw new NotPlacedException(Texts.of(
                    "deployment.placing.placementService.remarksSaid", "said", Length.PLACING_REMARKS.said(p.remarks)));
        }
        deepEnough(logger, p);
        nowhereElse(p);
        Optional<Mission> mission = current(p.serial);
        mission.ifPresent(m -> written(m, p.at));
        leave(p, by);
        makeRoom(p, by);
        String misfit = String.join(". ", misfit(p.serial, p.spotId));
        placements.insert(
                logger.id(),
                p.spotId,
                p.at,
                by,
                p.remarks,
                p.acclimatiseMinutes,
                String.join(", ", p.checked),
                mission.map(Mission::id).orElse(null),
                p.hung.water,
                p.hung.cable,
                Length.MISFIT.cut(misfit));
        audit.record(
                by,
                "place logger",
                p.serial,
                "",
                spot.full()
                        + measured(p.hung)
                        + (p.remarks.isEmpty() ? "" : ", " + p.remarks)
                        + (misfit.isEmpty() ? "" : ", " + misfit));
        mission.ifPresent(m -> follow(m, p, by));
        events.publishEvent(new Moved(p.serial, p.spotId, true, p.at, by));
        versions.stayChanged(p.serial, p.spotId, p.at);
        return misfit;
    }

    /** Nothing is placed for a mission before that is written; forms know minutes only. */
    private static void written(Mission m, Instant at) {
        Instant written = m.course().writtenAt();
        if (written != null && at.isBefore(written.truncatedTo(ChronoUnit.MINUTES))) {
            throw new NotPlacedException(
                    Texts.of("deployment.placing.placementService.wasWrittenLaterThanThat", "serial", m.serial()));
        }
    }

    private static String measured(WaterMeasurement hung) {
        return (hung.water == null ? "" : Texts.stored("stored.placementService.waterAtM", "water", hung.water))
                + (hung.cable == null ? "" : Texts.stored("stored.placementService.cableCableM", "cable", hung.cable));
    }

    /** By what was measured and is known of the spot, it hangs in the water and no deeper than it is made for. */
    private void deepEnough(LoggerUnit logger, Placing p) {
        Spot spot = places.spot(p.spotId).orElseThrow();
        LoggerModel model = ModelCatalogue.get(logger.model());
        Hanging hanging = spot.hanging().measured(p.hung.water, p.hung.cable);
        if (model.ratedDepth() == 0 || hanging.immersion().isEmpty()) {
            return;
        }
        double deep = hanging.immersion().getAsDouble();
        if (deep <= 0) {
            throw new NotPlacedException(
                    Texts.of("deployment.placing.placementService.withThisCableItHangs", "metres", metres(-deep)));
        }
        if (deep > model.ratedDepth()) {
            throw new NotPlacedException(Texts.of(
                    "deployment.placing.placementService.itWouldHangUnderWater",
                    "metres",
                    metres(deep),
                    "name",
                    model.name(),
                    "metres2",
                    metres(model.ratedDepth())));
        }
    }

    private static String metres(double m) {
        return BigDecimal.valueOf(m)
                        .setScale(2, RoundingMode.HALF_UP)
                        .stripTrailingZeros()
                        .toPlainString() + " m";
    }

    /** It lay at no other spot then that it has left since: nothing is at two places at once, in the past neither. */
    private void nowhereElse(Placing p) {
        Placement later = placements.lastedBeyond(p.serial, p.at);
        if (later != null) {
            throw new NotPlacedException(Texts.of(
                    "deployment.placing.placementService.wasStillAtThenEnter",
                    "serial",
                    p.serial,
                    "where",
                    later.where()));
        }
    }

    /** Leaves the spot it was at, if any. */
    private void leave(Placing p, String by) {
        Placement before = placements.presentOf(p.serial);
        if (before == null) {
            return;
        }
        if (before.spotId() == p.spotId) {
            throw new NotPlacedException(Texts.of(
                    "deployment.placing.placementService.isAlreadyTherePlacedBy",
                    "serial",
                    p.serial,
                    "placedBy",
                    before.placedBy()));
        }
        if (!p.moved) {
            throw new NotPlacedException(Texts.of(
                    "deployment.placing.placementService.isAtStateThatIt",
                    "serial",
                    p.serial,
                    "where",
                    before.where()));
        }
        end(before, p.at, by);
    }

    private void makeRoom(Placing p, String by) {
        List<Placement> there = placements.ofSpot(p.spotId, 50).stream()
                .filter(Placement::present)
                .toList();
        if (there.isEmpty() || p.other == Other.STAYS) {
            return;
        }
        if (p.other == null) {
            throw new NotPlacedException(Texts.of(
                    "deployment.placing.placementService.isAlreadyThereStateWhether",
                    "serial",
                    there.get(0).serial()));
        }
        there.forEach(t -> end(t, p.at, by));
    }

    /** The mission goes where its logger is first placed; a move later on leaves it where it began. */
    private void follow(Mission m, Placing p, String by) {
        if (placements.countOfMission(m.id()) == 1
                && (m.place().spotId() == null || m.place().spotId() != p.spotId)) {
            lifecycle.moveTo(m, p.spotId, by);
        }
        if (p.runs && m.course().startsAt() == null) {
            lifecycle.confirmStarted(m, by);
        }
    }

    /** It was taken away from its spot. */
    @Transactional
    public void take(String serial, Instant at, String by) {
        Placement p = placements.presentOf(serial);
        if (p == null) {
            throw new NotPlacedException(
                    Texts.of("deployment.placing.placementService.isNotPlacedAnywhere", "serial", serial));
        }
        end(p, at, by);
    }

    public Optional<Placement> find(long id) {
        return Optional.ofNullable(placements.byId(id));
    }

    /**
     * Its times were noted wrongly.
     *
     * @param p as whoever corrects it saw it
     * @param to null where it is still there
     * @throws NotPlacedException if they cannot be right; nothing has changed then
     */
    @Transactional
    public void correct(Placement p, Instant from, Instant to, String reason, String by) {
        Instant now = clock.instant();
        if (from.isAfter(now) || to != null && to.isAfter(now)) {
            throw new NotPlacedException(Texts.of("deployment.placing.placementService.theTimeLiesInThe"));
        }
        if (to != null && !from.isBefore(to)) {
            throw new NotPlacedException(Texts.of("deployment.placing.placementService.theTimeOfRemovalMust"));
        }
        if (p.missionId() != null) {
            missions.find(p.missionId()).ifPresent(m -> written(m, from));
        }
        Placement other = placements.overlapping(
                p.serial(), p.id(), from, to == null ? Instant.ofEpochMilli(Long.MAX_VALUE) : to);
        if (other != null) {
            throw new NotPlacedException(Texts.of(
                    "deployment.placing.placementService.wasAtAtThatTime",
                    "serial",
                    p.serial(),
                    "where",
                    other.where()));
        }
        Instant since = from.isBefore(p.placedAt()) ? from : p.placedAt();
        List<Long> signed = versions.signedAt(p.serial(), p.spotId(), since);
        if (!signed.isEmpty()) {
            throw new NotPlacedException(
                    Texts.of("deployment.placing.placementService.missionWasSignedWithThese", "signed", signed.get(0)));
        }
        if (placements.correct(p, from, to) == 0) {
            throw new NotPlacedException(Texts.of("deployment.placing.placementService.somebodyElseChangedItJust"));
        }
        audit.record(
                by,
                "correct placing",
                p.serial(),
                span(p.placedAt(), p.takenAt()),
                p.where() + ", " + span(from, to),
                reason);
        versions.stayChanged(p.serial(), p.spotId(), since);
    }

    private static String span(Instant from, Instant to) {
        return Texts.stored("stored.placementService.fromToTo", "from", from, "to", (to == null ? "now" : to));
    }

    /** It goes into stock, from wherever it was. */
    @Transactional
    public void retire(String serial, String reason, String by) {
        Placement p = placements.presentOf(serial);
        if (p != null) {
            end(p, clock.instant(), by);
        }
        loggers.retire(serial, reason, by);
    }

    /** It is given up as lost, wherever it was. */
    @Transactional
    public void lose(String serial, String reason, String by) {
        Placement p = placements.presentOf(serial);
        if (p != null) {
            end(p, clock.instant(), by);
        }
        loggers.lose(serial, reason, by);
    }

    private void end(Placement p, Instant at, String by) {
        if (at.isBefore(p.placedAt())) {
            throw new NotPlacedException(Texts.of(
                    "deployment.placing.placementService.wasPlacedAtLaterThan",
                    "serial",
                    p.serial(),
                    "where",
                    p.where()));
        }
        if (at.isAfter(clock.instant())) {
            throw new NotPlacedException(Texts.of("deployment.placing.placementService.theTimeOfRemovalLies"));
        }
        if (placements.take(p.id(), at, by) == 1) {
            audit.record(by, "take logger away", p.serial(), p.where(), "");
            events.publishEvent(new Moved(p.serial(), p.spotId(), false, at, by));
            versions.stayChanged(p.serial(), p.spotId(), p.placedAt());
        }
    }
}
