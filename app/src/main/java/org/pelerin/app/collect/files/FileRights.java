package org.pelerin.app.collect.files;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A file is of the site of the mission that it became; until then of nobody’s. */
@Configuration
class FileRights {

    @Bean
    OfSites filesAtSites(FileMapper files) {
        return OfSites.numbered(List.of("/files/{thing}/**"), List.of(), id -> OfSites.Where.at(files.siteOf(id)));
    }
}
