package org.pelerin.app.judge.limits;

import java.time.Instant;

/**
 * Where a set holds.
 *
 * @param name of the spot with its site, of the site, or of the plan
 */
public record LimitPlace(
        LimitsSource via, long target, long setId, String name, Instant attachedAt, String attachedBy) {

    public String page() {
        return via.page(target);
    }
}
