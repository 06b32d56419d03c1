package org.pelerin.yard.world;

import java.time.Instant;

/** Something that goes wrong at a spot for a while. */
public record Incident(String spot, Kind kind, Instant start, Instant end) {

    public enum Kind {
        /** Cooling fails: a slow drift to the temperature outside, and a slower way back. */
        COMPRESSOR_FAILURE(180, 60),
        /** A door stays open: quick both ways. */
        DOOR_OPEN(35, 20),
        /** The voltage of phase 2 falls to three fifths for as long as it lasts. */
        VOLTAGE_DIP(0, 0),
        /** All voltages rise by a fifth for as long as it lasts. */
        VOLTAGE_SWELL(0, 0),
        /** A large motor starts: six times its current, falling over two seconds. */
        MOTOR_START(0, 0);

        private final double rise;
        private final double fall;

        /** Whether it is about the mains, and changes no temperature. */
        boolean mains() {
            return rise == 0;
        }

        Kind(double riseMinutes, double fallMinutes) {
            this.rise = riseMinutes;
            this.fall = fallMinutes;
        }
    }

    /** Share of the way from inside to outside temperature, 0…1. */
    double share(Instant at) {
        double sinceStart = minutes(start, at);
        if (sinceStart <= 0 || kind.mains()) {
            return 0;
        }
        double length = minutes(start, end);
        double reached = 1 - Math.exp(-Math.min(sinceStart, length) / kind.rise);
        return sinceStart <= length ? reached : reached * Math.exp(-(sinceStart - length) / kind.fall);
    }

    private static double minutes(Instant from, Instant to) {
        return (to.toEpochMilli() - from.toEpochMilli()) / 60_000.0;
    }
}
