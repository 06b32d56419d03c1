package org.pelerin.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class AuditChainTest {

    private static AuditEntry entry(long n, String action, String subject, String previous) {
        return new AuditEntry(n, Instant.ofEpochMilli(1000 + n), "tech", action, subject, "", "x", "", previous);
    }

    private static void append(List<AuditEntry> entries, List<String> hashes, String action) {
        String previous = hashes.isEmpty() ? AuditChain.GENESIS : hashes.get(hashes.size() - 1);
        AuditEntry e = entry(entries.size() + 1, action, "mission 1", previous);
        entries.add(e);
        hashes.add(AuditChain.hash(e));
    }

    @Test
    void sha256_as_in_the_standard() {
        // FIPS 180-4, one-block message sample
        assertThat(Sha256.of("abc".getBytes()))
                .isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
    }

    @Test
    void whatever_is_changed_breaks_the_chain_there() {
        List<AuditEntry> entries = new ArrayList<>();
        List<String> hashes = new ArrayList<>();
        for (String action : List.of("write", "collect", "erase", "write")) {
            append(entries, hashes, action);
        }
        assertThat(AuditChain.firstBroken(entries, hashes)).isEqualTo(-1);
        AuditEntry honest = entries.get(1);
        entries.set(1, entry(2, "collected", "mission 1", honest.previous()));
        assertThat(AuditChain.firstBroken(entries, hashes)).isEqualTo(1);
        entries.set(1, honest);
        entries.remove(2);
        hashes.remove(2);
        assertThat(AuditChain.firstBroken(entries, hashes)).isEqualTo(2);
    }

    @Test
    void moving_letters_between_fields_changes_the_hash() {
        assertThat(AuditChain.hash(entry(1, "write", "mission", AuditChain.GENESIS)))
                .isNotEqualTo(AuditChain.hash(entry(1, "writem", "ission", AuditChain.GENESIS)));
    }
}
