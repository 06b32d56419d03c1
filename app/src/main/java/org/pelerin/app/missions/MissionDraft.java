package org.pelerin.app.missions;

import org.pelerin.core.plan.Plan;

/**
 * A mission about to be written.
 *
 * @param planVersion 0 where the plan is in no library
 * @param spotId where the logger goes, or null
 * @param notWired why channels that read open are left so until it is placed; empty where none are
 */
public record MissionDraft(
        String serial, String planName, int planVersion, Plan plan, Long spotId, String by, String notWired) {

    public MissionDraft(String serial, String planName, int planVersion, Plan plan, Long spotId, String by) {
        this(serial, planName, planVersion, plan, spotId, by, "");
    }

    public MissionDraft withPlan(Plan other) {
        return new MissionDraft(serial, planName, planVersion, other, spotId, by, notWired);
    }
}
