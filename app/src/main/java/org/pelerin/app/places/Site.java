package org.pelerin.app.places;

import java.time.ZoneId;

/**
 * A site.
 *
 * @param zone in which its times are shown
 * @param latitude in degrees, WGS 84, north positive; null where it is not known, as {@code longitude}, east positive
 * @param pictureStamp tells one picture of it from the next; null where there is none
 */
public record Site(
        long id,
        String name,
        String zone,
        String address,
        Double latitude,
        Double longitude,
        String notes,
        Long pictureStamp) {

    public ZoneId zoneId() {
        return ZoneId.of(zone);
    }
}
