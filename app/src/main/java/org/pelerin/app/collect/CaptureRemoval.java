package org.pelerin.app.collect;

import org.pelerin.app.missions.RecordRemoved;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Captured pages go with the record they are; the capture stays with its hashes, so that an archive can be held against them. */
@Component
class CaptureRemoval {

    private final CaptureMapper captures;

    CaptureRemoval(CaptureMapper captures) {
        this.captures = captures;
    }

    @EventListener
    void removed(RecordRemoved e) {
        captures.deletePagesBefore(e.mission());
        captures.deletePages(e.mission());
    }
}
