package org.pelerin.core.plan;

import java.time.Instant;
import org.pelerin.core.model.ModelCatalogue;

/** The plan with which a logger goes back to work. */
public final class NextRun {

    private NextRun() {}

    /** The same plan under the next name; an instant that has passed cannot come again, so it then starts at once. */
    public static Plan of(Plan before, Instant now) {
        Plan plan = before.withLoggerName(LoggerNames.next(
                before.loggerName(), ModelCatalogue.get(before.model()).nameLength()));
        boolean past =
                plan.start() instanceof StartCondition.At at && !at.instant().isAfter(now);
        return past ? plan.withStart(new StartCondition.Now()) : plan;
    }
}
