package org.pelerin.app.loggers.registry;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** What people say of loggers is sealed, not what loggers say of themselves. */
@Component
class SealedLoggers implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of(
                "logger",
                "id",
                "logger",
                "description",
                "alarmed_at",
                "battery_permille",
                "clock_offset_ms",
                "device_state",
                "firmware",
                "read_at",
                "records",
                "seen_at"));
    }
}
