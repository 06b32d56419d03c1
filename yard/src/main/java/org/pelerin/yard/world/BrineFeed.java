package org.pelerin.yard.world;

import java.time.Instant;

/** Brine that a pump sends round by turns: pressure and temperature by transmitters, the pump by its contact. */
final class BrineFeed implements Installation {

    private static final int PUMP = 2;
    private static final double TURN = 50;

    private final Surroundings surroundings;
    private final Spot spot;

    BrineFeed(Surroundings surroundings, Spot spot) {
        this.surroundings = surroundings;
        this.spot = spot;
    }

    private boolean pumping(Instant at) {
        double minute = at.toEpochMilli() / 60_000.0;
        return Math.floorMod((long) minute, (long) TURN) < 20 + 8 * surroundings.working(at);
    }

    /** Transmitters for 0 to 10 bar and for −50 to 150 °C. */
    @Override
    public double current(int channel, Instant at) {
        double slow = surroundings.drift(spot, 87 + channel, at.toEpochMilli() / 1_800_000.0);
        return switch (channel) {
            case 0 -> 4 + 1.6 * ((pumping(at) ? 2.6 : 0.4) + 0.1 * slow);
            case 1 -> 4 + 16 * (12.4 + 0.6 * slow + 50) / 200;
            default -> Double.NaN;
        };
    }

    @Override
    public double contact(int channel, Instant at) {
        return channel == PUMP ? pumping(at) ? 1 : 0 : Double.NaN;
    }
}
