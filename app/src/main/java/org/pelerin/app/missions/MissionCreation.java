package org.pelerin.app.missions;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.Plan;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How missions come about: written here, found on a logger, begun there by hand, recorded live or elsewhere. */
@Service
@RetriedOnDeadlock
public class MissionCreation {

    /** What is asked for was asked before, and is done or being done. */
    public static class WrittenOnceException extends RuntimeException {
        WrittenOnceException(String act, Throwable cause) {
            super(Texts.of("missions.missionCreation.theLoggerIsAlreadyBeing", "act", act), cause);
        }
    }

    private static final int LONGEST_REMARK = 400;
    /** A draft older than this is no longer being written by anybody. */
    private static final Duration LONGEST_WRITING = Duration.ofSeconds(30);

    /** Live readings found good belong to what is written within this time. */
    private static final Duration CHECK_HOLDS = Duration.ofHours(12);

    private final MissionMapper missions;
    private final LoggerRegistry loggers;
    private final AuditTrail audit;
    private final Clock machine;

    MissionCreation(
            MissionMapper missions,
            LoggerRegistry loggers,
            AuditTrail audit,
            @Qualifier("machineClock") Clock machine) {
        this.missions = missions;
        this.loggers = loggers;
        this.audit = audit;
        this.machine = machine;
    }

    /** Notes that a mission is about to be written; an earlier attempt that got stuck is given up. */
    @Transactional
    public long draft(MissionDraft draft) {
        long loggerId = loggers.find(draft.serial()).orElseThrow().id();
        // looked up first: an update that finds none would lock the gap that other loggers' missions go into
        missions.drafts(loggerId)
                .forEach(id -> missions.abandon(id, Texts.stored("stored.missionCreation.writingWasInterrupted")));
        return insert(draft, loggerId);
    }

    private long insert(MissionDraft draft, long loggerId) {
        MissionMapper.Draft row = new MissionMapper.Draft(
                loggerId,
                draft.planName(),
                draft.planVersion(),
                PlanDocument.write(draft.planName(), draft.plan()),
                draft.spotId(),
                draft.by(),
                machine.instant(),
                draft.notWired(),
                draft.plan().loggerName(),
                draft.act());
        try {
            missions.insert(row);
        } catch (DuplicateKeyException e) {
            throw new WrittenOnceException(draft.act(), e);
        }
        return row.id;
    }

    /** A mission that was recorded here from live readings, to be collected at once. */
    @Transactional
    public long recordedLive(MissionDraft draft, Instant from) {
        long id = draft(draft);
        missions.begunAt(id, from);
        return id;
    }

    /**
     * A mission that was recorded elsewhere and comes in as a file, to be collected at once.
     *
     * @param how its rows become a record
     */
    @Transactional
    public long recordedElsewhere(MissionDraft draft, Instant from, String how) {
        long id = insert(draft, loggers.find(draft.serial()).orElseThrow().id());
        missions.begunAt(id, from);
        missions.takenIn(id, how);
        return id;
    }

    /** The logger has read its plan back and it is the same. */
    @Transactional
    public void written(long id, int deviceNumber, double battery, Instant at, String by) {
        Mission mission = byId(id);
        Plan plan = PlanDocument.plan(mission.copy().settings());
        Forecast forecast = Forecast.of(ModelCatalogue.get(plan.model()), plan, battery, 10, at);
        Instant from = forecast.startsAt() == null ? at : forecast.startsAt();
        int noted = missions.written(
                id,
                MissionState.WRITTEN,
                deviceNumber,
                at,
                forecast.startsAt(),
                forecast.stopsAt(),
                PlannedEnd.byItself(plan, forecast.startsAt()),
                from.plus(forecast.batteryLeft()));
        if (noted == 0) {
            throw new TooLateException(Texts.of("missions.missionCreation.somebodyElseWroteThisLogger"));
        }
        loggers.check(mission.serial())
                .filter(c -> Duration.between(c.at(), at).compareTo(CHECK_HOLDS) < 0)
                .ifPresent(c -> missions.checked(id, c.at(), c.who(), c.readings()));
        audit.record(by, "write mission", mission.subject(), "", mission.copy().settings());
    }

