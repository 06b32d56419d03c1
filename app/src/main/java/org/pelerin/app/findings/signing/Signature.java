package org.pelerin.app.findings.signing;

import java.time.Instant;
import org.pelerin.app.missions.SignedAs;

/**
 * That somebody signed a mission.
 *
 * @param revision of the mission, 1 before it was ever opened again
 * @param name of the person, as it was then
 * @param remark of the person; empty for none
 * @param sha256 of what was signed
 * @param undone null while it holds
 */
public record Signature(
        long id,
        long missionId,
        int revision,
        SignedAs meaning,
        Instant at,
        String by,
        String name,
        String remark,
        String sha256,
        Undone undone) {

    /** That what was signed was opened again. */
    public record Undone(Instant at, String by, String reason) {}

    public boolean holds() {
        return undone == null;
    }
}
