package org.pelerin.yard.logger;

import java.time.Instant;

/**
 * A quartz that runs fast or slow.
 *
 * @param setWorld when it was set, in world time (ms)
 * @param setDevice what it was set to (ms)
 * @param ppm how fast it runs, in parts per million
 */
record DriftingClock(long setWorld, long setDevice, double ppm) {

    long device(Instant world) {
        long since = world.toEpochMilli() - setWorld;
        return setDevice + since + Math.round(since * ppm / 1e6);
    }

    Instant world(long device) {
        long since = device - setDevice;
        return Instant.ofEpochMilli(setWorld + Math.round(since / (1 + ppm / 1e6)));
    }

    DriftingClock jumped(Instant world, long millis) {
        return set(world, Instant.ofEpochMilli(device(world) + millis));
    }

    DriftingClock set(Instant world, Instant device) {
        return new DriftingClock(world.toEpochMilli(), device.toEpochMilli(), ppm);
    }
}
