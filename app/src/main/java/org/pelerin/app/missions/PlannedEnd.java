package org.pelerin.app.missions;

import java.time.Instant;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StopCondition;

/** When a plan that began at an instant ends. */
final class PlannedEnd {

    private PlannedEnd() {}

    /** Null where it goes on and keeps the last. */
    static Instant at(Plan plan, Instant start) {
        if (plan.stop() instanceof StopCondition.Wrap) {
            return null;
        }
        return start.plus(plan.interval().multipliedBy(plan.lastRecord(ModelCatalogue.get(plan.model()), start)));
    }

    static boolean byItself(Plan plan, Instant start) {
        return plan.endsByItself(ModelCatalogue.get(plan.model()), start);
    }
}
