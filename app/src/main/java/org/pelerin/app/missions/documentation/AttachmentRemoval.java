package org.pelerin.app.missions.documentation;

import org.pelerin.app.missions.RecordRemoved;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Files that were attached go with the record; their names and hashes are in the audit trail. */
@Component
class AttachmentRemoval {

    private final DocumentationMapper files;

    AttachmentRemoval(DocumentationMapper files) {
        this.files = files;
    }

    @EventListener
    void removed(RecordRemoved e) {
        files.deleteAll(e.mission());
    }
}
