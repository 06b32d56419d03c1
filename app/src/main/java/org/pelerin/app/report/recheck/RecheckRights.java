package org.pelerin.app.report.recheck;

import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** All records are verified at once. */
@Configuration
class RecheckRights {

    @Bean
    OfSites recheckAsAWhole() {
        return OfSites.whole("/re-verify");
    }
}
