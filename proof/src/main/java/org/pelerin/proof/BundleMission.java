package org.pelerin.proof;

import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * The mission that a bundle is of: {@code mission.json}. Instants are ms since 1970, UTC; null where there is none.
 *
 * @param number the logger’s own
 * @param judgedFrom of the time that is judged, {@code judgedTo}: its end
 * @param derived definitions of series that follow from its own, as documents
 * @param alone whether nothing of it follows from other missions
 * @param limitsFrom which limits it is judged by, in words
 */
public record BundleMission(
        String model,
        int number,
        String site,
        String spot,
        String zone,
        String planName,
        int planVersion,
        Act written,
        Act collected,
        Long expected,
        Long received,
        Clock clock,
        Long judgedFrom,
        Long judgedTo,
        String judgedReason,
        List<Excluded> excluded,
        List<String> derived,
        boolean alone,
        String limitsFrom,
        Map<String, String> documentation) {

    public BundleMission {
        Objects.requireNonNull(zone);
        Objects.requireNonNull(clock);
        excluded = List.copyOf(excluded);
        derived = List.copyOf(derived);
    }

    public record Act(Long at, String by) {}

    /**
     * How the logger’s clock went.
     *
     * @param corrected whether times are corrected for it
     * @param readAt when it was compared, on the logger’s clock
     * @param offsetMs by how much it was ahead then
     * @param battery its charge then, in ‰; null where the clock could not be compared
     * @param reason why it was decided so; empty where nobody decided
     */
    public record Clock(boolean corrected, long readAt, long offsetMs, Integer battery, String reason) {}

    /** @param kind {@code NOT_PART} or {@code NOT_VALID} */
    public record Excluded(String kind, long from, long to, String reason, String by, long at) {

        public Excluded {
            Objects.requireNonNull(kind);
        }
    }
}
