package org.pelerin.app.organisation.backup;

import java.time.Instant;

/**
 * A backup that was tried, and what came of it; times are the machine's.
 *
 * @param file where it was written
 * @param bytes size of the file; 0 where there is none
 * @param rowCount of all tables
 * @param encrypted whether it is closed with a passphrase
 * @param madeBy {@code schedule}, {@code asked} by somebody, or {@code command}
 * @param trouble why there is none; empty for a good one
 * @param removedAt when rotation removed its file; null while it is there
 */
public record BackupRun(
        long id,
        Instant startedAt,
        Instant endedAt,
        String file,
        long bytes,
        long rowCount,
        boolean encrypted,
        String madeBy,
        String trouble,
        Instant removedAt) {

    /** Read back and found to be whole. */
    public boolean good() {
        return trouble.isEmpty();
    }
}
