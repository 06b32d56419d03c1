package org.pelerin.app.judge.limits;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.MissionRelocated;
import org.pelerin.app.missions.MissionVersion;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.language.CurrentLanguage;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Which limits a mission is judged by: what somebody said of it, else the set of its spot, of its site or of its plan, in this order, else the
 * alarms of its plan. While a mission goes on that follows the library; once it is collected it keeps the version that it was judged by, until
 * somebody has it judged by another; one that is signed keeps it until it is opened again.
 */
@Service
@RetriedOnDeadlock
public class LimitsInForce {

    /** What was asked for cannot be. */
    static final class NotAttachedException extends NotDoneException {
        NotAttachedException(String message) {
            super(message);
        }
    }

    private static final String NOBODY = "";

    private final LimitMapper mapper;
    private final MissionQueries missions;
    private final AuditTrail audit;
    private final Clock clock;
    private final MissionVersion versions;

    LimitsInForce(LimitMapper mapper, MissionQueries missions, AuditTrail audit, Clock clock, MissionVersion versions) {
        this.versions = versions;
        this.mapper = mapper;
        this.missions = missions;
        this.audit = audit;
        this.clock = clock;
    }

    /** @param mission with its plan */
    public InForce of(Mission mission) {
        LimitMapper.Kept kept = mapper.kept(mission.id());
        boolean said = kept != null && kept.via().said();
        if (kept != null && (said || mission.records().collectedAt() != null)) {
            LimitSet set = kept.setId() == null ? null : mapper.version(kept.setId(), kept.version());
            return new InForce(
                    set == null ? mission.plan().limits() : set.limits(),
                    set,
                    kept.via(),
                    said,
                    kept.since(),
                    kept.saidBy(),
                    kept.reason());
        }
        // also of what is home and was never judged: a file from elsewhere, or one whose place was noted later
        return following(mission);
    }

    /** What it would be judged by if it were judged for the first time now. */
    public InForce following(Mission mission) {
        return Optional.ofNullable(mapper.held(mission.id()))
                .map(h -> {
                    LimitSet set = mapper.byId(h.setId());
                    return new InForce(set.limits(), set, h.via(), false, null, NOBODY, "");
                })
                .orElseGet(() -> alarms(mission));
    }

    private InForce alarms(Mission mission) {
        return new InForce(mission.plan().limits(), null, LimitsSource.NONE, false, null, NOBODY, "");
    }

    /** It was judged by it; to be called in the transaction that keeps the judgement. */
    @Transactional
    public void judgedBy(long mission, InForce inForce) {
        LimitMapper.Kept kept = mapper.kept(mission);
        if (inForce.said() || kept != null && kept.via().said()) {
            return;
        }
        if (inForce.set() == null) {
            if (kept == null || kept.via() != LimitsSource.NONE) {
                mapper.keep(mission, LimitsSource.NONE, null, null, clock.instant(), NOBODY, "");
            }
        } else if (kept == null
                || kept.setId() == null
                || kept.setId() != inForce.set().id()
                || kept.version() != inForce.set().version()
                || kept.via() != inForce.via()) {
            mapper.keep(
                    mission, inForce.via(), inForce.set().id(), inForce.set().version(), clock.instant(), NOBODY, "");
        }
    }

    /**
     * Somebody says what a mission is judged by.
     *
     * @param set null for the alarms of its plan
     */
    @Transactional
    public void say(Mission mission, LimitSet set, String reason, String by) {
        if (set != null && set.archived()) {
            throw new NotAttachedException(Texts.of("judge.limits.limitsInForce.isArchived", "name", set.name()));
        }
        String before = CurrentLanguage.inEnglish(of(mission)::words);
        mapper.keep(
                mission.id(),
                set == null ? LimitsSource.ALARMS : LimitsSource.MISSION,
                set == null ? null : set.id(),
                set == null ? null : set.version(),
                clock.instant(),
                by,
                reason);
        versions.judgementOutdated(mission.id());
        audit.record(
                by, "set limits", mission.subject(), before, CurrentLanguage.inEnglish(of(mission)::words), reason);
    }

    /** It is judged by what its spot, site or plan has now. */
    @Transactional
    public void follow(Mission mission, String reason, String by) {
        String before = CurrentLanguage.inEnglish(of(mission)::words);
        InForce now = following(mission);
        mapper.forget(mission.id());
        if (now.set() != null) {
            mapper.keep(mission.id(), now.via(), now.set().id(), now.set().version(), clock.instant(), by, reason);
        }
        versions.judgementOutdated(mission.id());
        audit.record(by, "set limits", mission.subject(), before, CurrentLanguage.inEnglish(now::words), reason);
    }

    /** Where a set holds. */
    public List<LimitPlace> placesOf(long set) {
        return mapper.placesOf(set);
    }

