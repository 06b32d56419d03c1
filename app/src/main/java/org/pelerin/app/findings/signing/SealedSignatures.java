package org.pelerin.app.findings.signing;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Signatures are sealed with what was signed. */
@Component
class SealedSignatures implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("signature", "mission_id", "mission", "signatures"));
    }
}
