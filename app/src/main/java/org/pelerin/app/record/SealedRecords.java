package org.pelerin.app.record;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** How samples lie in time, what is derived from them and what is judged of them is sealed; the samples follow from captures. */
@Component
class SealedRecords implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(
                SealedTable.of("series", "mission_id", "mission", "series"),
                SealedTable.of("judged_period", "mission_id", "mission", "judged period"),
                SealedTable.of("exclusion", "mission_id", "mission", "exclusions"),
                SealedTable.of("derived_series", "id", "derived series", "definition"));
    }
}
