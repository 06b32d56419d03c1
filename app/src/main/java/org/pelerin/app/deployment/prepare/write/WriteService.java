package org.pelerin.app.deployment.prepare.write;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.deployment.prepare.check.PhaseLook;
import org.pelerin.app.evidence.DeviceAudit;
import org.pelerin.app.loggers.calibration.CalibrationService;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.missions.MissionCreation;
import org.pelerin.app.missions.MissionDraft;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.mains.PhaseCheck;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.LoggerCondition;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.PlanDifference;
import org.pelerin.core.plan.Preflight;
import org.pelerin.core.plan.Reading;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.LiveValues;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.Phases;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;
import org.springframework.stereotype.Service;

/** Writes a plan into a logger: preflight, clock, plan, read back, compare; only then is the mission written. */
@Service
public class WriteService {

    /** Preflight found something that prevents writing. */
    public static class BlockedException extends RuntimeException {
        private final transient List<Conflict> conflicts;

        BlockedException(List<Conflict> conflicts) {
            super(conflicts.get(0).message());
            this.conflicts = conflicts;
        }

        public List<Conflict> conflicts() {
            return conflicts;
        }
    }

    /** What was read back is not what was written. */
    public static class ReadBackException extends RuntimeException {
        private final transient List<PlanDifference> differences;

        ReadBackException(List<PlanDifference> differences) {
            super(Texts.of("deployment.prepare.write.writeService.theSettingsReadBackDiffer"));
            this.differences = differences;
        }

        public List<PlanDifference> differences() {
            return differences;
        }
    }

    /** It took the plan, and does nothing with it. */
    public static class NotWaitingException extends RuntimeException {
        NotWaitingException(LoggerState state) {
            super(Texts.of(
                    "deployment.prepare.write.writeService.theLoggerAcceptedThePlan",
                    "state",
                    state == LoggerState.ENDED));
        }
    }

    private final Dock dock;
    private final PlaceService places;
    private final MissionCreation creation;
    private final CalibrationService calibrations;
    private final HomeKeeper home;
    private final DeviceAudit deviceAudit;
    private final Clock clock;

    WriteService(
            Dock dock,
            PlaceService places,
            MissionCreation creation,
            CalibrationService calibrations,
            HomeKeeper home,
            DeviceAudit deviceAudit,
            Clock clock) {
        this.home = home;
        this.deviceAudit = deviceAudit;
        this.dock = dock;
        this.places = places;
        this.creation = creation;
        this.calibrations = calibrations;
        this.clock = clock;
    }

    /** The plan as it would be written into this logger: with its own corrections. */
    public Plan corrected(String serial, Plan plan) {
        return calibrations.correct(serial, plan);
    }

    /** What speaks against writing a plan, with this logger's own corrections and its readings as the plan has them. */
    public List<Conflict> preflight(String serial, Plan wanted, Deployment deployment) {
        Plan plan = calibrations.correct(serial, wanted);
        DockedLogger logger = dock.look(serial);
        if (!plan.model().equals(logger.model().id())) {
            return List.of(new Conflict(
                    Conflict.Level.BLOCKS,
                    "",
                    Texts.of("deployment.prepare.write.writeService.thePlanIsForAnother"),
                    Texts.of(
                            "deployment.prepare.write.writeService.chooseAPlanFor",
                            "name",
                            logger.model().name())));
        }
        return Preflight.of(logger.model(), plan, condition(logger, plan), deployment, clock.instant());
    }

    /**
     * @return id of the mission
     * @throws BlockedException before anything is written
     * @throws ReadBackException after; the logger is then stopped if it will take that
     */
    public long write(MissionDraft draft) {
        return write(draft, "");
    }

    /** @param pin of the logger; empty if it has none */
    public long write(MissionDraft draft, String pin) {
        long id = put(draft, pin);
        dock.poll();
        return id;
    }

