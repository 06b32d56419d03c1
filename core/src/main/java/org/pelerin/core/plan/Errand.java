package org.pelerin.core.plan;

import java.time.Instant;
import java.util.List;

/**
 * What a logger is sent out for: where it goes, and when.
 *
 * @param placedAt when it is to be placed, or null
 * @param collectBy when the next collection is planned, or null
 * @param depth at which it will hang, in m of water; null where it stays dry or that is not known
 * @param demands limits that its spot demands
 * @param notWired why channels that read open are left so until it is placed; empty where they must not be
 */
public record Errand(Instant placedAt, Instant collectBy, Double depth, List<Demand> demands, String notWired) {

    public static final Errand NONE = new Errand(null, null, null, List.of());

    public Errand(Instant placedAt, Instant collectBy, Double depth, List<Demand> demands) {
        this(placedAt, collectBy, depth, demands, "");
    }

    /** The same, its sensors being wired only where it is placed. */
    public Errand notWired(String reason) {
        return new Errand(placedAt, collectBy, depth, demands, reason.strip());
    }

    /**
     * Limits that a quantity must be judged by.
     *
     * @param unit of the limits
     * @param low null for none
     * @param high null for none
     */
    public record Demand(String unit, Double low, Double high) {}

    public Errand {
        demands = List.copyOf(demands);
    }

    public static Errand collectedBy(Instant instant) {
        return new Errand(null, instant, null, List.of());
    }
}
