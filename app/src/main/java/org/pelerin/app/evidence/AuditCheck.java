package org.pelerin.app.evidence;

import java.time.Instant;

/**
 * That the chain was checked.
 *
 * @param headSequence number of its newest entry then, {@code headHash} its hash
 * @param trouble what does not fit; empty where all does
 */
public record AuditCheck(Instant at, String by, long entries, long headSequence, String headHash, String trouble) {

    public boolean whole() {
        return trouble.isEmpty();
    }
}
