package org.pelerin.app.plans;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.ChangedMeanwhileException;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.sensor.Correction;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The plan library. Each save is a new version; missions keep the one they were written with. */
@Service
@RetriedOnDeadlock
public class PlanService {

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

    /** Those that are offered: all that are not archived. */
    public List<StoredPlan> all() {
        return plans.all().stream().filter(p -> !p.archived()).toList();
    }

    public List<StoredPlan> withArchived() {
        return plans.all();
    }

    /** Newest first. */
    public List<PlanVersion> versions(long id) {
        return plans.versions(id);
    }

    public Optional<PlanVersion> version(long id, int version) {
        return Optional.ofNullable(plans.version(id, version));
    }

    public Plan settings(PlanVersion version) {
        return PlanDocument.plan(version.settings());
    }

    /** The plan that is offered first for a logger of a model, at a spot if one is named. */
    public Optional<StoredPlan> defaultFor(String model, Long spotId) {
        return Optional.ofNullable(plans.defaultFor(model, spotId == null ? 0 : spotId));
    }

    public List<PlanDefault> defaults() {
        return plans.defaults();
    }

    /** @param spotId null for every logger of its model */
    @Transactional
    public void makeDefault(long id, Long spotId, String by) {
        StoredPlan plan = plans.byId(id);
        plans.makeDefault(plan.model(), spotId == null ? 0 : spotId, id);
        audit.record(
                by,
                "make default plan",
                plan.name(),
                "",
                spotId == null
                        ? Texts.stored("stored.planService.itsModel")
                        : Texts.stored("stored.planService.spotSpotId", "spotId", spotId));
    }

    @Transactional
    public void dropDefaults(long id, String by) {
        plans.dropDefaults(id);
        audit.record(by, "drop default plan", plans.byId(id).name(), "", "");
    }

    /** An archived plan is kept with all its versions and no longer offered. */
    @Transactional
    public void archive(long id, boolean archived, String by) {
        plans.archive(id, archived);
        if (archived) {
            plans.dropDefaults(id);
        }
        audit.record(
                by, archived ? "archive plan" : "take plan back", plans.byId(id).name(), "", "");
    }

    /** A new plan of the same settings; its name is the first free one of “name, copy”, “name, copy 2” … */
    @Transactional
    public StoredPlan duplicate(long id, String by) {
        StoredPlan plan = plans.byId(id);
        return create(freeName(Texts.stored("stored.planService.nameCopy", "name", plan.name())), settings(plan), by);
    }

    /** A plan that came from elsewhere, without the corrections of the logger it was in; if its name is taken it gets a number. */
    @Transactional
    public StoredPlan take(String name, Plan plan, String by) {
        Plan bare = plan.withChannels(plan.channels().stream()
                .map(c -> c.withCorrection(Correction.NONE))
                .toList());
        return create(freeName(name), bare, by);
    }

    private String freeName(String wanted) {
        String name = wanted;
        for (int n = 2; plans.byName(name) != null; n++) {
            name = wanted + " " + n;
        }
        return name;
    }

    public Optional<StoredPlan> find(long id) {
        return Optional.ofNullable(plans.byId(id));
    }

    public Optional<StoredPlan> named(String name) {
        return Optional.ofNullable(plans.byName(name));
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
        audit.record(
                by,
                "save plan",
                Texts.stored("stored.planService.nameVersionExpected", "name", name, "expected", (expected + 1)),
                before,
                settings);
        return plans.byId(id);
    }
}
