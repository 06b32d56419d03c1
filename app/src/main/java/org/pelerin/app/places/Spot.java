package org.pelerin.app.places;

import java.util.List;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Hanging;

/**
 * Everything that is known of a spot.
 *
 * @param surroundings what kind of place it is, in plain words
 * @param planId the plan that is wanted there, or null; {@code plan} its name
 * @param collectDays how often it must be collected, in days; null for whenever memory asks for it
 * @param depth of what hangs there, in m of water; null where it is dry
 * @param hanging how it hangs there; {@link Hanging#DRY} where it does not
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
        Hanging hanging,
        String notes,
        Double x,
        Double y,
        Long photoStamp,
        List<Deployment.Demand> demands) {

    public Spot {
        demands = List.copyOf(demands);
    }
}
