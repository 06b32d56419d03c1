package org.pelerin.yard.logger;

import java.time.Instant;

/** A primary cell: charge goes out of it, none comes back but with another. */
final class Battery {

    private static final double MILLIS_PER_HOUR = 3_600_000;

    /** Share of the charge below which a logger notes that its battery is low. */
    private static final double LOW = 0.15;

    private final double capacity;
    private double used;
    private long drainedUntil;

    /**
     * @param capacity in mAh
     * @param used in mAh
     * @param drainedUntil world time (ms) until which the standing load is accounted for
     */
    Battery(double capacity, double used, long drainedUntil) {
        this.capacity = capacity;
        this.used = used;
        this.drainedUntil = drainedUntil;
    }

    /** Accounts for a standing load in mA until an instant. */
    void drain(double load, Instant world) {
        long until = world.toEpochMilli();
        if (until > drainedUntil) {
            used += load * (until - drainedUntil) / MILLIS_PER_HOUR;
            drainedUntil = until;
        }
    }

    void spend(double milliampereHours) {
        used += milliampereHours;
    }

    void flatten() {
        used = capacity;
    }

    /** A fresh one is put in. */
    void renew() {
        used = 0;
    }

    boolean flat() {
        return used >= capacity;
    }

    boolean low() {
        return left() < LOW;
    }

    /** Share of the charge that is left, 0…1. */
    double left() {
        return Math.max(0, 1 - used / capacity);
    }

    double used() {
        return used;
    }

    long drainedUntil() {
        return drainedUntil;
    }
}
