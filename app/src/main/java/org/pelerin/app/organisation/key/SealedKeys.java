package org.pelerin.app.organisation.key;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** The keys by which others know this installation are sealed. */
@Component
class SealedKeys implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("installation_key", "id", "key", "details"));
    }
}