    /** Writing did not succeed, or not as it should have. */
    @Transactional
    public void abandon(long id, String why, String by) {
        String reason = why.length() > LONGEST_REMARK ? why.substring(0, LONGEST_REMARK) : why;
        if (missions.abandon(id, reason) == 1) {
            audit.record(
                    by,
                    "abandon mission",
                    Texts.stored("stored.missionCreation.missionId", "id", id),
                    "DRAFT",
                    "ABANDONED",
                    reason);
        }
    }

    /**
     * The mission that a logger holds, as it is known here: written here, its writing interrupted here after the logger had taken the
     * plan, or begun by hand after the end of the one before.
     */
    @Transactional
    public Optional<Mission> known(String serial, int deviceNumber, Plan found, Instant writtenAt, Instant firstAt) {
        return byDeviceNumber(serial, deviceNumber)
                .or(() -> draftTaken(serial, deviceNumber, found, writtenAt))
                .or(() -> begunAgain(serial, deviceNumber, found, firstAt));
    }

    /** The same, or noted as what some other program wrote. */
    @Transactional
    public Mission adopt(String serial, int deviceNumber, Plan found, Instant writtenAt, Instant firstAt, String by) {
        return known(serial, deviceNumber, found, writtenAt, firstAt)
                .orElseGet(() -> foreign(serial, deviceNumber, found, writtenAt, by));
    }

    private Optional<Mission> draftTaken(String serial, int deviceNumber, Plan found, Instant writtenAt) {
        MissionRow row = missions.draftOf(serial, machine.instant().minus(LONGEST_WRITING));
        if (row == null || !PlanDocument.plan(row.settings()).equals(found)) {
            return Optional.empty();
        }
        Mission draft = row.mission();
        written(draft.id(), deviceNumber, 1, writtenAt, draft.course().writtenBy());
        return Optional.of(byId(draft.id()));
    }

    /** It has the plan, the spot and the writer of the one before, which is still in its memory. */
    private Optional<Mission> begunAgain(String serial, int deviceNumber, Plan found, Instant firstAt) {
        if (firstAt == null || !Plan.AGAIN_KEPT.equals(found.options().get(Plan.AGAIN))) {
            return Optional.empty();
        }
        Optional<Mission> before = byDeviceNumber(serial, deviceNumber - 1)
                .filter(m -> m.records().erasedAt() == null && m.state() != MissionState.ABANDONED)
                .filter(m -> PlanDocument.plan(m.copy().settings()).equals(found));
        return before.flatMap(m -> {
            long id = insert(
                    new MissionDraft(
                            serial,
                            m.copy().planName(),
                            m.copy().planVersion(),
                            found,
                            m.place().spotId(),
                            m.course().writtenBy()),
                    loggers.find(serial).orElseThrow().id());
            missions.written(
                    id,
                    MissionState.LOGGING,
                    deviceNumber,
                    firstAt,
                    firstAt,
                    PlannedEnd.at(found, firstAt),
                    PlannedEnd.byItself(found, firstAt),
                    m.course().batteryEndsAt());
            audit.record(
                    m.course().writtenBy(),
                    "note mission",
                    Texts.stored("stored.missionCreation.missionOf", "id", id, "serial", serial),
                    "",
                    Texts.stored("stored.missionCreation.startedByHandAfterThe", "id", m.id()));
            return Optional.of(byId(id));
        });
    }

    private Mission foreign(String serial, int deviceNumber, Plan found, Instant writtenAt, String by) {
        long id = draft(
                new MissionDraft(serial, Texts.stored("stored.missionCreation.foundOnTheLogger"), 0, found, null, by));
        written(id, deviceNumber, 1, writtenAt, by);
        return byId(id);
    }

    private Mission byId(long id) {
        return missions.byId(id).mission();
    }

    private Optional<Mission> byDeviceNumber(String serial, int deviceNumber) {
        return Optional.ofNullable(missions.byDeviceNumber(serial, deviceNumber))
                .map(MissionRow::mission);
    }
}
