package org.pelerin.app.review.compare;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What is compared are missions, each with a channel of it. */
@Configuration
class CompareRights {

    @Bean
    OfSites comparedAtSites(@Qualifier("missionsAtSites") OfSites missions) {
        return new OfSites.Named(
                List.of(),
                List.of("/compare?s", "/compare/difference?a", "/compare/difference?b"),
                key -> missions.of(key.split(":", 2)[0]));
    }
}