    /** As {@link #write}, what it holds and is home being erased first; without looking at the whole dock afterwards: for one of many. */
    public long put(MissionDraft wanted, String pin) {
        MissionDraft draft = wanted.withPlan(calibrations.correct(wanted.serial(), wanted.plan()));
        Deployment deployment = places.deployment(draft.spotId(), null, null)
                .notWired(draft.notWired())
                .weakBattery(draft.weakBattery());
        List<Conflict> blocking = preflight(draft.serial(), draft.plan(), deployment).stream()
                .filter(Conflict::blocking)
                .toList();
        if (!blocking.isEmpty()) {
            throw new BlockedException(blocking);
        }
        try (LoggerLink link = dock.open(draft.serial())) {
            // before anything is noted: a wrong PIN leaves no mission behind
            unlock(link, pin);
            long id = creation.draft(draft);
            return deviceAudit.tried(
                    draft.by(),
                    "write mission",
                    Texts.stored("stored.writeService.missionOf", "id", id, "serial", draft.serial()),
                    draft.planName()
                            + (draft.weakBattery().isEmpty()
                                    ? ""
                                    : Texts.stored(
                                            "stored.writeService.althoughItsBatteryIsWeak",
                                            "weakBattery",
                                            draft.weakBattery())),
                    () -> {
                        send(link, draft, id);
                        confirm(link, draft, id);
                        return id;
                    });
        }
    }

    /** A batch has one PIN for those that ask for it. */
    private static void unlock(LoggerLink link, String pin) {
        if (!link.status().pinSet()) {
            return;
        }
        if (pin.isEmpty()) {
            throw new RefusedException(
                    Refusal.PIN_NEEDED, Texts.of("deployment.prepare.write.writeService.theLoggerAsksForIts"));
        }
        link.unlock(pin);
    }

    /** A refusal here means that the logger is as it was. */
    private void send(LoggerLink link, MissionDraft draft, long id) {
        try {
            if (link.status().holdsRecords()) {
                home.erase(draft.serial(), draft.by());
            }
            link.setClock(clock.instant());
            link.writePlan(draft.plan());
        } catch (RefusedException e) {
            creation.abandon(
                    id, Texts.stored("stored.writeService.theLoggerRefused", "reason", e.getMessage()), draft.by());
            throw e;
        }
    }

    private void confirm(LoggerLink link, MissionDraft draft, long id) {
        Instant written = clock.instant();
        List<PlanDifference> differences = PlanDifference.between(draft.plan(), link.readPlan());
        if (!differences.isEmpty()) {
            creation.abandon(
                    id,
                    Texts.stored("stored.writeService.settingsReadBackDiffer", "differences", differences),
                    draft.by());
            stop(link);
            throw new ReadBackException(differences);
        }
        LoggerState state = link.status().state();
        if (!state.running()) {
            creation.abandon(id, Texts.stored("stored.writeService.itNeitherWaitsNorLogs", "state", state), draft.by());
            throw new NotWaitingException(state);
        }
        creation.written(
                id, link.status().mission(), dock.get(draft.serial()).status().battery(), written, draft.by());
    }

    /** A logger with other settings than those wanted is not let go to work; one that is not running needs no stop. */
    private static void stop(LoggerLink link) {
        if (link.status().state().running()) {
            link.stop();
        }
    }

    private LoggerCondition condition(DockedLogger logger, Plan plan) {
        try (LoggerLink link = dock.open(logger.serial())) {
            return new LoggerCondition(
                    logger.identity().firmware(),
                    logger.status().battery(),
                    logger.running(),
                    uncollected(logger),
                    logger.holdsRecords() && !home.allHome(logger),
                    logger.clockOffset(),
                    readings(logger, plan, link),
                    logger.status().pinSet(),
                    phases(logger, plan, link),
                    calibrations.due(logger.serial()));
        }
    }

    private long uncollected(DockedLogger logger) {
        return !logger.holdsRecords() || home.allHome(logger) ? 0 : home.notHome(logger);
    }

    /** How leads and loops sit; null where the model cannot tell, or where nothing is connected yet. */
    private static PhaseCheck phases(DockedLogger logger, Plan plan, LoggerLink link) {
        if (!PhaseLook.offered(logger.model())) {
            return null;
        }
        try {
            Phases phases = link.phases();
            boolean connected = phases.voltages().stream().anyMatch(u -> u.magnitude() > PhaseLook.LIVE_VOLTS);
            return connected ? PhaseLook.check(logger.model(), plan, phases) : null;
        } catch (RefusedException e) {
            return null;
        }
    }

    /** What every channel reads as the plan would have it; nothing where the plan cannot be measured. */
    private static List<Reading> readings(DockedLogger logger, Plan plan, LoggerLink link) {
        try {
            return LiveValues.of(logger.model(), plan, link.live(plan)).stream()
                    .map(v -> new Reading(v.raw(), v.value()))
                    .toList();
        } catch (IllegalArgumentException | RefusedException e) {
            // preflight says what is wrong with the plan itself
            return List.of();
        }
    }
}
