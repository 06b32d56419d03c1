package org.pelerin.app.report.document;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Reports are sealed with the hashes of their bytes and of the files in them. */
@Component
class SealedReports implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(
                SealedTable.of("report", "id", "report", "details", "done", "total", "trouble"),
                SealedTable.of("report_file", "report_id", "report", "embedded files"));
    }
}
