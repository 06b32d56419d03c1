package org.pelerin.app.missions.documentation;

import java.util.List;
import org.pelerin.app.platform.rights.OfSites;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A file is of the site of its mission. */
@Configuration
class AttachmentRights {

    @Bean
    OfSites attachmentsAtSites(DocumentationMapper files) {
        return OfSites.numbered(
                List.of("/attachments/{thing}/**"), List.of(), id -> OfSites.Where.at(files.siteOf(id)));
    }
}
