package org.pelerin.app.place;

import java.time.ZoneId;

/** A spot with the site it belongs to. */
public record SpotAt(long id, String name, String site, String zone) {

    public ZoneId zoneId() {
        return ZoneId.of(zone);
    }

    public String full() {
        return site + " / " + name;
    }
}
