package org.pelerin.yard.world;

import java.time.DayOfWeek;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;

/** A packing line in two shifts, the late one with half the machines, with breaks; its noise. */
final class PackingLine implements Installation {

    private static final ZoneId ZONE = ZoneId.of("Europe/Paris");
    private static final double QUIET = 48;
    private static final double BREAK = 64;
    private static final double EARLY = 81;
    private static final double LATE = 76;

    /** What a damaged bearing adds, in dB. */
    private static final double BEARING = 13;

    private final Surroundings surroundings;
    private final Spot spot;
    private final List<Incident> incidents;

    PackingLine(Surroundings surroundings, Spot spot, List<Incident> incidents) {
        this.surroundings = surroundings;
        this.spot = spot;
        this.incidents = incidents;
    }

    @Override
    public double noise(Instant at) {
        double v = usual(at.atZone(ZONE)) + 1.5 * surroundings.drift(spot, 95, at.toEpochMilli() / 900_000.0);
        for (Incident i : incidents) {
            v += BEARING * i.share(at, Incident.Kind.BEARING_FAILS);
        }
        return v;
    }

    private static double usual(ZonedDateTime local) {
        int minute = local.getHour() * 60 + local.getMinute();
        if (local.getDayOfWeek() == DayOfWeek.SATURDAY
                || local.getDayOfWeek() == DayOfWeek.SUNDAY
                || minute < 360
                || minute >= 1320) {
            return QUIET;
        }
        boolean resting =
                minute >= 540 && minute < 555 || minute >= 720 && minute < 750 || minute >= 1080 && minute < 1110;
        return resting ? BREAK : minute < 840 ? EARLY : LATE;
    }
}
