package org.pelerin.app.organisation;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** What the installation is called and its rules are sealed. */
@Component
class SealedHouse implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("house", "id", "house", "details"));
    }
}
