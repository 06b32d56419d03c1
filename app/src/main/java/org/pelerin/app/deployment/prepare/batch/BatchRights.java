package org.pelerin.app.deployment.prepare.batch;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A batch is of all sites that its loggers go to. */
@Configuration
class BatchRights {

    @Bean
    OfSites batchesAtSites(BatchMapper batches) {
        return OfSites.numbered(List.of("/batches/{thing}/**"), List.of(), id -> OfSites.Where.at(batches.sitesOf(id)));
    }
}
