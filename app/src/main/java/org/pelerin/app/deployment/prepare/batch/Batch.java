package org.pelerin.app.deployment.prepare.batch;

import java.time.Instant;
import org.pelerin.app.platform.language.Texts;

/**
 * Many loggers written together.
 *
 * @param planName of the plan that all get; {@link #AGAIN} where each gets its own
 * @param settings of that plan; empty where each gets its own
 * @param notWired why channels that read open are left so; empty where they must not be
 */
public record Batch(
        long id,
        String planName,
        int planVersion,
        String settings,
        String state,
        Instant orderedAt,
        String orderedBy,
        String notWired) {

    static final String AGAIN = Texts.stored("stored.batch.restartEachWithItsOwn");

    /** Whether each of them goes on with a plan of its own. */
    public boolean each() {
        return settings.isEmpty();
    }

    public boolean stopped() {
        return state.equals("STOPPED");
    }
}
