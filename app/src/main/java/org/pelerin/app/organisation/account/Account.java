package org.pelerin.app.organisation.account;

import java.time.Instant;

/**
 * An account as it is kept.
 *
 * @param disabledAt since when nobody signs in with it; null where somebody may
 * @param onceUntilAt until when a password holds that another gave and that must be changed first; null for one's own
 */
record Account(
        long id,
        String name,
        String displayName,
        String passwordHash,
        Role role,
        Instant disabledAt,
        Instant onceUntilAt) {

    public boolean disabled() {
        return disabledAt != null;
    }
}
