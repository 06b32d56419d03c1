package org.pelerin.app.missions;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.places.SiteZoneChanged;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.judge.Limits;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The version of all that a mission is judged on, the judgement that is kept for a version, and the signature that fixes both. Each
 * change of what is judged raises the version in the statement that makes it, and says {@link JudgementOutdated} in its transaction.
 */
@Service
@RetriedOnDeadlock
public class MissionVersion {

    private final MissionMapper missions;
    private final AuditTrail audit;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    MissionVersion(MissionMapper missions, AuditTrail audit, ApplicationEventPublisher events, Clock clock) {
        this.missions = missions;
        this.audit = audit;
        this.events = events;
        this.clock = clock;
    }

    /**
     * Its record has been read anew.
     *
     * @param ranOut whether its logger stopped because its memory was full or its battery empty
     * @param clockCompared whether its logger's clock was compared with the reference
     */
    @Transactional
    public void recordRead(long id, boolean ranOut, boolean clockCompared) {
        missions.recordRead(id, ranOut, clockCompared);
        recordChanged(id);
    }

    /** Those of several missions, by their ids; not empty. */
    public Map<Long, Long> judgedOn(List<Long> ids) {
        return missions.allJudgedOn(ids).stream()
                .collect(Collectors.toMap(MissionMapper.JudgedOn::id, MissionMapper.JudgedOn::judgedOn));
    }

    /** A number that changes with what a mission is judged on. */
    public long judgedOn(long id) {
        return missions.judgedOn(id);
    }

    /**
     * Keeps a judgement in the place of the one before.
     *
     * @param on the version that it was made on, see {@link #judgedOn}
     * @param withoutLimits whether nothing was asked for
     * @return false where that has changed meanwhile, or it is signed: it is not kept then
     */
    @Transactional
    public boolean keepJudgement(
            long id,
            long on,
            String verdict,
            boolean withoutLimits,
            String judgement,
            Instant firstAt,
            Instant lastAt) {
        return missions.judged(id, on, verdict, withoutLimits, judgement, firstAt, lastAt) == 1;
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
            throw new TooLateException(Texts.of("missions.missionVersion.itWasSignedMeanwhile"));
        }
    }

    /** What was signed may be changed again. */
    @Transactional
    public void open(long id) {
        if (missions.open(id) == 0) {
            throw new TooLateException(Texts.of("missions.missionVersion.itIsNoLongerSigned"));
        }
        events.publishEvent(new JudgementOutdated(List.of(id)));
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
}
