package org.pelerin.app.deployment.placing;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A placement is of the site of its spot. */
@Configuration
class PlacementRights {

    @Bean
    OfSites placementsAtSites(PlacementMapper placements) {
        return OfSites.numbered(
                List.of("/placements/{thing}"), List.of(), id -> OfSites.Where.at(placements.siteOf(id)));
    }
}
