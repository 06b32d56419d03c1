package org.pelerin.app.plan;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.audit.AuditTrail;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.Plan;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The plan library. Each save is a new version; missions keep the one they were written with. */
@Service
public class PlanService {

    /** Somebody else saved the plan since it was read. */
    public static class ChangedMeanwhileException extends RuntimeException {}

    /** Another plan has the name. */
    public static class NameTakenException extends RuntimeException {}

    private final PlanMapper plans;
    private final AuditTrail audit;
    private final Clock clock;

    PlanService(PlanMapper plans, AuditTrail audit, Clock clock) {
        this.plans = plans;
        this.audit = audit;
        this.clock = clock;
    }

    public List<StoredPlan> all() {
        return plans.all();
    }

    public Optional<StoredPlan> find(long id) {
        return Optional.ofNullable(plans.byId(id));
    }

    public Plan settings(StoredPlan stored) {
        return PlanDocument.plan(stored.settings());
    }

    @Transactional
    public StoredPlan create(String name, Plan plan, String by) {
        if (plans.byName(name) != null) {
            throw new NameTakenException();
        }
        plans.insert(name, plan.model());
        return save(plans.idOf(name), name, 0, plan, "", by);
    }

    /** @param expected the version that the person saw */
    @Transactional
    public StoredPlan update(long id, int expected, String name, Plan plan, String by) {
        StoredPlan before = plans.byId(id);
        StoredPlan namesake = plans.byName(name);
        if (namesake != null && namesake.id() != id) {
            throw new NameTakenException();
        }
        return save(id, name, expected, plan, before.settings(), by);
    }

    private StoredPlan save(long id, String name, int expected, Plan plan, String before, String by) {
        if (plans.advance(id, name, expected) == 0) {
            throw new ChangedMeanwhileException();
        }
        String settings = PlanDocument.write(name, plan);
        plans.insertVersion(id, expected + 1, settings, clock.instant(), by);
        audit.record(by, "save plan", name + ", version " + (expected + 1), before, settings);
        return plans.byId(id);
    }
}
