package org.pelerin.app.shell.setup;

import java.util.Locale;
import java.util.Map;
import org.pelerin.app.platform.backup.BackupProgress;

/** Progress on standard error: a line that is written over where a person reads it, else a line every half minute. */
final class Said implements BackupProgress {

    private static final Map<Step, String> WORDS = Map.of(
            Step.WRITE, "Writing",
            Step.CHECK, "Checking the file",
            Step.RESTORE, "Restoring",
            Step.COMPARE, "Comparing the database with the file");
    private static final long PERSON_NANOS = 300_000_000L;
    private static final long LOG_NANOS = 30_000_000_000L;
    private static final double MEGA = 1e6;
    private static final double PERCENT = 100;

    private final boolean person = System.console() != null;
    private final long began = System.nanoTime();
    private long last = began;
    private boolean open;

    @Override
    public void at(Step step, String table, long bytes, double share) {
        long now = System.nanoTime();
        if (now - last < (person ? PERSON_NANOS : LOG_NANOS)) {
            return;
        }
        last = now;
        String line = line(step, table, bytes, share);
        if (person) {
            System.err.print("\r\u001b[K" + line);
            open = true;
        } else {
            System.err.println(line);
        }
    }

    static String line(Step step, String table, long bytes, double share) {
        return String.format(
                Locale.ROOT,
                "%s: %.0f %%, %.0f MB of rows, table %s",
                WORDS.get(step),
                Math.min(1, share) * PERCENT,
                bytes / MEGA,
                table);
    }

    /** Before anything else is said. */
    void end() {
        if (open) {
            System.err.print("\r\u001b[K");
        }
    }
}
