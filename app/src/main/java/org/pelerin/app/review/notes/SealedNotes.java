package org.pelerin.app.review.notes;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Notes pinned to a record are sealed. */
@Component
class SealedNotes implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("pinned_note", "mission_id", "mission", "notes"));
    }
}
