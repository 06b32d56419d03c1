package org.pelerin.app.missions;

import java.time.Instant;

/**
 * That somebody looked through a mission.
 *
 * @param lapsedAt when it was judged otherwise since; null while it holds
 */
public record Reviewed(Instant at, String by, Instant lapsedAt) {

    public boolean valid() {
        return lapsedAt == null;
    }
}
