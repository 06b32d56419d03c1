package org.pelerin.app.missions;

import org.pelerin.core.plan.Plan;

/**
 * A mission about to be written.
 *
 * @param planVersion 0 where the plan is in no library
 * @param spotId where the logger goes, or null
 * @param weakBattery why it is written though its battery is as good as empty; empty where it is not
 * @param act what tells this writing from any other, so that it is done once however often it is asked for; empty where that is not known
 * @param notWired why channels that read open are left so until it is placed; empty where none are
 */
public record MissionDraft(
        String serial,
        String planName,
        int planVersion,
        Plan plan,
        Long spotId,
        String by,
        String notWired,
        String weakBattery,
        String act) {

    public MissionDraft(String serial, String planName, int planVersion, Plan plan, Long spotId, String by) {
        this(serial, planName, planVersion, plan, spotId, by, "", "", "");
    }

    public MissionDraft(
            String serial, String planName, int planVersion, Plan plan, Long spotId, String by, String notWired) {
        this(serial, planName, planVersion, plan, spotId, by, notWired, "", "");
    }

    public MissionDraft withPlan(Plan other) {
        return new MissionDraft(serial, planName, planVersion, other, spotId, by, notWired, weakBattery, act);
    }
}
