package org.pelerin.core.evidence;

import java.time.Instant;

/**
 * One entry of the append-only trail.
 *
 * @param sequence 1 for the first, without holes
 * @param at when, on the domain clock, to the millisecond
 * @param who account name, or {@code system}
 * @param action what was done, as a short verb phrase
 * @param subject what it was done to
 * @param before the state before, empty if there was none
 * @param after the state after, empty if there is none
 * @param reason why, empty if none was asked for
 * @param previous hash of the entry before; {@link AuditChain#GENESIS} for the first
 */
public record AuditEntry(
        long sequence,
        Instant at,
        String who,
        String action,
        String subject,
        String before,
        String after,
        String reason,
        String previous) {}
