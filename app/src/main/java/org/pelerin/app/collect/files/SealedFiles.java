package org.pelerin.app.collect.files;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Files that were handed in are sealed with the hash of their bytes. */
@Component
class SealedFiles implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("foreign_file", "id", "file", "details", "done", "message"));
    }
}