    public List<LimitPlace> places() {
        return mapper.places();
    }

    public Optional<LimitPlace> at(LimitsSource via, long target) {
        return Optional.ofNullable(mapper.place(via, target));
    }

    /** What a place is called; empty where it is not there. */
    public Optional<String> nameOf(LimitsSource via, long target) {
        return Optional.ofNullable(mapper.nameOf(via, target));
    }

    /** Missions that would follow a set if it were assigned to a place, the newest first; those of nearer places that have their own are not among them. */
    public List<Concerned> concerned(LimitsSource via, long target) {
        return mapper.concerned(via, target);
    }

    /**
     * A set holds for a spot, a site or a plan, in the place of the one before.
     *
     * @param home whether missions that are collected there are to be judged by it, too
     * @return missions that are to be judged anew
     */
    @Transactional
    public List<Long> attach(LimitSet set, LimitsSource via, long target, boolean home, String reason, String by) {
        if (!via.place()) {
            throw new NotAttachedException(Texts.of("judge.limits.limitsInForce.limitsAreAssignedToA"));
        }
        if (set.archived()) {
            throw new NotAttachedException(Texts.of("judge.limits.limitsInForce.isArchived", "name", set.name()));
        }
        LimitPlace before = mapper.place(via, target);
        mapper.attach(via, target, set.id(), clock.instant(), by);
        LimitPlace now = mapper.place(via, target);
        if (now.name().isEmpty()) {
            throw new NotAttachedException(Texts.of("judge.limits.limitsInForce.thisPlaceNoLongerExists"));
        }
        List<Long> anew = new ArrayList<>(versions.judgementOutdated(mapper.at(via, target, false)));
        if (home) {
            anew.addAll(mapper.at(via, target, true).stream()
                    .filter(id -> judgedAnew(id, set, reason, by))
                    .toList());
        }
        audit.record(
                by,
                "attach limits",
                now.name(),
                before == null ? "" : mapper.byId(before.setId()).name(),
                set.name() + (home ? Texts.stored("stored.limitsInForce.alsoForCollectedMissions") : ""),
                reason);
        return anew;
    }

    /** One whose nearer place has a set of its own stays with that; @return whether it is judged by this one from now on */
    private boolean judgedAnew(long id, LimitSet set, String reason, String by) {
        Mission mission = missions.find(id).orElseThrow();
        InForce now = following(mission);
        if (now.set() == null || now.set().id() != set.id()) {
            return false;
        }
        mapper.keep(id, now.via(), now.set().id(), now.set().version(), clock.instant(), by, reason);
        versions.judgementOutdated(id);
        return true;
    }

    /** It lies elsewhere than was thought: what holds there holds for it, unless somebody said otherwise of it. */
    @EventListener
    void relocated(MissionRelocated e) {
        LimitMapper.Kept kept = mapper.kept(e.mission());
        if (kept != null && !kept.via().said()) {
            mapper.forget(e.mission());
        }
    }

    /** What is home keeps what it was judged by; what goes on is judged anew. */
    @Transactional
    public void detach(LimitSet set, LimitsSource via, long target, String by) {
        LimitPlace before = mapper.place(via, target);
        if (mapper.detach(via, target, set.id()) == 0) {
            throw new TooLateException(
                    Texts.of("judge.limits.limitsInForce.isNoLongerAssignedThere", "name", set.name()));
        }
        versions.judgementOutdated(mapper.at(via, target, false));
        audit.record(by, "detach limits", before.name(), set.name(), "");
    }

    /** Missions that go on and follow a set are judged by its newest version. */
    @EventListener
    void saved(LimitSetSaved e) {
        versions.judgementOutdated(mapper.placesOf(e.set().id()).stream()
                .flatMap(p -> mapper.at(p.via(), p.target(), false).stream())
                .distinct()
                .toList());
    }

    /** How many missions are judged by an earlier version of a set than its newest. */
    public int behind(long set) {
        return mapper.behind(set).size();
    }

    /** @return those that are judged by its newest version from now on */
    @Transactional
    public List<Long> catchUp(LimitSet set, String reason, String by) {
        List<Long> behind = mapper.behind(set.id());
        for (long id : behind) {
            LimitMapper.Kept kept = mapper.kept(id);
            mapper.keep(id, kept.via(), set.id(), set.version(), clock.instant(), by, reason);
            versions.judgementOutdated(id);
        }
        if (!behind.isEmpty()) {
            audit.record(
                    by,
                    "judge by newest version",
                    Texts.stored(
                            "stored.limitsInForce.nameVersionVersion", "name", set.name(), "version", set.version()),
                    "",
                    Texts.stored("stored.limitsInForce.behindMissions", "behind", behind.size()),
                    reason);
        }
        return behind;
    }
}
