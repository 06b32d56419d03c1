package org.pelerin.app.evidence.seal;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.language.CurrentLanguage;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Holds all sealed rows against the audit trail, and the trail against the rows: what was changed, removed or added past the application is named,
 * and by which entry it is known. That the trail itself is whole is for others to check. Each step sees one instant of the database, so that
 * what people change meanwhile is not taken for anything else.
 */
@Service
public class SealCheck {

    private static final int AT_ONCE = 200;

    /**
     * What does not fit.
     *
     * @param subject whose it is: {@code mission 12}
     * @param mission 0 where that is no mission
     * @param words without a full stop
     */
    public record Trouble(String subject, long mission, String words) {}

    private final SealMapper mapper;
    private final SealedRows rows;
    private final TransactionTemplate transaction;

    SealCheck(SealMapper mapper, SealedRows rows, TransactionTemplate transaction) {
        this.mapper = mapper;
        this.rows = rows;
        this.transaction = transaction;
    }

    /** All of it: proportional to what is kept, apart from samples and captures. */
    public List<Trouble> troubles() {
        List<Trouble> out = new ArrayList<>();
        List<String> begun = mapper.begun();
        for (SealedTable table : rows.tables()) {
            if (begun.contains(table.table())) {
                out.addAll(ofTable(table));
            } else {
                out.add(new Trouble(table.table(), 0, Texts.stored("stored.sealCheck.itIsNotSealedYet")));
            }
        }
        trail(out);
        strange(out);
        begunOnce(out);
        return out;
    }

    /** What of one table does not fit the entries that are noted of it. */
    public List<Trouble> ofTable(SealedTable table) {
        List<Trouble> out = new ArrayList<>();
        long after = Long.MIN_VALUE;
        List<SealMapper.Held> held;
        do {
            long from = after;
            held = transaction.execute(t -> {
                List<SealMapper.Held> page = mapper.heldAfter(table.table(), from, AT_ONCE);
                if (!page.isEmpty()) {
                    rows(table, page, out);
                }
                return page;
            });
            after = held.isEmpty() ? after : held.get(held.size() - 1).owner();
        } while (held.size() == AT_ONCE);
        unsealed(table, out);
        return out;
    }

    private void rows(SealedTable table, List<SealMapper.Held> held, List<Trouble> out) {
        Map<Long, String> now =
                rows.hashes(table, held.stream().map(SealMapper.Held::owner).toList(), false);
        Map<Long, Set<SealLine>> told =
                mapper
                        .entries(
                                Seals.ACTION,
                                held.stream()
                                        .map(SealMapper.Held::sequence)
                                        .distinct()
                                        .toList())
                        .stream()
                        .collect(Collectors.toMap(
                                SealMapper.Told::sequence, e -> new HashSet<>(SealLine.read(e.afterState()))));
        for (SealMapper.Held h : held) {
            String is = now.get(h.owner());
            SealLine line = new SealLine(new SealedSet(table.table(), h.owner()), h.sha256());
            if (!told.getOrDefault(h.sequence(), Set.of()).contains(line)) {
                out.add(trouble(
                        table,
                        h.owner(),
                        Texts.stored(
                                "stored.sealCheck.entryOfTheAuditTrail",
                                "table",
                                CurrentLanguage.inEnglish(table::words),
                                "sequence",
                                h.sequence())));
            } else if (!is.equals(h.sha256())) {
                out.add(trouble(table, h.owner(), differs(table, h, is)));
            }
        }
    }

    private static String differs(SealedTable table, SealMapper.Held h, String is) {
        if (is.isEmpty()) {
            return Texts.stored(
                    "stored.sealCheck.removedRecordedInEntryOf",
                    "table",
                    CurrentLanguage.inEnglish(table::words),
                    "sequence",
                    h.sequence());
        }
        return Texts.stored(
                "stored.sealCheck.ofTheAuditTrail",
                "more",
                h.sha256().isEmpty(),
                "sequence",
                h.sequence(),
                "table",
                CurrentLanguage.inEnglish(table::words));
    }

