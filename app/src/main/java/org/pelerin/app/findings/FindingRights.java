package org.pelerin.app.findings;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A finding is of its site. */
@Configuration
class FindingRights {

    @Bean
    OfSites findingsAtSites(FindingMapper findings) {
        return OfSites.numbered(
                List.of("/findings/{thing}/**", "/api/v1/findings/{thing}"),
                List.of("/findings/*?ids"),
                id -> OfSites.Where.at(findings.sitesOf(id)));
    }
}
