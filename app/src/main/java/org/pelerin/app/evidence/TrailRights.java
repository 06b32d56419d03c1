package org.pelerin.app.evidence;

import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The audit trail is one chain over everything, and read as a whole. */
@Configuration
class TrailRights {

    @Bean
    OfSites trailAsAWhole() {
        return OfSites.whole("/audit/**", "/audit.csv", "/audit.json");
    }
}
