package org.pelerin.app.platform.work;

import java.time.Duration;

/**
 * A kind of work that takes longer than a request: a room that has some makes a bean of it and orders it with {@link WorkOrders}. It may be
 * begun again after a break, by another process too, and goes on with what the one before has committed.
 */
public interface LongWork {

    /** As {@code work.kind} has it; no other has the same. */
    String kind();

    /** How many of it one process does at the same time. */
    int atOnce();

    /** How long it may commit nothing: what hangs longer loses its claim, and is tried again. */
    default Duration longestSilence() {
        return Duration.ofMinutes(30);
    }

    /**
     * Whether it could go on now, asked before it is claimed.
     *
     * @param awaited what {@link Claim#await} named; empty for nothing
     */
    default boolean ready(long id, String awaited) {
        return true;
    }

    /**
     * Does it, or a part of it. Every transaction that it commits is checked against the claim; the last one ends the claim with
     * {@link Claim#finish}, {@link Claim#again} or {@link Claim#await}. What it throws has it tried again, later each time.
     *
     * @throws ClaimLostException from any transaction, once another process has taken it over; nothing was committed then
     */
    void run(long id, Claim claim) throws Exception;
}
