package org.pelerin.app.evidence.seal;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Seals rows: their hashes stand in the audit trail as one entry, and beside it which entry holds for what. */
@Service
class Seals {

    static final String ACTION = "seal";
    static final String SYSTEM = "system";

    private final SealMapper mapper;
    private final SealedRows rows;
    private final AuditTrail audit;

    Seals(SealMapper mapper, SealedRows rows, AuditTrail audit) {
        this.mapper = mapper;
        this.rows = rows;
        this.audit = audit;
    }

    /**
     * Seals what is another than its seal says; what others change waits for this transaction.
     *
     * @return whether there was anything
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public boolean seal(List<SealedSet> sets, String reason) {
        // who seals is alone until it commits, so that the newest seal is of the newest rows
        audit.lock();
        List<SealLine> lines = new ArrayList<>();
        byTable(sets).forEach((name, owners) -> {
            SealedTable table = rows.table(name);
            Map<Long, String> held = mapper.held(name, owners).stream()
                    .collect(Collectors.toMap(SealMapper.Held::owner, SealMapper.Held::sha256));
            rows.hashes(table, owners, true).forEach((owner, hash) -> {
                if (!hash.equals(held.getOrDefault(owner, ""))) {
                    lines.add(new SealLine(new SealedSet(name, owner), hash));
                }
            });
        });
        if (lines.isEmpty()) {
            return false;
        }
        long sequence = audit.record(SYSTEM, ACTION, subject(lines), "", SealLine.write(lines), reason);
        lines.forEach(
                l -> mapper.hold(new SealMapper.Held(l.set().table(), l.set().owner(), sequence, l.sha256())));
        return true;
    }

    private static Map<String, List<Long>> byTable(List<SealedSet> sets) {
        return sets.stream()
                .collect(Collectors.groupingBy(
                        SealedSet::table, TreeMap::new, Collectors.mapping(SealedSet::owner, Collectors.toList())));
    }

    private String subject(List<SealLine> lines) {
        List<String> owners = lines.stream()
                .map(l -> rows.table(l.set().table()).subject() + " " + l.set().owner())
                .distinct()
                .toList();
        return "seal of " + owners.get(0) + (owners.size() == 1 ? "" : " and " + (owners.size() - 1) + " more");
    }
}
