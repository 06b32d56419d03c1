package org.pelerin.app.loggers.calibration;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Calibrations are sealed. */
@Component
class SealedCalibrations implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("calibration", "id", "calibration", "details"));
    }
}
