package org.pelerin.app.fleet.rounds;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Rounds are sealed with what was done of them. */
@Component
class SealedRounds implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(
                SealedTable.of("field_round", "id", "round", "details"),
                SealedTable.of("round_task", "round_id", "round", "tasks"));
    }
}
