package org.pelerin.app.deployment.prepare.next;

import org.pelerin.app.plans.StoredPlan;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.plan.Plan;

/**
 * What a logger is to do next, as far as can be told before anybody chooses.
 *
 * @param origin where it comes from
 * @param planName of the plan; empty where none is proposed
 * @param planVersion of the library; 0 where it is in none
 * @param plan null where none is proposed
 * @param stored the library's plan with exactly these settings, or null
 * @param spotId where it goes, or null
 */
public record Proposal(Origin origin, String planName, int planVersion, Plan plan, StoredPlan stored, Long spotId) {

    /** Where a proposal comes from, the nearest first. */
    public enum Origin {
        /** What the logger did last. */
        LAST,
        /** The first plan for its spot. */
        SPOT,
        /** The first plan for its model. */
        MODEL,
        /** The only plan that fits it. */
        ONLY,
        NONE
    }

    public boolean fromLast() {
        return origin == Origin.LAST;
    }

    /** Why this one, in words. */
    public String words() {
        return switch (origin) {
            case LAST -> Texts.of("deployment.prepare.next.proposal.itsLastPlan");
            case SPOT -> Texts.of("deployment.prepare.next.proposal.theFirstChoiceForIts");
            case MODEL -> Texts.of("deployment.prepare.next.proposal.theFirstChoiceForIts2");
            case ONLY -> Texts.of("deployment.prepare.next.proposal.theOnlyPlanForIts");
            case NONE -> "";
        };
    }
}
