package org.pelerin.app.report.recheck;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.WorkOrders;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Goes through all missions, one a step; each step is committed, so that it goes on where it was after a break. */
@Service
@RetriedOnDeadlock
public class Rechecks {

    private final RecheckMapper mapper;
    private final MissionCheck check;
    private final AuditVerification verification;
    private final WorkOrders orders;
    private final AuditTrail audit;
    private final Clock clock;

    Rechecks(
            RecheckMapper mapper,
            MissionCheck check,
            AuditVerification verification,
            WorkOrders orders,
            AuditTrail audit,
            Clock clock) {
        this.mapper = mapper;
        this.check = check;
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
            throw new TooLateException("All is being checked already");
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

    /** Whatever is wrong with one mission stops no other. */
    List<String> look(long mission) {
        try {
            return check.troubles(mission);
        } catch (RuntimeException e) {
            return List.of("It cannot be checked: " + e.getMessage());
        }
    }

    @Transactional
    void step(long id, long mission, List<String> troubles) {
        if (mapper.step(id, mission) == 1) {
            troubles.forEach(t -> mapper.trouble(id, mission, Length.RECHECK_TROUBLE.cut(t)));
        }
    }

    /** What is wrong with the audit trail; asked last, as it tells of all others. Empty for nothing. */
    @Transactional
    String audit() {
        return verification.check("check of everything").trouble();
    }

    /** @param claim on the work, which ends with it; null where nobody ordered it */
    @Transactional
    void end(long id, String trouble, Claim claim) {
        mapper.end(id, Length.RECHECK_AUDIT.cut(trouble), clock.instant());
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
        end(id, audit(), null);
        return new Recheck.Told(mapper.byId(id), mapper.troubles(id));
    }

    private long fresh(String by) {
        RecheckMapper.Fresh fresh = new RecheckMapper.Fresh(clock.instant(), by, mapper.total());
        mapper.insert(fresh);
        audit.record(by, "check everything", "all missions", "", "begun");
        return fresh.id;
    }
}
