package org.pelerin.app.places;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Sites with their zones and spots with their demands are sealed. */
@Component
class SealedPlaces implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(
                SealedTable.of("site", "id", "site", "details"),
                SealedTable.of("spot", "id", "spot", "details"),
                SealedTable.of("spot_limit", "spot_id", "spot", "demands"));
    }
}
