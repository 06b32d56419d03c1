package org.pelerin.app.deployment.prepare.next;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.deployment.placing.Placement;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionState;
import org.pelerin.app.plans.PlanService;
import org.pelerin.app.plans.StoredPlan;
import org.pelerin.core.plan.NextRun;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.sensor.Correction;
import org.springframework.stereotype.Service;

/** Proposes what a logger does next: its own last plan, else its spot's, else its model's; at the spot where it lies or last was. */
@Service
public class NextRuns {

    /** How far back a mission is looked for behind attempts that came to nothing. */
    private static final int RECENT = 10;

    private final MissionQueries missions;
    private final PlacementService placements;
    private final PlanService plans;
    private final Clock clock;

    NextRuns(MissionQueries missions, PlacementService placements, PlanService plans, Clock clock) {
        this.missions = missions;
        this.placements = placements;
        this.plans = plans;
        this.clock = clock;
    }

    /** @param spot that was named; null to take the logger's own */
    public Proposal of(DockedLogger logger, Long spot) {
        Long goes = spot != null ? spot : spotOf(logger.serial());
        return again(logger.serial())
                .filter(p -> p.plan().model().equals(logger.model().id()))
                .map(p -> new Proposal(p.origin(), p.planName(), p.planVersion(), p.plan(), p.stored(), goes))
                .orElseGet(() -> fromLibrary(logger, goes));
    }

    /** What a logger did last, for another run at the same spot; empty for one that was never written. */
    public Optional<Proposal> again(String serial) {
        return lastWritten(serial).map(m -> {
            Plan plan = bare(NextRun.of(m.plan(), clock.instant()));
            StoredPlan stored = library(m, plan);
            return new Proposal(
                    Proposal.Origin.LAST,
                    m.copy().planName(),
                    stored == null ? 0 : stored.version(),
                    plan,
                    stored,
                    spotOf(serial));
        });
    }

    /** Where a logger lies; else where its last mission was; null where that is not known. */
    public Long spotOf(String serial) {
        return placements
                .presentOf(serial)
                .map(Placement::spotId)
                .or(() -> lastWritten(serial).map(m -> m.place().spotId()))
                .orElse(null);
    }

    private Optional<Mission> lastWritten(String serial) {
        return missions.ofLogger(serial, RECENT).stream()
                .filter(m -> m.state() != MissionState.ABANDONED && m.device().missionNumber() != null)
                .findFirst();
    }

    private Proposal fromLibrary(DockedLogger logger, Long spot) {
        List<StoredPlan> fitting = plans.all().stream()
                .filter(p -> p.model().equals(logger.model().id()))
                .toList();
        StoredPlan first = plans.defaultFor(logger.model().id(), spot).orElse(null);
        if (first != null) {
            boolean ofSpot = spot != null
                    && plans.defaultFor(logger.model().id(), null)
                            .filter(p -> p.id() == first.id())
                            .isEmpty();
            return library(ofSpot ? Proposal.Origin.SPOT : Proposal.Origin.MODEL, first, spot);
        }
        return fitting.size() == 1
                ? library(Proposal.Origin.ONLY, fitting.get(0), spot)
                : new Proposal(Proposal.Origin.NONE, "", 0, null, null, spot);
    }

    private Proposal library(Proposal.Origin origin, StoredPlan p, Long spot) {
        return new Proposal(origin, p.name(), p.version(), plans.settings(p), p, spot);
    }

    /** The library's plan of the mission's name, where it still has these settings. */
    private StoredPlan library(Mission m, Plan plan) {
        return plans.named(m.copy().planName())
                .filter(p -> p.model().equals(plan.model()) && !p.archived())
                .filter(p -> sameSettings(plans.settings(p), plan))
                .orElse(null);
    }

    /** Whether two plans differ in nothing but the logger's name and when it starts. */
    private static boolean sameSettings(Plan a, Plan b) {
        return a.withLoggerName("").withStart(b.start()).equals(b.withLoggerName(""));
    }

    /** Without the corrections of the run before: writing puts in those that hold now. */
    private static Plan bare(Plan plan) {
        return plan.withChannels(plan.channels().stream()
                .map(c -> c.withCorrection(Correction.NONE))
                .toList());
    }
}
