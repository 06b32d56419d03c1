package org.pelerin.app.review.section;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Mapping studies are sealed. */
@Component
class SealedStudies implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("mapping_study", "id", "mapping study", "details"));
    }
}
