package org.pelerin.app.review.section;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * The spots of a site over a stretch of time: what each read at instants that follow each other evenly, and what it comes to.
 *
 * @param unit of all values
 * @param t the instants, in ms
 * @param spots those of which something was recorded then, in the order of the site
 * @param warmest the spot with the greatest value, {@code coldest} with the least; null where there is none
 * @param spread the greatest difference between two spots at any instant, of all that was recorded; null where never two are there
 */
public record SiteView(
        String unit, List<Long> t, List<SpotRecord> spots, Extreme warmest, Extreme coldest, Spread spread) {

    /** Where loggers should stay, and why. */
    public List<FixedSpot> recommended() {
        return FixedSpot.of(spots);
    }

    /** The spot that took longest to come back into the band; null where there is no band, or none left it. */
    public SpotRecord slowest() {
        return FixedSpot.slowest(spots).orElse(null);
    }

    /**
     * One spot.
     *
     * @param missions that its values come from
     * @param x on the site's picture as a share of its width, null where it is not drawn, as {@code y}
     * @param values at the instants, null where none stands
     * @param figures null where nothing of it is judged
     * @param away the longest time outside the band until it was back; null where there is no band, or it never left
     */
    public record SpotRecord(
            long id,
            String name,
            List<Long> missions,
            Double x,
            Double y,
            List<Double> values,
            Figures figures,
            Away away) {}

    public record Figures(long count, double min, Instant minAt, double mean, double max, Instant maxAt, double sd) {}

    /** @param back whether it came back before the end */
    public record Away(Instant from, Duration time, boolean above, double peak, boolean back) {}

    public record Extreme(String spot, double value, Instant at) {}

    public record Spread(double value, Instant at, String warm, String cold) {}
}
