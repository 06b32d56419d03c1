package org.pelerin.app.collect.timed;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Timed tests are sealed. */
@Component
class SealedTests implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("timed_test", "id", "timed test", "details"));
    }
}
