package org.pelerin.app.missions;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.loggers.registry.Checked;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.places.SiteZoneChanged;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Side;
import org.pelerin.core.plan.Forecast;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.Plan;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The missions and what has become of each. */
@Service
@RetriedOnDeadlock
public class MissionService {

    private static final int LONGEST_REMARK = 400;
    private final MissionMapper missions;
    private final LoggerRegistry loggers;
    private final AuditTrail audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final Clock machine;

    MissionService(
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

    public Optional<Mission> find(long id) {
        return Optional.ofNullable(missions.byId(id)).map(MissionRow::mission);
    }

    public Optional<Mission> ofDevice(String serial, int number) {
        return Optional.ofNullable(missions.byDeviceNumber(serial, number)).map(MissionRow::mission);
    }

    public List<Mission> ofLogger(String serial, int limit) {
        return all(missions.ofLogger(serial, limit));
    }

    /** The newest first. */
    public List<Mission> page(MissionFilter.Wanted wanted, int size, int page) {
        return all(missions.pageFrom(wanted, size, (long) size * page));
    }

    /** The same with so many more than a page holds, so that it is seen whether there is another. */
    public List<Mission> page(MissionFilter.Wanted wanted, int size, int page, int more) {
        return all(missions.pageFrom(wanted, size + more, (long) size * page));
    }

    /** Those of a spot, the newest first, running ones too. */
    public List<Mission> atSpot(long spotId, int limit) {
        MissionFilter filter = new MissionFilter();
        filter.spot = spotId;
        return all(missions.pageFrom(filter.wanted(ZoneOffset.UTC), limit, 0));
    }

    /** All of a spot of which something recorded between two instants is home, the earliest first, running ones too. */
    public List<Mission> recordedAt(long spotId, Instant from, Instant to) {
        return all(missions.recordedAt(spotId, from, to));
    }

    /** The last instant of which something recorded at a spot is home. */
    public Optional<Instant> lastRecordedAt(long spotId) {
        return Optional.ofNullable(missions.lastRecordedAt(spotId));
    }

    /** Whether its logger's clock was compared with the reference when its records came home. */
    public boolean clockCompared(long id) {
        return Boolean.TRUE.equals(missions.clockCompared(id));
    }

    /** How long its logger was to take on the temperature after it was placed for it; null where that was not said. */
    public Acclimatisation acclimatisation(long id) {
        return missions.acclimatisation(id);
    }

    /** How long its logger lay at its spot; empty where that was never noted. */
    public Optional<TimeAtSpot> stay(Mission m) {
        Instant from = m.course().startsAt() != null
                ? m.course().startsAt()
                : m.course().writtenAt();
        if (m.place().spotId() == null || from == null) {
            return Optional.empty();
        }
        Instant until = m.records().collectedAt() == null
                ? Instant.ofEpochMilli(Long.MAX_VALUE)
                : m.records().collectedAt();
        return TimeAtSpot.of(missions.stays(m.device().loggerId(), m.place().spotId(), from, until));
    }

    /** Whether its logger stopped because its memory was full or its battery empty. */
    public boolean ranOut(long id) {
        return missions.hasRunOut(id);
    }

    /** Its record has been read anew. */
    @Transactional
    public void recordRead(long id, boolean ranOut) {
        missions.ranOut(id, ranOut);
        recordChanged(id);
    }

    /** A number that changes with what a mission is judged on. */
    public long judgedOn(long id) {
        return missions.judgedOn(id);
    }

    /**
     * Keeps a judgement in the place of the one before.
     *
     * @param on the version that it was made on, see {@link #judgedOn}
     * @return false where that has changed meanwhile, or it is signed: it is not kept then
     */
    @Transactional
    public boolean keepJudgement(long id, long on, String verdict, String judgement, Instant firstAt, Instant lastAt) {
        return missions.judged(id, on, verdict, judgement, firstAt, lastAt) == 1;
    }

    /** The document as it is stored; null before it was judged. */
    public String judgement(long id) {
        return missions.judgement(id);
    }

    /** Whether nothing has changed since of that its judgement was made on; so too where there is no judgement, or no mission. */
    public boolean judgementUpToDate(long id) {
        return !Boolean.FALSE.equals(missions.judgedUpToDate(id));
    }

    /** Whether it is to be judged anew: it was judged, is not signed, and what it was judged on has changed since. */
    public boolean needsJudging(long id) {
        return missions.judgementOutdated(id);
    }

    /** A logger was placed at a spot, or taken away from it: what was judged of it meanwhile is judged anew. */
    @Transactional
    public void stayChanged(String serial, long spot, Instant at) {
        List<Long> judged = missions.judgedAt(serial, spot, at);
        if (!judged.isEmpty()) {
            judged.forEach(this::recordChanged);
        }
    }

    /** Missions of a logger at a spot that are signed and were not over before an instant: what is known of their time there stays as it was signed. */
    public List<Long> signedAt(String serial, long spot, Instant at) {
        return missions.signedAt(serial, spot, at);
    }

    /** Its record, its judged period or what is excluded has changed. */
    @Transactional
    public void recordChanged(long id) {
        judgementOutdated(id);
        events.publishEvent(new RecordChanged(id));
    }

    /**
     * What it is judged by beside its own record has changed.
     *
     * @throws SignedException if it is signed
     */
    @Transactional
    public void judgementOutdated(long id) {
        if (missions.raiseJudgedOn(id) == 0) {
            throw new SignedException(id);
        }
        events.publishEvent(new JudgementOutdated(List.of(id)));
    }

    /**
     * The same of several that something beside them all has changed for; those that are signed stay as they are.
     *
     * @return the others
     */
    @Transactional
    public List<Long> judgementOutdated(List<Long> ids) {
        List<Long> raised =
                ids.stream().filter(id -> missions.raiseJudgedOn(id) == 1).toList();
        if (!raised.isEmpty()) {
            events.publishEvent(new JudgementOutdated(raised));
        }
        return raised;
    }

    /** Blocks and shifts on the clock are judged by it; what is signed keeps the one of then. */
    @EventListener
    void zoneChanged(SiteZoneChanged e) {
        judgementOutdated(missions.judgedAtSite(e.site()));
    }

    /** To be called in a transaction that changes what is said of a mission. @throws SignedException if it is signed */
    public void requireUnsigned(long id) {
        if (missions.lockSigned(id) != null) {
            throw new SignedException(id);
        }
    }

    /** The limits that it was signed with; empty where it is not signed. */
    public Optional<Limits> signedLimits(long id) {
        return Optional.ofNullable(missions.signedLimits(id)).map(LimitsDocument::read);
    }

    /** How often it was opened again after it had been signed, and one more. */
    public int revision(long id) {
        return missions.revision(id);
    }

    /** Locks it until the transaction ends; @return what it is signed as, null for nothing */
    public SignedAs lockSigned(long id) {
        return missions.lockSigned(id);
    }

    /** @param limits that it is judged by, for its own channels */
    @Transactional
    public void sign(Mission mission, SignedAs as, SignedAs before, Limits limits) {
        String zone = mission.place().zone();
        if (missions.sign(mission.id(), as, before, LimitsDocument.write(limits), zone) == 0) {
            throw new TooLateException("It is signed otherwise meanwhile");
        }
    }

    /** What was signed may be changed again. */
    @Transactional
    public void open(long id) {
        if (missions.open(id) == 0) {
            throw new TooLateException("It is not signed any more");
        }
        events.publishEvent(new JudgementOutdated(List.of(id)));
    }

    /** The newest that fit these letters of serial, plan, spot, site or name. */
    public List<Mission> named(String text, int limit) {
        MissionFilter filter = new MissionFilter();
        filter.q = text;
        return all(missions.pageFrom(filter.wanted(ZoneOffset.UTC), limit, 0));
    }

    /** The last missions collected at a spot that hold samples, the newest first. */
    public List<Mission> collectedAt(long spotId, int limit) {
        return all(missions.collectedAt(spotId, limit));
    }

    /** Why channels that read open were left so until its logger is placed; one, or none where none were. */
    public List<NotWired> notWired(Mission mission) {
        return missions.notWired(mission.id());
    }

    /** The same of all missions in the field. */
    public List<NotWired> notWired() {
        return missions.allNotWired();
    }

    /** Other loggers at work under a name. */
    public List<String> namesakes(String serial, String loggerName) {
        return loggerName.isBlank() ? List.of() : missions.namesakes(serial, loggerName);
    }

    /** Loggers that have been written for a spot and are in the field. */
    public List<String> writtenFor(long spotId) {
        return missions.writtenFor(spotId);
    }

    public MissionTally tally(MissionFilter.Wanted wanted) {
        return missions.tally(wanted);
    }

    /** Missions of these loggers in the field, and those collected since; without their settings. */
    public List<Mission> since(List<Long> loggers, Instant from) {
        return loggers.isEmpty() ? List.of() : all(missions.since(loggers, from));
    }

    /** Excursions of these missions that ended since. */
    public List<ExcursionMark> excursions(List<Long> of, Instant from) {
        return of.isEmpty()
                ? List.of()
                : missions.excursions(of, from).stream()
                        .map(m -> new ExcursionMark(m.missionId(), Side.valueOf(m.direction()), m.startAt(), m.endAt()))
                        .toList();
    }

    /** Missions that came home since and left their limits, or could not be judged, the newest first. */
    public List<Mission> departed(Instant since, int limit) {
        return all(missions.departed(since, limit));
    }

    public int countDeparted(Instant since) {
        return missions.countDeparted(since);
    }

    /** How many excursions of values ended since; missing data are none. */
    public long countExcursions(Instant from) {
        return missions.countExcursions(from);
    }

    /** The mission that was written by an act; empty where there is none. */
    public Optional<Mission> ofAct(String act) {
        return act.isEmpty()
                ? Optional.empty()
                : Optional.ofNullable(missions.ofAct(act)).flatMap(this::find);
    }

    /** The plan of the library that it was written with; empty for settings of its own. */
    /** Several at once, with their plans; in no order. */
    public List<Mission> of(List<Long> ids) {
        return ids.isEmpty() ? List.of() : all(missions.byIds(ids));
    }

    /** The plans of the library that missions were written with, by mission; those without one are not in it. */
    public Map<Long, Long> planIds(List<Long> ids) {
        return ids.isEmpty()
                ? Map.of()
                : missions.planIds(ids).stream()
                        .filter(p -> p.planId() != null)
                        .collect(Collectors.toMap(MissionMapper.PlanOf::id, MissionMapper.PlanOf::planId));
    }

    public Optional<Long> planId(long mission) {
        return Optional.ofNullable(missions.planId(mission));
    }

    public Plan plan(Mission mission) {
        return PlanDocument.plan(mission.copy().settings());
    }

    private static List<Mission> all(List<MissionRow> rows) {
        return rows.stream().map(MissionRow::mission).toList();
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
        Plan plan = plan(mission);
        missions.started(mission.id(), at, PlannedEnd.at(plan, at), PlannedEnd.byItself(plan, at), machine.instant());
    }

    /** It records no more: seen in the logger, however it came about. */
    @Transactional
    public void ended(Mission mission, Instant startsAt, Instant at) {
        missions.started(mission.id(), startsAt, at, PlannedEnd.byItself(plan(mission), startsAt), machine.instant());
    }

    /**
     * Earlier missions leave it less memory than the plan counts on.
     *
     * @param records that fit
     */
    @Transactional
    public void roomLeft(Mission mission, long records) {
        Instant full = mission.course().startsAt().plus(plan(mission).interval().multipliedBy(records));
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
                Forecast.startsAt(plan(mission).start(), mission.course().writtenAt());
        if (missions.denied(mission.id(), clock.instant(), planned, machine.instant()) == 1) {
            audit.record(
                    "system",
                    "start not confirmed",
                    mission.subject(),
                    "LOGGING",
                    "WAITING",
                    "its logger says that it still waits");
        }
    }

    /** What somebody said of its start; empty where nobody did. */
    public Optional<Confirmation> confirmation(long id) {
        return Optional.ofNullable(missions.confirmation(id));
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
        Instant endsAt = firstAt == null ? null : PlannedEnd.at(plan(mission), firstAt);
        if (missions.collected(mission.id(), at, by, firstAt, endsAt, expected, received) == 1) {
            audit.record(
                    by,
                    "collect mission",
                    mission.subject(),
                    "",
                    LimitText.plain(received) + " of " + LimitText.plain(expected) + " samples, capture " + sha256);
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
                LimitText.plain(received) + " of " + LimitText.plain(expected) + " samples so far, capture " + sha256);
        recordsCollected(mission, by);
    }

    private void recordsCollected(Mission mission, String by) {
        Instant now = clock.instant();
        loggers.recordsRead(mission.serial(), now);
        missions.homeAt(mission.id(), now);
        events.publishEvent(new RecordsCollected(mission.serial(), now, by));
    }

    /** Missions of these loggers that are home and have not been erased since, as “serial/number”. */
    public Set<String> collectedDevices(List<String> serials) {
        return serials.isEmpty() ? Set.of() : Set.copyOf(missions.collectedDevices(serials));
    }

    /** Records that are home of missions of these loggers that have not been erased since, by “serial/number”. */
    public Map<String, Long> received(List<String> serials) {
        return serials.isEmpty()
                ? Map.of()
                : missions.received(serials).stream()
                        .collect(
                                Collectors.toMap(r -> r.serial() + "/" + r.number(), MissionMapper.Received::received));
    }

    /** It will not come home. */
    @Transactional
    public void giveUp(Mission mission, String why, String by) {
        if (missions.abandon(mission.id(), why) == 0) {
            throw new TooLateException("It is home meanwhile, or was given up already");
        }
        audit.record(by, "give up mission", mission.subject(), mission.state().name(), "ABANDONED", why);
    }

    /** How often its records were fetched. */
    public int visits(Mission mission) {
        return missions.visits(mission.id());
    }

    /** Somebody looked at its live readings and found them good. */
    @Transactional
    public void checked(Mission mission, String by, String readings) {
        missions.checked(mission.id(), clock.instant(), by, readings);
    }

    public Optional<Checked> check(Mission mission) {
        return Optional.ofNullable(missions.check(mission.id()));
    }

    /** Notes where the alarms that the logger raised differ from the judgement of its record; empty where they agree. */
    @Transactional
    public void alarmsCompared(long id, String differences) {
        missions.alarmsCompared(
                id, differences.length() > LONGEST_REMARK ? differences.substring(0, LONGEST_REMARK) : differences);
    }

    /** Empty where they agree; null where they were not compared. */
    public String comparedAlarms(Mission mission) {
        return missions.comparedAlarms(mission.id());
    }

    @Transactional
    public void erased(Mission mission, String by) {
        if (missions.erased(mission.id(), clock.instant()) == 0) {
            return;
        }
        audit.record(by, "erase logger", mission.subject(), "collected and verified", "empty");
    }

    /** @return whether it was not decided so already */
    @Transactional
    public boolean correctClock(Mission mission, boolean corrected, String reason, String by) {
        requireUnsigned(mission.id());
        if (missions.correctClock(mission.id(), corrected, clock.instant(), by, reason) == 0) {
            return false;
        }
        audit.record(
                by, "clock correction", mission.subject(), corrected ? "off" : "on", corrected ? "on" : "off", reason);
        events.publishEvent(new JudgementOutdated(List.of(mission.id())));
        events.publishEvent(new RecordChanged(mission.id()));
        return true;
    }

    public Optional<ClockDecision> clockDecision(long id) {
        return Optional.ofNullable(missions.clockDecision(id));
    }

    /** How the rows of the file that it was became its record; empty for what no file was read for. */
    public String intake(Mission mission) {
        return missions.intake(mission.id());
    }
}
