package org.pelerin.app.evidence;

import java.time.Clock;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.core.evidence.AuditChain;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Checks the chain of the audit trail: that it begins at its beginning, that each entry is what its hash says and follows the one before, that it
 * ends where its head says, and that it still holds what was its head when it was checked before, and what is known of it outside the database.
 * Each check is kept, so that a chain that is cut at its end and continued is found.
 */
@Service
public class AuditVerification {

    private final AuditMapper entries;
    private final AuditTrail trail;
    private final ObjectProvider<TrailWitness> witness;
    private final TransactionTemplate transaction;
    private final Clock clock;

    AuditVerification(
            AuditMapper entries,
            AuditTrail trail,
            ObjectProvider<TrailWitness> witness,
            TransactionTemplate transaction,
            Clock clock) {
        this.witness = witness;
        this.transaction = transaction;
        this.entries = entries;
        this.trail = trail;
        this.clock = clock;
    }

    /** The latest check; empty before the first. */
    public Optional<AuditCheck> latest() {
        return Optional.ofNullable(entries.latestCheck());
    }

    /** The newest entry, by which a trail that is cut at its end is found; its hash is reckoned from its fields. */
    public record Head(long sequence, String hash) {}

    public Head newest() {
        long sequence = entries.head().sequence();
        return new Head(
                sequence,
                sequence == 0
                        ? AuditChain.GENESIS
                        : AuditChain.hash(entries.bySequence(sequence).entry()));
    }

    /** The newest entry by the word of the head; without reading it. */
    public Head head() {
        AuditMapper.Head head = entries.head();
        return new Head(head.sequence(), head.hash());
    }

    /** In no transaction of its own: what comes meanwhile must be seen, lest a head from outside be taken for one that is not there any more. */
    public AuditCheck check(String by) {
        AuditMapper.Head head = entries.head();
        AuditCheck out =
                new AuditCheck(clock.instant(), by, entries.count(), head.sequence(), head.hash(), trouble(head));
        transaction.executeWithoutResult(t -> entries.keepCheck(out));
        witness.ifAvailable(TrailWitness::takeDown);
        return out;
    }

    private String trouble(AuditMapper.Head head) {
        for (AuditCheck earlier : entries.checks()) {
            String now = entries.hashOf(earlier.headSequence());
            if (earlier.headSequence() > 0 && !earlier.headHash().equals(now)) {
                return Texts.stored(
                        "stored.auditVerification.entryIsTheTrailWas",
                        "headSequence",
                        earlier.headSequence(),
                        "now",
                        now == null);
            }
        }
        AuditMapper.Stored first = entries.first();
        if (first != null && (first.sequence() != 1 || !first.previous().equals(AuditChain.GENESIS))) {
            return Texts.stored("stored.auditVerification.theTrailBeginsWithEntry", "sequence", first.sequence());
        }
        long broken = trail.firstBroken();
        if (broken > 0) {
            return Texts.stored("stored.auditVerification.entryWasChangedOrThe", "broken", broken);
        }
        // entries may have come since the head was read; what it names has to be there
        String stored = head.sequence() == 0 ? AuditChain.GENESIS : entries.hashOf(head.sequence());
        if (!head.hash().equals(stored)) {
            return Texts.stored("stored.auditVerification.theTrailEndsBeforeEntry", "sequence", head.sequence());
        }
        return witness.stream()
                .flatMap(w -> w.disagreement().stream())
                .findFirst()
                .map(Length.AUDIT_TROUBLE::cut)
                .orElse("");
    }
}
