package org.pelerin.yard.world;

import java.time.Instant;
import java.util.List;

/**
 * A plate pasteuriser, working days in two batches: milk is warmed by the milk that leaves, heated with hot water, held, and cooled. In
 * between the plates take on the temperature of the hall.
 */
final class Pasteuriser implements Installation {

    /** °C along its way while it runs, plate by plate: from milk in over the holding tube to milk out. */
    private static final double[] ALONG = {6.5, 31, 54, 65, 73.8, 73.5, 73.1, 78, 46, 21, 5.2, 4.1};

    /** Plates that the steam valve heats. */
    private static final int FIRST_HEATED = 4;

    private static final int LAST_HEATED = 7;

    private static final double OVERHEATED = 7.5;
    private static final double[][] BATCHES = {{270, 480}, {570, 750}};
    private static final double RISE = 5;
    private static final double FALL = 45;

    private final Surroundings surroundings;
    private final Spot spot;
    private final List<Incident> incidents;

    Pasteuriser(Surroundings surroundings, Spot spot, List<Incident> incidents) {
        this.surroundings = surroundings;
        this.spot = spot;
        this.incidents = incidents;
    }

    @Override
    public double temperature(int channel, Instant at) {
        if (channel >= ALONG.length) {
            return Double.NaN;
        }
        double hall = surroundings.temperature(spot, incidents, at);
        double running = running(at);
        double held = 0.3 * surroundings.drift(spot, 80 + channel, at.toEpochMilli() / 360_000.0);
        double more = 0;
        if (channel >= FIRST_HEATED && channel <= LAST_HEATED) {
            for (Incident i : incidents) {
                more = Math.max(more, i.share(at, Incident.Kind.STEAM_VALVE_STICKS));
            }
        }
        return hall + (ALONG[channel] + held + OVERHEATED * more - hall) * running;
    }

    /** How far it is warm, 0…1: within minutes of a batch's beginning, and for an hour or two after its end. */
    private static double running(Instant at) {
        double minute = at.toEpochMilli() / 60_000.0;
        double share = 0;
        for (long day = Math.floorDiv((long) minute, 1440L) - 1; day * 1440 <= minute; day++) {
            if (Surroundings.sunday(day)) {
                continue;
            }
            for (double[] batch : BATCHES) {
                double since = minute - day * 1440 - batch[0];
                double length = batch[1] - batch[0];
                if (since > 0) {
                    double reached = 1 - Math.exp(-Math.min(since, length) / RISE);
                    share = Math.max(share, since <= length ? reached : reached * Math.exp(-(since - length) / FALL));
                }
            }
        }
        return share;
    }
}
