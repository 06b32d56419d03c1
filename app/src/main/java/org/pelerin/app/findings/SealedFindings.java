package org.pelerin.app.findings;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Findings are sealed with what was said of them. */
@Component
class SealedFindings implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(
                SealedTable.of("finding", "id", "finding", "details"),
                SealedTable.of("finding_part", "finding_id", "finding", "excursions"),
                SealedTable.of("finding_entry", "finding_id", "finding", "history"),
                SealedTable.of("finding_file", "finding_id", "finding", "files"),
                SealedTable.of("cause", "id", "cause", "details"));
    }
}
