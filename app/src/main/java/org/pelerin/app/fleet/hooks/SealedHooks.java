package org.pelerin.app.fleet.hooks;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Where things are sent is sealed. */
@Component
class SealedHooks implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("web_hook", "id", "web hook", "details"));
    }
}
