package org.pelerin.app.collect;

import java.time.Duration;
import java.time.Instant;

/**
 * What one visit to a logger's memory brought of a mission.
 *
 * @param where spot of the mission, or null
 * @param expected samples of the mission up to then, of which {@code received} are here; null before they were counted
 * @param gaps stretches that no sample stands for, or null
 * @param reread pages that came damaged and were read again, in words
 * @param clockOffset its clock minus the reference; null where it could not be asked, as {@code battery} in ‰ and {@code alarmed}
 * @param alarms that it had raised in this mission
 * @param sha256 of the capture as it was then
 */
public record Visit(
        long missionId,
        int seq,
        String serial,
        String site,
        String where,
        Instant readAt,
        String readBy,
        Long expected,
        Long received,
        Integer gaps,
        String reread,
        Duration clockOffset,
        Integer battery,
        Boolean alarmed,
        Integer alarms,
        String sha256) {

    /** Whether something is missing or was hard to get. */
    public boolean troubled() {
        return expected != null && received < expected || !reread.isEmpty();
    }
}
