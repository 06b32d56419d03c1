package org.pelerin.app.review.section;

import java.time.Instant;

/**
 * A stretch of time over which the spots of a site are looked at together.
 *
 * @param low and {@code high}: the band that they should keep to, in the unit; null for none
 */
public record MappingStudy(
        long id,
        long siteId,
        String name,
        String unit,
        Instant fromAt,
        Instant toAt,
        Double low,
        Double high,
        Instant madeAt,
        String madeBy) {}
