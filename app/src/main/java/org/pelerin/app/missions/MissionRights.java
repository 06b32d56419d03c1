package org.pelerin.app.missions;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A mission is of the site of its spot. */
@Configuration
class MissionRights {

    @Bean
    OfSites missionsAtSites(MissionMapper missions) {
        return OfSites.numbered(
                List.of("/missions/{thing}/**", "/api/v1/missions/{thing}/**", "/limits/*/past-data/{thing}"),
                List.of("mission", "/retention?ids"),
                id -> OfSites.Where.at(missions.siteOf(id)));
    }
}
