package org.pelerin.app.judge.limits;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Limits with all their versions are sealed, where they hold, and by which a mission is judged. */
@Component
class SealedLimits implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(
                SealedTable.of("limit_set", "id", "limits", "details"),
                SealedTable.of("limit_set_version", "set_id", "limits", "versions"),
                SealedTable.of("limit_place", "set_id", "limits", "places"),
                SealedTable.of("mission_limits", "mission_id", "mission", "limits"));
    }
}
