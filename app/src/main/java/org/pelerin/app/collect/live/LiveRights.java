package org.pelerin.app.collect.live;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Recorded live readings are of the site of their spot. */
@Configuration
class LiveRights {

    @Bean
    OfSites liveRecordingsAtSites(LiveMapper recordings) {
        return OfSites.numbered(
                List.of("/live-recordings/{thing}/**"), List.of(), id -> OfSites.Where.at(recordings.siteOf(id)));
    }
}
