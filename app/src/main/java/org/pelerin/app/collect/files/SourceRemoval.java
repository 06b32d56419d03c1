package org.pelerin.app.collect.files;

import org.pelerin.app.missions.RecordRemoved;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** The bytes of a file go with the record that was made of it; its hash stays. */
@Component
class SourceRemoval {

    private final FileMapper files;

    SourceRemoval(FileMapper files) {
        this.files = files;
    }

    @EventListener
    void removed(RecordRemoved e) {
        ForeignFile file = files.ofMission(e.mission());
        if (file != null) {
            files.removePieces(file.id());
        }
    }
}
