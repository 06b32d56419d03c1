package org.pelerin.app.fleet.rounds;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A round is of all sites that it goes to. */
@Configuration
class RoundRights {

    @Bean
    OfSites roundsAtSites(RoundMapper rounds) {
        return OfSites.numbered(List.of("/rounds/{thing}/**"), List.of(), id -> OfSites.Where.at(rounds.sitesOf(id)));
    }
}
