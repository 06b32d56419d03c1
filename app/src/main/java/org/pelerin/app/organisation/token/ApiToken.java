package org.pelerin.app.organisation.token;

import java.time.Instant;
import org.pelerin.app.organisation.account.Role;

/**
 * What a program signs in with.
 *
 * @param role what it may do, never more than its account
 * @param usedAt when it was last used, to the minute; null where it never was
 * @param revokedAt null while it holds
 */
public record ApiToken(
        long id,
        String account,
        String name,
        Role role,
        Instant madeAt,
        Instant expiresAt,
        Instant usedAt,
        Instant revokedAt) {

    public boolean holds(Instant now) {
        return revokedAt == null && now.isBefore(expiresAt);
    }
}
