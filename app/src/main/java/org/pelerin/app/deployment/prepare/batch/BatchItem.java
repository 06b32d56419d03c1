package org.pelerin.app.deployment.prepare.batch;

import java.time.Instant;

/**
 * One logger of a batch.
 *
 * @param planName of the plan that it gets
 * @param settings of a plan of its own; null where it gets that of the batch
 * @param message how it went, or what prevents it
 * @param missionId once it is written
 */
public record BatchItem(
        long id,
        long batchId,
        String serial,
        String loggerName,
        Long spotId,
        String spot,
        String planName,
        int planVersion,
        String settings,
        State state,
        String message,
        Long missionId,
        Instant doneAt) {

    public enum State {
        QUEUED,
        WRITING,
        DONE,
        BLOCKED,
        FAILED,
        STOPPED;

        public boolean open() {
            return this == QUEUED || this == WRITING;
        }
    }
}
