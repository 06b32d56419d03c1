package org.pelerin.app.review.section;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A mapping study is of its site. */
@Configuration
class StudyRights {

    @Bean
    OfSites studiesAtSites(StudyMapper studies) {
        return OfSites.numbered(List.of("/studies/{thing}/**"), List.of(), id -> OfSites.Where.at(studies.siteOf(id)));
    }
}
