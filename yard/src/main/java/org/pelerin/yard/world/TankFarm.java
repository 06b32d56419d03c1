package org.pelerin.yard.world;

import java.time.Instant;

/** A tank with its feed pump, its glycol and the steam of the boiler beside it. */
final class TankFarm implements Installation {

    private static final int FEED = 1;
    private static final int GLYCOL_FLOW = 2;
    private static final int GLYCOL_RETURN = 3;
    private static final int STEAM = 4;

    private final Surroundings surroundings;
    private final Spot spot;

    TankFarm(Surroundings surroundings, Spot spot) {
        this.surroundings = surroundings;
        this.spot = spot;
    }

    @Override
    public double temperature(int channel, Instant at) {
        double working = surroundings.working(at);
        return switch (channel) {
            case GLYCOL_FLOW -> -1.6 + 0.5 * slow(83, at);
            case GLYCOL_RETURN -> 0.4 + 2.2 * working + 0.6 * slow(84, at);
            case STEAM -> 96 + 47 * working + 2 * slow(85, at);
            default -> Double.NaN;
        };
    }

    /** Of a transmitter for 0 to 10 bar. */
    @Override
    public double current(int channel, Instant at) {
        double bar = 0.3 + 3.1 * surroundings.working(at) + 0.3 * slow(86, at);
        return channel == FEED ? 4 + 1.6 * bar : Double.NaN;
    }

    private double slow(int stream, Instant at) {
        return surroundings.drift(spot, stream, at.toEpochMilli() / 1_800_000.0);
    }
}
