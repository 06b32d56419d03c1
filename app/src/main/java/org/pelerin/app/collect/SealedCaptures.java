package org.pelerin.app.collect;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** What is known of captures and of each reading is sealed; their pages are held against the hash that is part of it. */
@Component
class SealedCaptures implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(
                SealedTable.of("capture", "mission_id", "mission", "capture"),
                SealedTable.of("capture_read", "mission_id", "mission", "readings"));
    }
}
