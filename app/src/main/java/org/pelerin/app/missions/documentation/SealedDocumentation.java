package org.pelerin.app.missions.documentation;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** What is said of missions, and the files with it, is sealed. */
@Component
class SealedDocumentation implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(
                SealedTable.of("mission_note", "mission_id", "mission", "documentation"),
                SealedTable.of("attachment", "mission_id", "mission", "files"));
    }
}
