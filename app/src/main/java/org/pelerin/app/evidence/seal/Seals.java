package org.pelerin.app.evidence.seal;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Seals rows: their hashes stand in the audit trail as one entry, and beside it which entry holds for what. */
@Service
@RetriedOnDeadlock
class Seals {

    static final String ACTION = "seal";
    static final String STRANGE = "changed outside Pelerin";
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
     * Seals what this transaction changed. What was no more what its seal said before that was changed past the application: an entry says so, so that no
     * change of ours covers it up.
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void changed(List<SealedSet> sets) {
        audit.lock();
        List<SealedSet> strange = new ArrayList<>();
        byTable(sets)
                .forEach((name, owners) -> rows.committed(rows.table(name), owners)
                        .forEach((owner, fits) -> {
                            if (!fits) {
                                strange.add(new SealedSet(name, owner));
                            }
                        }));
        if (!strange.isEmpty()) {
            audit.record(
                    SYSTEM,
                    STRANGE,
                    subject(strange),
                    "",
                    strange.stream().map(s -> s.table() + " " + s.owner()).collect(Collectors.joining("\n")),
                    "");
        }
        seal(sets, "");
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
        long sequence = audit.record(
                SYSTEM,
                ACTION,
                "seal of " + subject(lines.stream().map(SealLine::set).toList()),
                "",
                SealLine.write(lines),
                reason);
        lines.forEach(
                l -> mapper.hold(new SealMapper.Held(l.set().table(), l.set().owner(), sequence, l.sha256())));
        return true;
    }

    private static Map<String, List<Long>> byTable(List<SealedSet> sets) {
        return sets.stream()
                .collect(Collectors.groupingBy(
                        SealedSet::table, TreeMap::new, Collectors.mapping(SealedSet::owner, Collectors.toList())));
    }

    private String subject(List<SealedSet> sets) {
        List<String> owners = sets.stream()
                .map(s -> rows.table(s.table()).subject() + " " + s.owner())
                .distinct()
                .toList();
        return owners.get(0)
                + (owners.size() == 1 ? "" : Texts.stored("stored.seals.andMore", "size", (owners.size() - 1)));
    }
}
