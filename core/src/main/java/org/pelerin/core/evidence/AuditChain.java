package org.pelerin.core.evidence;

import java.nio.charset.StandardCharsets;
import java.util.List;

/**
 * The hash chain of the audit trail: SHA-256 over the entry's fields in order, each as its UTF-8 bytes preceded by their
 * number in decimal and a colon, so that no two different entries have the same text.
 */
public final class AuditChain {

    public static final String GENESIS = "0".repeat(64);

    private AuditChain() {}

    public static String hash(AuditEntry e) {
        StringBuilder text = new StringBuilder();
        for (String field : List.of(
                Long.toString(e.sequence()),
                Long.toString(e.at().toEpochMilli()),
                e.who(),
                e.action(),
                e.subject(),
                e.before(),
                e.after(),
                e.reason(),
                e.previous())) {
            text.append(field.getBytes(StandardCharsets.UTF_8).length)
                    .append(':')
                    .append(field);
        }
        return Sha256.of(text.toString().getBytes(StandardCharsets.UTF_8));
    }

    /**
     * Checks entries that follow each other.
     *
     * @param hashes what was stored with each
     * @return index of the first that does not fit, or −1
     */
    public static int firstBroken(List<AuditEntry> entries, List<String> hashes) {
        for (int i = 0; i < entries.size(); i++) {
            AuditEntry e = entries.get(i);
            boolean follows = i == 0
                    || e.previous().equals(hashes.get(i - 1))
                            && e.sequence() == entries.get(i - 1).sequence() + 1;
            if (!follows || !hash(e).equals(hashes.get(i))) {
                return i;
            }
        }
        return -1;
    }
}
