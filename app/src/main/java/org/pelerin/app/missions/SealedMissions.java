package org.pelerin.app.missions;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Missions are sealed, but for the versions by which they are judged anew and what is reckoned ahead. */
@Component
class SealedMissions implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of(
                "mission",
                "id",
                "mission",
                "details",
                "act",
                "alarms_compared",
                "battery_ends_at",
                "changed_at",
                "clock_compared",
                "ends_at",
                "home_at",
                "judged_on",
                "judgement_on",
                "planned_end",
                "without_limits"));
    }
}
