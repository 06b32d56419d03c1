package org.pelerin.app.missions;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.Plan;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** From a written mission to a collected or abandoned one: each transition is one transaction, with its entry in the audit trail where a person or a logger caused it. */
@Service
@RetriedOnDeadlock
public class MissionLifecycle {

    private static final int LONGEST_REMARK = 400;
    private final MissionMapper missions;
    private final LoggerRegistry loggers;
    private final AuditTrail audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final Clock machine;

    MissionLifecycle(
            MissionMapper missions,
            LoggerRegistry loggers,
            AuditTrail audit,
            ApplicationEventPublisher events,
            Clock clock,
            @Qualifier("machineClock") Clock machine) {
        this.missions = missions;
        this.loggers = loggers;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
        this.machine = machine;
    }

    /** What a connected logger says of its mission. */
    @Transactional
    public void observed(Mission mission, MissionState state) {
        if (mission.state() != state) {
            missions.observe(mission.id(), state, machine.instant());
        }
    }

    /** Somebody saw that it runs, or it was read from the logger. */
    @Transactional
    public void started(Mission mission, Instant at) {
        Plan plan = mission.plan();
        missions.started(mission.id(), at, PlannedEnd.at(plan, at), PlannedEnd.byItself(plan, at), machine.instant());
    }

    /** It records no more: seen in the logger, however it came about. */
    @Transactional
    public void ended(Mission mission, Instant startsAt, Instant at) {
        missions.started(mission.id(), startsAt, at, PlannedEnd.byItself(mission.plan(), startsAt), machine.instant());
    }

    /**
     * Earlier missions leave it less memory than the plan counts on.
     *
     * @param records that fit
     */
    @Transactional
    public void roomLeft(Mission mission, long records) {
        Instant full =
                mission.course().startsAt().plus(mission.plan().interval().multipliedBy(records));
        if (mission.course().endsAt() != null && full.isBefore(mission.course().endsAt())) {
            missions.started(mission.id(), mission.course().startsAt(), full, false, machine.instant());
        }
    }

    /** Somebody says that its logger runs. What the logger says itself, when it is connected, counts more. */
    @Transactional
    public void confirmStarted(Mission mission, String by) {
        started(mission, clock.instant());
        missions.confirmed(mission.id(), clock.instant(), by);
        missions.observe(mission.id(), MissionState.LOGGING, machine.instant());
        audit.record(by, "confirm start", mission.subject(), mission.state().name(), "LOGGING");
    }

    /** Its logger, which somebody said runs, says that it still waits. */
    @Transactional
    public void stillWaiting(Mission mission) {
        Instant planned =
                Forecast.startsAt(mission.plan().start(), mission.course().writtenAt());
        if (missions.denied(mission.id(), clock.instant(), planned, machine.instant()) == 1) {
            audit.record(
                    "system",
                    "start not confirmed",
                    mission.subject(),
                    "LOGGING",
                    "WAITING",
                    Texts.stored("stored.missionLifecycle.theLoggerReportsThatIt"));
        }
    }

    /** Its logger lies at another spot than was planned. */
    @Transactional
    public void moveTo(Mission mission, long spotId, String by) {
        missions.moveTo(mission.id(), spotId);
        events.publishEvent(new MissionRelocated(mission.id()));
        events.publishEvent(new JudgementOutdated(List.of(mission.id())));
        audit.record(
                by,
                "move mission",
                mission.subject(),
                mission.where(),
                missions.byId(mission.id()).mission().where());
    }

    /**
     * @param at when, as it was judged
     * @param firstAt first sample on the reference clock, null if there is none
     */
    @Transactional
    public void collected(
            Mission mission, Instant at, Instant firstAt, long expected, long received, String sha256, String by) {
        Instant endsAt = firstAt == null ? null : PlannedEnd.at(mission.plan(), firstAt);
        if (missions.collected(mission.id(), at, by, firstAt, endsAt, expected, received) == 1) {
            audit.record(
                    by,
                    "collect mission",
                    mission.subject(),
                    "",
                    Texts.stored(
                            "stored.missionLifecycle.ofSamplesCapture",
                            "plain",
                            LimitText.plain(received),
                            "plain2",
                            LimitText.plain(expected),
                            "sha256",
                            sha256));
            recordsCollected(mission, by);
        }
    }

    /**
     * What was chosen of its records up to now is home.
     *
     * @param ended whether it records no more
     */
    @Transactional
    public void readSoFar(
            Mission mission, boolean ended, Instant firstAt, long expected, long received, String sha256, String by) {
        missions.readSoFar(
                mission.id(), ended ? MissionState.ENDED : MissionState.LOGGING, firstAt, expected, received);
        audit.record(
                by,
                "collect running mission",
                mission.subject(),
                "",
                Texts.stored(
                        "stored.missionLifecycle.ofSamplesSoFarCapture",
                        "plain",
                        LimitText.plain(received),
                        "plain2",
                        LimitText.plain(expected),
                        "sha256",
                        sha256));
        recordsCollected(mission, by);
    }

    private void recordsCollected(Mission mission, String by) {
        Instant now = clock.instant();
        loggers.recordsRead(mission.serial(), now);
        missions.homeAt(mission.id(), now);
        events.publishEvent(new RecordsCollected(mission.serial(), now, by));
    }

    /** It will not come home. */
    @Transactional
    public void giveUp(Mission mission, String why, String by) {
        if (missions.abandon(mission.id(), why) == 0) {
            throw new TooLateException(Texts.of("missions.missionLifecycle.itWasCollectedMeanwhileOr"));
        }
        audit.record(by, "give up mission", mission.subject(), mission.state().name(), "ABANDONED", why);
    }

    /** Somebody looked at its live readings and found them good. */
    @Transactional
    public void checked(Mission mission, String by, String readings) {
        missions.checked(mission.id(), clock.instant(), by, readings);
    }

    /** Notes where the alarms that the logger raised differ from the judgement of its record; empty where they agree. */
    @Transactional
    public void alarmsCompared(long id, String differences) {
        missions.alarmsCompared(
                id, differences.length() > LONGEST_REMARK ? differences.substring(0, LONGEST_REMARK) : differences);
    }

    @Transactional
    public void erased(Mission mission, String by) {
        if (missions.erased(mission.id(), clock.instant()) == 0) {
            return;
        }
        audit.record(
                by,
                "erase logger",
                mission.subject(),
                Texts.stored("stored.missionLifecycle.collectedAndVerified"),
                "empty");
    }

    /**
     * Its record goes: what each room holds of it is removed in this transaction. The mission stays, with its figures, findings and
     * signatures.
     *
     * @param archive what was made of it before, for the trail
     * @return whether it was there
     */
    @Transactional
    public boolean removeRecord(Mission mission, String archive, String reason, String by) {
        if (missions.remove(mission.id(), machine.instant()) == 0) {
            return false;
        }
        events.publishEvent(new RecordRemoved(mission.id()));
        audit.record(by, "remove record", mission.subject(), mission.state().name(), archive, reason);
        return true;
    }
}
