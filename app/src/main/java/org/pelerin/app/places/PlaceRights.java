package org.pelerin.app.places;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Sites, and the spots at them. Sites are added by whoever sees them all. */
@Configuration
class PlaceRights {

    @Bean
    OfSites sitesAtSites() {
        return OfSites.numbered(
                List.of("/places/{thing}/**"), List.of("site", "siteId", "/places?id"), OfSites.Where::at);
    }

    @Bean
    OfSites spotsAtSites(PlaceMapper places) {
        return OfSites.numbered(
                List.of("/spots/{thing}/**"), List.of("spot", "/spots?id"), id -> OfSites.Where.at(places.siteOf(id)));
    }

    @Bean
    OfSites placesAsAWhole() {
        return OfSites.whole("/places/new", "/places/import");
    }
}
