package org.pelerin.yard.world;

import java.time.Duration;
import java.time.Instant;
import java.util.List;

/**
 * What is done at a spot, beyond its climate: what the inputs of a logger there meet. NaN where it says nothing of an input, and the
 * spot's climate or a plain signal is met.
 */
interface Installation {

    /** In °C, of the probe at a channel. */
    default double temperature(int channel, Instant at) {
        return Double.NaN;
    }

    /** In mA, of the transmitter at a channel. */
    default double current(int channel, Instant at) {
        return Double.NaN;
    }

    /** Pulses at a channel within a time up to an instant. */
    default double pulses(int channel, Duration since, Instant at) {
        return Double.NaN;
    }

    /** Whether the contact at a channel is closed, 1 or 0. */
    default double contact(int channel, Instant at) {
        return Double.NaN;
    }

    /** Mean level in dB, A-weighted. */
    default double noise(Instant at) {
        return Double.NaN;
    }

    /** What there is at a spot. */
    static Installation at(Spot spot, Surroundings surroundings, List<Incident> incidents) {
        return switch (spot.key()) {
            case "lirran-heat" -> new Pasteuriser(surroundings, spot, incidents);
            case "lirran-tank-feed" -> new TankFarm(surroundings, spot);
            case "lirran-brine" -> new BrineFeed(surroundings, spot);
            case "orsel-meter" -> new WaterMeters(surroundings, spot, incidents);
            case "tessel-line" -> new PackingLine(surroundings, spot, incidents);
            default -> new Installation() {};
        };
    }
}
