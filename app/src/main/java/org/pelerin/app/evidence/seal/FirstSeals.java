package org.pelerin.app.evidence.seal;

import java.util.List;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Seals at the start what was kept before its table was sealed, once, as it is; and what an upgrade changed. A kill between two of its transactions
 * leaves the rest for the next start.
 */
@Component
@Order(0)
@RetriedOnDeadlock
class FirstSeals implements ApplicationRunner {

    static final String BEGUN = "begin to seal";
    private static final int AT_ONCE = 500;

    private final SealMapper mapper;
    private final SealedRows rows;
    private final Seals seals;
    private final AuditTrail audit;
    private final TransactionTemplate transaction;

    FirstSeals(SealMapper mapper, SealedRows rows, Seals seals, AuditTrail audit, TransactionTemplate transaction) {
        this.mapper = mapper;
        this.rows = rows;
        this.seals = seals;
        this.audit = audit;
        this.transaction = transaction;
    }

    @Override
    public void run(ApplicationArguments args) {
        List<String> begun = mapper.begun();
        List<SealedTable> fresh =
                rows.tables().stream().filter(t -> !begun.contains(t.table())).toList();
        fresh.forEach(this::first);
        if (!fresh.isEmpty()) {
            transaction.executeWithoutResult(t -> begin(fresh));
        }
        boolean more = true;
        while (more) {
            more = Boolean.TRUE.equals(transaction.execute(t -> due()));
        }
    }

    private void first(SealedTable table) {
        long after = -1;
        while (true) {
            List<Long> owners = mapper.unsealed(table.table(), table.owner(), after, AT_ONCE);
            if (owners.isEmpty()) {
                break;
            }
            transaction.executeWithoutResult(t -> seals.seal(
                    owners.stream().map(o -> new SealedSet(table.table(), o)).toList(), "for the first time"));
            after = owners.get(owners.size() - 1);
        }
    }

    private void begin(List<SealedTable> tables) {
        audit.lock();
        // of two processes that start, one says so
        List<String> begun = mapper.begunNow();
        List<String> fresh = tables.stream()
                .map(SealedTable::table)
                .filter(t -> !begun.contains(t))
                .toList();
        if (!fresh.isEmpty()) {
            long entry = audit.record(Seals.SYSTEM, BEGUN, "what is kept", "", String.join("\n", fresh), "");
            fresh.forEach(t -> mapper.begin(t, entry));
        }
    }

    private boolean due() {
        List<SealedSet> due = mapper.due(AT_ONCE);
        if (due.isEmpty()) {
            return false;
        }
        seals.seal(
                due.stream().filter(s -> rows.table(s.table()) != null).toList(),
                "changed by the upgrade to this version");
        due.forEach(mapper::done);
        return true;
    }
}