    private void unsealed(SealedTable table, List<Trouble> out) {
        long after = Long.MIN_VALUE;
        List<Long> owners;
        do {
            owners = mapper.unsealed(table.table(), table.owner(), after, AT_ONCE);
            for (long owner : owners) {
                out.add(trouble(
                        table,
                        owner,
                        Texts.stored(
                                "stored.sealCheck.addedWithoutAnEntryIn",
                                "table",
                                CurrentLanguage.inEnglish(table::words))));
                after = owner;
            }
        } while (owners.size() == AT_ONCE);
    }

    /** From each entry that seals to what is noted: the newest one that tells of something is the one that is noted. */
    private void trail(List<Trouble> out) {
        Set<SealedSet> named = new HashSet<>();
        long after = 0;
        List<SealMapper.Told> page;
        do {
            page = mapper.told(Seals.ACTION, after, AT_ONCE);
            Map<SealedSet, Long> newest = new LinkedHashMap<>();
            for (SealMapper.Told entry : page) {
                SealLine.read(entry.afterState()).forEach(l -> newest.put(l.set(), entry.sequence()));
                after = entry.sequence();
            }
            newest.keySet().stream()
                    .filter(s -> rows.table(s.table()) != null)
                    .collect(Collectors.groupingBy(SealedSet::table, TreeMap::new, Collectors.toList()))
                    .forEach((name, sets) -> noted(name, sets, newest, named, out));
        } while (page.size() == AT_ONCE);
    }

    private void noted(
            String name, List<SealedSet> sets, Map<SealedSet, Long> newest, Set<SealedSet> named, List<Trouble> out) {
        SealedTable table = rows.table(name);
        Map<Long, Long> noted = mapper
                .held(name, sets.stream().map(SealedSet::owner).toList())
                .stream()
                .collect(Collectors.toMap(SealMapper.Held::owner, SealMapper.Held::sequence));
        for (SealedSet s : sets) {
            long entry = newest.get(s);
            if (noted.getOrDefault(s.owner(), -1L) < entry && named.add(s)) {
                out.add(trouble(
                        table,
                        s.owner(),
                        Texts.stored(
                                "stored.sealCheck.entryOfTheAuditTrail2",
                                "entry",
                                entry,
                                "table",
                                CurrentLanguage.inEnglish(table::words))));
            }
        }
    }

    /** What was changed past the application, and then by it: the trail keeps that for good. */
    private void strange(List<Trouble> out) {
        long after = 0;
        List<SealMapper.Told> page;
        do {
            page = mapper.told(Seals.STRANGE, after, AT_ONCE);
            for (SealMapper.Told entry : page) {
                after = entry.sequence();
                entry.afterState()
                        .lines()
                        .map(line -> line.split(" "))
                        .filter(part -> part.length == 2 && rows.table(part[0]) != null)
                        .forEach(part -> out.add(trouble(
                                rows.table(part[0]),
                                Long.parseLong(part[1]),
                                Texts.stored(
                                        "stored.sealCheck.changedOutsidePelerinBeforeEntry",
                                        "sequence",
                                        entry.sequence(),
                                        "table",
                                        rows.table(part[0]).words()))));
            }
        } while (page.size() == AT_ONCE);
    }

    /** Sealing begins once: who begins it anew has taken the seals away before. */
    private void begunOnce(List<Trouble> out) {
        Map<String, Integer> times = new HashMap<>();
        long after = 0;
        List<SealMapper.Told> page;
        do {
            page = mapper.told(FirstSeals.BEGUN, after, AT_ONCE);
            for (SealMapper.Told entry : page) {
                entry.afterState().lines().forEach(table -> times.merge(table, 1, Integer::sum));
                after = entry.sequence();
            }
        } while (page.size() == AT_ONCE);
        times.forEach((table, n) -> {
            if (n > 1) {
                out.add(new Trouble(table, 0, Texts.stored("stored.sealCheck.sealingWasBegunTimesIts", "n", n)));
            }
        });
    }

    private static Trouble trouble(SealedTable table, long owner, String words) {
        return new Trouble(table.subject() + " " + owner, table.subject().equals("mission") ? owner : 0, words);
    }
}
