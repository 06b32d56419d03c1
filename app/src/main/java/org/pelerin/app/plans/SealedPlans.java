package org.pelerin.app.plans;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Plans are sealed with all their versions. */
@Component
class SealedPlans implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(
                SealedTable.of("plan", "id", "plan", "details"),
                SealedTable.of("plan_version", "plan_id", "plan", "versions"));
    }
}
