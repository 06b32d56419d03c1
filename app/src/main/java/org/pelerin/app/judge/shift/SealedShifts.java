package org.pelerin.app.judge.shift;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Working shifts are sealed: doses go by them. */
@Component
class SealedShifts implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("working_shift", "id", "working shift", "times"));
    }
}
