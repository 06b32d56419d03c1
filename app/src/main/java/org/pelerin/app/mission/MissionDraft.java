package org.pelerin.app.mission;

import org.pelerin.core.plan.Plan;

/**
 * A mission about to be written.
 *
 * @param planVersion 0 where the plan is in no library
 * @param spotId where the logger goes, or null
 */
public record MissionDraft(String serial, String planName, int planVersion, Plan plan, Long spotId, String by) {

    public MissionDraft withPlan(Plan other) {
        return new MissionDraft(serial, planName, planVersion, other, spotId, by);
    }
}
