package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * A collection under way or done.
 *
 * @param leaveRunning whether the logger goes on recording
 * @param beganAt since when it has gone as it goes now, by the machine's clock; {@code beganDone} pages were there then
 * @param toldAt when it last told how far it was
 * @param chosenMissions and {@code chosenTables}: what it is to bring home, see {@link #choice}
 */
public record Job(
        long id,
        String serial,
        State state,
        Long missionId,
        long done,
        long total,
        String message,
        String orderedBy,
        Instant orderedAt,
        boolean leaveRunning,
        Instant beganAt,
        long beganDone,
        Instant toldAt,
        String chosenMissions,
        String chosenTables) {

    /** Fewer pages say nothing of how fast it goes. */
    private static final int LEAST_PAGES = 8;

    /** What a job is doing. */
    public enum State {
        QUEUED,
        RUNNING,
        /** The link broke; it goes on when the logger is back. */
        WAITING_FOR_LOGGER,
        DONE,
        FAILED;

        /** Whether it goes on when the logger is back. */
        public boolean unplugged() {
            return this == WAITING_FOR_LOGGER;
        }

        public boolean failed() {
            return this == FAILED;
        }
    }

    public CollectionScope choice() {
        return CollectionScope.of(chosenMissions, chosenTables);
    }

    public boolean finished() {
        return state == State.DONE || state == State.FAILED;
    }

    /** How much longer it takes if it goes on as it has since it was last taken up; empty before that can be told. */
    public Optional<Duration> left() {
        if (beganAt == null || toldAt == null || done - beganDone < LEAST_PAGES || done >= total) {
            return Optional.empty();
        }
        long spent = Duration.between(beganAt, toldAt).toMillis();
        return Optional.of(Duration.ofMillis(spent * (total - done) / (done - beganDone)));
    }

    public int percent() {
        return total == 0 ? 0 : (int) (100 * done / total);
    }
}
