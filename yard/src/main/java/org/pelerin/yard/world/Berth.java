package org.pelerin.yard.world;

/**
 * Where a logger is: at a spot, or in a port of the dock.
 *
 * @param spot key of the spot; where it is in the dock, the bench's
 * @param port 0 if it is not in the dock
 * @param cable whether the cable of its port is plugged in
 */
public record Berth(String spot, int port, boolean cable) {

    static Berth at(String spot) {
        return new Berth(spot, 0, false);
    }

    static Berth docked(int port) {
        return new Berth(Fleet.BENCH, port, true);
    }

    boolean reachable() {
        return port > 0 && cable;
    }
}
