package org.pelerin.app.platform.backup;

/** Told of how far it is, some times a second. */
@FunctionalInterface
public interface BackupProgress {

    BackupProgress NONE = (step, table, bytes, share) -> {};

    enum Step {
        WRITE,
        CHECK,
        RESTORE,
        COMPARE
    }

    /**
     * @param table that it is at
     * @param bytes of rows so far, as lines
     * @param share of the whole, from 0 to 1; an estimate
     */
    void at(Step step, String table, long bytes, double share);
}
