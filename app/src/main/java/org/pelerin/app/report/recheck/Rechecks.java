package org.pelerin.app.report.recheck;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.stream.Stream;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.evidence.seal.SealCheck;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.PassingTrouble;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.app.report.document.Reports;
import org.pelerin.core.plan.LimitText;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Goes through all missions, one a step; each step is committed, so that it goes on where it was after a break. Then all that is sealed is held against
 * the audit trail, and the trail against itself.
 */
@Service
@RetriedOnDeadlock
public class Rechecks {

    private static final int MOST_TROUBLES = 500;

    private final RecheckMapper mapper;
    private final MissionCheck check;
    private final SealCheck seals;
    private final Reports reports;
    private final AuditVerification verification;
    private final WorkOrders orders;
    private final AuditTrail audit;
    private final Clock clock;

    Rechecks(
            RecheckMapper mapper,
            MissionCheck check,
            SealCheck seals,
            Reports reports,
            AuditVerification verification,
            WorkOrders orders,
            AuditTrail audit,
            Clock clock) {
        this.mapper = mapper;
        this.check = check;
        this.seals = seals;
        this.reports = reports;
        this.verification = verification;
        this.orders = orders;
        this.audit = audit;
        this.clock = clock;
    }

    public Optional<Recheck.Told> latest() {
        return Optional.ofNullable(mapper.latest()).map(c -> new Recheck.Told(c, mapper.troubles(c.id())));
    }

    /** @return its number */
    @Transactional
    public long begin(String by) {
        Recheck before = mapper.latest();
        if (before != null && before.busy()) {
            throw new TooLateException(Texts.of("report.recheck.rechecks.aCheckOfAllRecords"));
        }
        long id = fresh(by);
        orders.order(RecheckRunner.KIND, id);
        return id;
    }

    /** The mission that comes next; empty once all were looked at. */
    Optional<Long> next(long id) {
        Recheck c = mapper.byId(id);
        return c == null || !c.busy() ? Optional.empty() : Optional.ofNullable(mapper.next(c.lastMission()));
    }

    /** Whatever is wrong with one mission stops no other; a database that is away is nothing that is wrong with a mission. */
    List<String> look(long mission) {
        try {
            return check.troubles(mission);
        } catch (RuntimeException e) {
            PassingTrouble.rethrow(e);
            return List.of(Texts.stored("stored.rechecks.itCannotBeChecked", "reason", e.getMessage()));
        }
    }

    @Transactional
    void step(long id, long mission, List<String> troubles) {
        if (mapper.step(id, mission) == 1) {
            troubles.forEach(t -> note(
                    id,
                    new Recheck.Trouble(
                            mission, Texts.stored("stored.rechecks.missionMission", "mission", mission), t)));
        }
    }

    private void note(long id, Recheck.Trouble t) {
        mapper.trouble(id, new Recheck.Trouble(t.mission(), t.subject(), Length.RECHECK_TROUBLE.cut(t.trouble())));
    }

    /** What else there is to be found once all missions were looked at. */
    record Rest(List<Recheck.Trouble> troubles, String audit) {}

    Rest rest() {
        return new Rest(Stream.concat(sealed(), bytes()).toList(), audit());
    }

    /** What the audit trail knows, held against what is there, and the other way round. */
    private Stream<Recheck.Trouble> sealed() {
        return seals.troubles().stream().map(t -> new Recheck.Trouble(t.mission(), t.subject(), t.words()));
    }

    /** The bytes of reports, held against their hashes. */
    private Stream<Recheck.Trouble> bytes() {
        return reports.damaged().stream()
                .map(r -> new Recheck.Trouble(
                        0,
                        Texts.stored("stored.rechecks.reportR", "r", r),
                        Texts.stored("stored.rechecks.itsBytesDifferFromThose")));
    }

    /** What is wrong with the audit trail; asked last, as it tells of all others. Empty for nothing. */
    private String audit() {
        return verification.check("check of everything").trouble();
    }

    /** @param claim on the work, which ends with it; null where nobody ordered it */
    @Transactional
    void end(long id, Rest rest, Claim claim) {
        if (mapper.end(id, Length.RECHECK_AUDIT.cut(rest.audit), clock.instant()) == 1) {
            rest.troubles.stream().limit(MOST_TROUBLES).forEach(t -> note(id, t));
            if (rest.troubles.size() > MOST_TROUBLES) {
                note(
                        id,
                        new Recheck.Trouble(
                                0,
                                Texts.stored("stored.rechecks.andMore"),
                                Texts.stored(
                                        "stored.rechecks.moreAreNotIntact",
                                        "plain",
                                        LimitText.plain(rest.troubles.size() - MOST_TROUBLES))));
            }
        }
        if (claim != null) {
            claim.finish();
        }
    }

    /**
     * Does it here and now, or goes on with one that was not ended.
     *
     * @param progress is told after each mission how many of how many are done
     */
    public Recheck.Told now(String by, BiConsumer<Integer, Integer> progress) {
        Recheck before = mapper.latest();
        long id = before != null && before.busy() ? before.id() : fresh(by);
        for (Optional<Long> m = next(id); m.isPresent(); m = next(id)) {
            step(id, m.get(), look(m.get()));
            Recheck c = mapper.byId(id);
            progress.accept(c.done(), c.total());
        }
        end(id, rest(), null);
        return new Recheck.Told(mapper.byId(id), mapper.troubles(id));
    }

    private long fresh(String by) {
        RecheckMapper.Fresh fresh = new RecheckMapper.Fresh(clock.instant(), by, mapper.total());
        mapper.insert(fresh);
        audit.record(by, "check everything", Texts.stored("stored.rechecks.allMissions"), "", "begun");
        return fresh.id;
    }
}
