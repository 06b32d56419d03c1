package org.pelerin.app.organisation.token;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Tokens are sealed with their roles. */
@Component
class SealedTokens implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of("api_token", "id", "token", "details", "used_at"));
    }
}
