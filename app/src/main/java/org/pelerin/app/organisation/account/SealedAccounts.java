package org.pelerin.app.organisation.account;

import java.util.List;
import org.pelerin.app.evidence.seal.SealedTable;
import org.pelerin.app.evidence.seal.SealedTables;
import org.springframework.stereotype.Component;

/** Accounts are sealed with their roles and passwords; how often mails were asked for is not. */
@Component
class SealedAccounts implements SealedTables {

    @Override
    public List<SealedTable> tables() {
        return List.of(SealedTable.of(
                "account",
                "id",
                "account",
                "details",
                "mail_asked",
                "mail_asked_at",
                "mail_secret_sha256",
                "mails",
                "mails_since"));
    }
}
