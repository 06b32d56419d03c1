package org.pelerin.app.judge.limits;

import java.time.Instant;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.judge.Limits;

/**
 * What a mission is judged by, and why.
 *
 * @param set null for the alarms of its plan
 * @param said whether somebody said so of this mission, rather than that it follows from where it belongs
 * @param since when somebody said it or it was first judged by it, {@code by} whom; null where it follows only now
 */
public record InForce(
        Limits limits, LimitSet set, LimitsSource via, boolean said, Instant since, String by, String reason) {

    /** “Cold store, version 2, of its spot”. */
    public String words() {
        return set == null
                ? Texts.of("stored.limitsInForce.alarmLimitsOfThePlan")
                : Texts.of(
                        "stored.limitsInForce.nameVersionVersionVia",
                        "name",
                        set.name(),
                        "version",
                        set.version(),
                        "via",
                        via.words());
    }
}
