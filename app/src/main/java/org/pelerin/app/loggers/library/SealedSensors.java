package org.pelerin.app.loggers.library;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Sensors of the library are sealed. */
@Component
class SealedSensors implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("sensor", "id", "sensor", "details"));
    }
}
