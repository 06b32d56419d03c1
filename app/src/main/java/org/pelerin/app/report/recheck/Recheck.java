package org.pelerin.app.report.recheck;

import java.time.Instant;
import java.util.List;

/**
 * One time that all missions were held against what they follow from.
 *
 * @param audit what is wrong with the audit trail; empty for nothing
 * @param endedAt null while it goes on
 */
public record Recheck(
        long id,
        Instant startedAt,
        String startedBy,
        long lastMission,
        int done,
        int total,
        String audit,
        Instant endedAt) {

    /**
     * What does not fit of a mission, or of something else.
     *
     * @param mission 0 for none
     * @param subject what it is of
     */
    public record Trouble(long mission, String subject, String trouble) {}

    /** With what was found so far. */
    public record Told(Recheck check, List<Trouble> troubles) {

        public boolean fine() {
            return troubles.isEmpty() && check.audit.isEmpty();
        }

        public long subjects() {
            return troubles.stream().map(Trouble::subject).distinct().count();
        }
    }

    public boolean busy() {
        return endedAt == null;
    }
}
