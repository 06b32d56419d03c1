package org.pelerin.app.report.retention;

import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.app.record.DerivedSeries;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Records past their term. Nothing is ever removed by itself: one person asks for it with a reason, another approves it, and only then the record is
 * archived, the archive checked, and what is record of it removed.
 */
@Service
@RetriedOnDeadlock
class Retention {

    /** Nothing was asked for, or approved. */
    static final class NotRemovedException extends NotDoneException {
        private static final long serialVersionUID = 1;

        NotRemovedException(String message) {
            super(message);
        }

        @Override
        public String wayOn() {
            return "/retention";
        }
    }

    private final RetentionMapper mapper;
    private final MissionQueries missions;
    private final MissionLifecycle lifecycle;
    private final Findings findings;
    private final DerivedSeries derived;
    private final Archive archive;
    private final WorkOrders orders;
    private final AuditTrail audit;
    private final Clock clock;

    Retention(
            RetentionMapper mapper,
            MissionQueries missions,
            MissionLifecycle lifecycle,
            Findings findings,
            DerivedSeries derived,
            Archive archive,
            WorkOrders orders,
            AuditTrail audit,
            Clock clock) {
        this.mapper = mapper;
        this.missions = missions;
        this.lifecycle = lifecycle;
        this.findings = findings;
        this.derived = derived;
        this.archive = archive;
        this.orders = orders;
        this.audit = audit;
        this.clock = clock;
    }

    List<RetentionTerm> terms() {
        return mapper.terms();
    }

    /** @param months 0 for no term */
    @Transactional
    void term(RetentionTerm.Via via, long target, int months, String by) {
        String name = mapper.nameOf(via, target);
        if (name == null) {
            throw new NotRemovedException(Texts.of("report.retention.thisNoLongerExists"));
        }
        Integer before = mapper.months(via, target);
        if (months == 0) {
            mapper.clear(via, target);
        } else {
            mapper.set(via, target, months, clock.instant(), by);
        }
        if (months != (before == null ? 0 : before)) {
            audit.record(by, "change retention", name.isEmpty() ? "all records" : name, told(before), told(months));
        }
    }

    private static String told(Integer months) {
        return months == null || months == 0 ? "" : Texts.stored("stored.retention.months", "n", months);
    }

    private LocalDateTime now() {
        return LocalDateTime.ofInstant(clock.instant(), ZoneOffset.UTC);
    }

    int countPast() {
        return mapper.countPast(now());
    }

    List<RetentionMapper.Past> past(int limit, long offset) {
        return mapper.past(now(), limit, offset);
    }

    /** The first so many that wait for a second person, are being removed or could not be. */
    List<Removal> open(int limit) {
        return mapper.open(limit);
    }

    int countOpen() {
        return mapper.countOpen();
    }

    List<Removal> removed(int limit) {
        return mapper.removed(limit);
    }

    Optional<Removal> ofMission(long mission) {
        return Optional.ofNullable(mapper.ofMission(mission));
    }

    /** Asks for the removal of records past their term. All of them, or none. */
    @Transactional
    int ask(List<Long> ids, String reason, String by) {
        if (archive.place().isEmpty()) {
            throw new NotRemovedException(Texts.of("report.retention.noDirectoryIsSet"));
        }
        LocalDateTime now = now();
        int asked = 0;
        for (long id : ids.stream().distinct().sorted().toList()) {
            Mission m = missions.find(id).orElseThrow();
            if (!mapper.isPast(now, id)) {
                throw new NotRemovedException(Texts.of("report.retention.isNotPastItsTerm", "id", id));
            }
            hindered(m).ifPresent(why -> {
                throw new NotRemovedException(why);
            });
            if (mapper.ask(id, reason, clock.instant(), by) == 1) {
                audit.record(by, "ask for removal", m.subject(), "", "", reason);
                asked++;
            }
        }
        return asked;
    }

    /** Why a record has to stay; empty for nothing. */
    private Optional<String> hindered(Mission m) {
        if (findings.waiting(m.id()) > 0) {
            return Optional.of(Texts.of("report.retention.hasOpenFindings", "id", m.id()));
        }
        return derived.reckonedFrom(m.id()).stream()
                .findFirst()
                .map(other -> Texts.of("report.retention.isNeededBy", "id", m.id(), "other", other));
    }

    /** A second person says yes: it is archived and removed from now on. */
    @Transactional
    void approve(List<Long> ids, String by) {
        for (long id : ids.stream().distinct().sorted().toList()) {
            Removal r = mapper.byId(id);
            if (r == null) {
                throw new NotRemovedException(Texts.of("report.retention.itWasDeclined"));
            }
            if (r.askedBy().equals(by)) {
                throw new NotRemovedException(Texts.of("report.retention.aSecondPersonIsNeeded", "id", r.missionId()));
            }
            if (mapper.approve(id, clock.instant(), by) == 1) {
                audit.record(
                        by,
                        "approve removal",
                        subject(r),
                        "",
                        Texts.stored("stored.retention.askedBy", "by", r.askedBy()));
                orders.order(RemovalRunner.KIND, id);
            }
        }
    }

    @Transactional
    void decline(List<Long> ids, String reason, String by) {
        for (long id : ids.stream().distinct().sorted().toList()) {
            Removal r = mapper.byId(id);
            if (r != null && mapper.decline(id) == 1) {
                audit.record(
                        by,
                        "decline removal",
                        subject(r),
                        Texts.stored("stored.retention.askedBy", "by", r.askedBy()),
                        "",
                        reason);
            }
        }
    }

    private String subject(Removal r) {
        return missions.find(r.missionId()).map(Mission::subject).orElse("");
    }

    Optional<Removal> approved(long id) {
        return Optional.ofNullable(mapper.byId(id)).filter(r -> r.state() == Removal.State.APPROVED);
    }

    /** The archive stands: what is record of it goes, in one transaction with the entry in the trail. */
    @Transactional
    void remove(Removal r, Mission m, Archive.Kept kept, Claim claim) {
        // what others are changing now is waited for, and seen
        if (!missions.lock(m.id()).equals(m) || !archive.said(m).equals(kept.said())) {
            throw new NotRemovedException(Texts.of("report.retention.itWasChangedMeanwhile", "id", m.id()));
        }
        hindered(m).ifPresent(why -> {
            throw new NotRemovedException(why);
        });
        mapper.archived(r.id(), kept.file(), kept.sha256());
        if (mapper.done(r.id(), clock.instant()) == 1) {
            lifecycle.removeRecord(
                    m,
                    Texts.stored(
                            "stored.retention.archivedAs",
                            "file",
                            kept.file(),
                            "sha256",
                            kept.sha256(),
                            "by",
                            r.askedBy()),
                    r.reason(),
                    r.approvedBy());
        }
        claim.finish();
    }

    @Transactional
    void fail(Removal r, String message, Claim claim) {
        mapper.fail(r.id(), message.length() > LONGEST_MESSAGE ? message.substring(0, LONGEST_MESSAGE) : message);
        claim.finish();
    }

    private static final int LONGEST_MESSAGE = 500;
}
