package org.pelerin.app.deployment.placing;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Which logger lay where and when is sealed. */
@Component
class SealedPlacements implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("placement", "id", "placement", "details"));
    }
}
