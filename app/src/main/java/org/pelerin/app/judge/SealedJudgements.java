package org.pelerin.app.judge;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Where excursions lie is sealed; the judgement itself is with its mission. */
@Component
class SealedJudgements implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("excursion", "mission_id", "mission", "excursions"));
    }
}
