package org.pelerin.app.collect.timed;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A timed test is of the site of its mission. */
@Configuration
class TestRights {

    @Bean
    OfSites testsAtSites(TimedTestMapper tests) {
        return OfSites.numbered(
                List.of("/tests/{thing}/**"),
                List.of("/tests/report?id"),
                id -> OfSites.Where.at(tests.sitesOf(List.of(id))));
    }
}
