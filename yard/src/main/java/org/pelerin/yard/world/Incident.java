package org.pelerin.yard.world;

import java.time.Instant;

/** Something that goes wrong at a spot for a while. */
public record Incident(String spot, Kind kind, Instant start, Instant end) {

    /** What it changes. */
    private enum About {
        CLIMATE,
        MAINS,
        INSTALLATION
    }

    public enum Kind {
        /** Cooling fails: a slow drift to the temperature outside, and a slower way back. */
        COMPRESSOR_FAILURE(About.CLIMATE, 180, 60),
        /** A door stays open: quick both ways. */
        DOOR_OPEN(About.CLIMATE, 35, 20),
        /** The voltage of phase 2 falls to three fifths for as long as it lasts. */
        VOLTAGE_DIP(About.MAINS, 0, 0),
        /** All voltages rise by a fifth for as long as it lasts. */
        VOLTAGE_SWELL(About.MAINS, 0, 0),
        /** All voltages fall by an eighth for as long as it lasts: a transformer on the wrong tap. */
        UNDERVOLTAGE(About.MAINS, 0, 0),
        /** A large motor starts: six times its current, falling over two seconds. */
        MOTOR_START(About.MAINS, 0, 0),
        /** The plates of a pasteuriser become too hot. */
        STEAM_VALVE_STICKS(About.INSTALLATION, 6, 8),
        /** Water runs away underground. */
        PIPE_BREAKS(About.INSTALLATION, 3, 1),
        /** A machine becomes loud. */
        BEARING_FAILS(About.INSTALLATION, 12, 2);

        private final About about;
        private final double rise;
        private final double fall;

        Kind(About about, double riseMinutes, double fallMinutes) {
            this.about = about;
            this.rise = riseMinutes;
            this.fall = fallMinutes;
        }

        boolean mains() {
            return about == About.MAINS;
        }
    }

    /** Share of the way from inside to outside temperature, 0…1. */
    double share(Instant at) {
        return kind.about == About.CLIMATE ? share(at, kind) : 0;
    }

    /** How far it has gone, 0…1, where it is of a kind. */
    double share(Instant at, Kind wanted) {
        double sinceStart = minutes(start, at);
        if (kind != wanted || sinceStart <= 0) {
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
