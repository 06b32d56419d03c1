package org.pelerin.app.places;

import java.time.ZoneId;

/**
 * A spot with the site it belongs to.
 *
 * @param depth of what hangs there, in m of water; null where it is dry
 */
public record SpotAt(long id, String name, String site, String zone, Double depth) {

    public ZoneId zoneId() {
        return ZoneId.of(zone);
    }

    public String full() {
        return site + " / " + name;
    }
}
