package org.pelerin.app.place;

import java.util.List;
import org.pelerin.core.plan.Errand;

/**
 * Everything that is known of a spot.
 *
 * @param surroundings what kind of place it is, in plain words
 * @param planId the plan that is wanted there, or null; {@code plan} its name
 * @param collectDays how often it must be collected, in days; null for whenever memory asks for it
 * @param depth of what hangs there, in m of water; null where it is dry
 * @param staticLevel of the water below the reference point, in m, or null
 * @param cable from the reference point to the logger, in m, or null
 * @param x where it lies on the site's picture, as a share of its width; null where it is not drawn, as {@code y}
 * @param photoStamp tells one photo of it from the next; null where there is none
 * @param demands limits that apply there
 */
public record Spot(
        long id,
        long siteId,
        String site,
        String name,
        String surroundings,
        Long planId,
        String plan,
        Integer collectDays,
        Double depth,
        Double staticLevel,
        Double cable,
        String notes,
        Double x,
        Double y,
        Long photoStamp,
        List<Errand.Demand> demands) {

    public Spot {
        demands = List.copyOf(demands);
    }
}
