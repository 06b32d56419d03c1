package org.pelerin.app.review;

import java.util.List;
import org.pelerin.app.judge.limits.InForce;
import org.pelerin.app.judge.limits.LimitSet;
import org.pelerin.app.judge.limits.LimitSets;
import org.pelerin.app.judge.limits.LimitsInForce;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.plans.PlanService;
import org.springframework.stereotype.Component;

/**
 * Which limits a mission is judged by, and what can be said of that.
 *
 * @param newest version of its set; null for the alarms of its plan
 * @param following what its spot, site and plan ask for now
 * @param sets that are offered
 * @param keptIn where other limits would be kept; null for nowhere
 */
public record LimitsPanel(InForce now, LimitSet newest, InForce following, List<LimitSet> sets, KeptIn keptIn) {

    /**
     * @param version that they would be
     * @param library whether it is a set of the limits library; else a plan
     */
    public record KeptIn(String name, int version, boolean library) {}

    /** Whether there is a newer version of its set. */
    public boolean behind() {
        return newest != null && newest.version() > now.set().version();
    }

    /** Whether its spot, site and plan ask for something else now. */
    public boolean elsewise() {
        boolean same = following.set() == null
                ? now.set() == null
                : now.set() != null
                        && now.set().id() == following.set().id()
                        && now.set().version() == following.set().version();
        return !same;
    }

    @Component
    static class Teller {

        private final LimitsInForce inForce;
        private final LimitSets sets;
        private final PlanService plans;

        Teller(LimitsInForce inForce, LimitSets sets, PlanService plans) {
            this.inForce = inForce;
            this.sets = sets;
            this.plans = plans;
        }

        LimitsPanel of(Mission mission) {
            InForce now = inForce.of(mission);
            return new LimitsPanel(
                    now,
                    now.set() == null ? null : sets.find(now.set().id()).orElse(null),
                    inForce.following(mission),
                    sets.all(),
                    keptIn(mission, now));
        }

        private KeptIn keptIn(Mission mission, InForce now) {
            if (now.set() != null) {
                return new KeptIn(now.set().name(), now.set().version() + 1, true);
            }
            return mission.copy().planVersion() == 0
                    ? null
                    : plans.named(mission.copy().planName())
                            .map(p -> new KeptIn(p.name(), p.version() + 1, false))
                            .orElse(null);
        }
    }
}
