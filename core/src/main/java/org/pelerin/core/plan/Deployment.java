package org.pelerin.core.plan;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;

/**
 * What a logger is sent out for: where it goes, and when.
 *
 * @param placedAt when it is to be placed, or null
 * @param collectBy when the next collection is planned, or null
 * @param depth at which it will hang, in m of water; null where it stays dry or that is not known
 * @param demands limits that its spot demands
 * @param zone whose days and hours are told
 * @param notWired why channels that read open are left so until it is placed; empty where they must not be
 * @param weakBattery why it is written though its battery is as good as empty; empty where it must not be
 * @param others serials of loggers that lie at the spot, or are meant for it
 * @param namesakes serials of loggers at work under the same name
 * @param before the plan whose limits have been in use, so that only those typed since are held against the present reading; null
 *     for none
 */
public record Deployment(
        Instant placedAt,
        Instant collectBy,
        Double depth,
        List<Demand> demands,
        ZoneId zone,
        String notWired,
        String weakBattery,
        List<String> others,
        List<String> namesakes,
        Plan before) {

    public static final Deployment NONE = new Deployment(null, null, null, List.of());

    public Deployment(Instant placedAt, Instant collectBy, Double depth, List<Demand> demands) {
        this(placedAt, collectBy, depth, demands, ZoneOffset.UTC, "", "", List.of(), List.of(), null);
    }

    /** The same, its sensors being wired only where it is placed. */
    public Deployment notWired(String reason) {
        return new Deployment(
                placedAt, collectBy, depth, demands, zone, reason.strip(), weakBattery, others, namesakes, before);
    }

    /** The same, told in another zone. */
    public Deployment in(ZoneId other) {
        return new Deployment(
                placedAt, collectBy, depth, demands, other, notWired, weakBattery, others, namesakes, before);
    }

    /** The same, its battery being as good as empty. */
    public Deployment weakBattery(String reason) {
        return new Deployment(
                placedAt, collectBy, depth, demands, zone, notWired, reason.strip(), others, namesakes, before);
    }

    /** The same beside others. */
    public Deployment beside(List<String> there, List<String> sameName) {
        return new Deployment(
                placedAt, collectBy, depth, demands, zone, notWired, weakBattery, there, sameName, before);
    }

    /** The same with a plan whose limits have been in use. */
    public Deployment after(Plan plan) {
        return new Deployment(
                placedAt, collectBy, depth, demands, zone, notWired, weakBattery, others, namesakes, plan);
    }

    /**
     * Limits that a quantity must be judged by.
     *
     * @param unit of the limits
     * @param low null for none
     * @param high null for none
     */
    public record Demand(String unit, Double low, Double high) {}

    public Deployment {
        demands = List.copyOf(demands);
        others = List.copyOf(others);
        namesakes = List.copyOf(namesakes);
    }

    public static Deployment collectedBy(Instant instant) {
        return new Deployment(null, instant, null, List.of());
    }
}
