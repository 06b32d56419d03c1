package org.pelerin.app.evidence;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.evidence.AuditChain;
import org.pelerin.core.evidence.AuditEntry;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The append-only trail of changes; an entry is written in the transaction of the change it tells of, or not at all. */
@Service
@RetriedOnDeadlock
public class AuditTrail {

    private static final int PAGE = 500;

    private final AuditMapper entries;
    private final Clock clock;

    private static final int LONGEST_SUBJECT = 200;

    AuditTrail(AuditMapper entries, Clock clock) {
        this.entries = entries;
        this.clock = clock;
    }

    @Transactional(propagation = Propagation.REQUIRED)
    public void record(String who, String action, String subject, String before, String after) {
        record(who, action, subject, before, after, "");
    }

    /** @return the entry's number */
    @Transactional(propagation = Propagation.REQUIRED)
    public long record(String who, String action, String subject, String before, String after, String reason) {
        String named = subject.length() > LONGEST_SUBJECT ? subject.substring(0, LONGEST_SUBJECT - 1) + "…" : subject;
        AuditMapper.Head head = entries.lockHead();
        AuditEntry entry = new AuditEntry(
                head.sequence() + 1, clock.instant(), who, action, named, before, after, reason, head.hash());
        String hash = AuditChain.hash(entry);
        entries.insert(entry, hash);
        entries.moveHead(entry.sequence(), hash);
        return entry.sequence();
    }

    /** No other transaction writes an entry until this one ends. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void lock() {
        entries.lockHead();
    }

    /** The number of the newest entry: it grows with every change. */
    public long newest() {
        return entries.newest();
    }

    /** The hash of an entry; empty where there is none of that number. */
    public Optional<String> hash(long sequence) {
        return Optional.ofNullable(entries.hashOf(sequence));
    }

    /** The hashes of entries by their numbers; of those that are there. */
    public Map<Long, String> hashes(List<Long> sequences) {
        return sequences.isEmpty()
                ? Map.of()
                : entries.heads(sequences).stream()
                        .collect(Collectors.toMap(AuditMapper.Head::sequence, AuditMapper.Head::hash));
    }

    /** An entry with the hash that it bears. */
    public record Told(AuditEntry entry, String hash) {}

    /** What was done to something with the hashes, the oldest first. */
    public List<Told> told(String subject) {
        List<Told> out = new ArrayList<>(entries.of(subject, Integer.MAX_VALUE).stream()
                .map(s -> new Told(s.entry(), s.hash()))
                .toList());
        Collections.reverse(out);
        return out;
    }

    /** All that was done to something, the newest first. */
    public List<AuditEntry> latest(String subject, int limit) {
        return entries.of(subject, limit).stream()
                .map(AuditMapper.Stored::entry)
                .toList();
    }

    /** What was done to something, the newest first. */
    public List<AuditEntry> latest(String subject, List<String> actions, int limit) {
        return entries.latest(subject, actions, limit).stream()
                .map(AuditMapper.Stored::entry)
                .toList();
    }

    /** Recomputes the whole chain; returns the sequence number of the first entry that does not fit, or 0. */
    public long firstBroken() {
        List<AuditEntry> chunk = new ArrayList<>();
        List<String> hashes = new ArrayList<>();
        long after = 0;
        while (true) {
            List<AuditMapper.Stored> page = entries.page(after, PAGE);
            page.forEach(s -> {
                chunk.add(s.entry());
                hashes.add(s.hash());
            });
            int broken = AuditChain.firstBroken(chunk, hashes);
            if (broken >= 0) {
                return chunk.get(broken).sequence();
            }
            if (page.size() < PAGE) {
                return 0;
            }
            after = page.get(page.size() - 1).sequence();
            // the last entry of a chunk is the first of the next, so that the link between them is checked too
            keepLast(chunk);
            keepLast(hashes);
        }
    }

    private static <T> void keepLast(List<T> list) {
        list.subList(0, list.size() - 1).clear();
    }
}
