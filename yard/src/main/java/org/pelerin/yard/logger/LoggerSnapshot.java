package org.pelerin.yard.logger;

import java.util.List;

/**
 * Everything about a simulated logger but its flash, as it is kept on disk. Times in ms; device times where so named.
 *
 * @param missionNumber of the newest mission that it has or had
 * @param lifetimeSamples of missions that were erased
 * @param missions in memory, oldest first
 */
public record LoggerSnapshot(
        String serial,
        String model,
        int firmwareMajor,
        int firmwareMinor,
        double ppm,
        long clockSetWorld,
        long clockSetDevice,
        double usedCharge,
        long drainedUntilWorld,
        boolean sensorOpen,
        String pin,
        int missionNumber,
        long lifetimeMissions,
        long lifetimeSamples,
        List<MissionSnapshot> missions) {

    public LoggerSnapshot {
        if (missions == null) {
            throw new IllegalArgumentException(
                    serial + " was stored by an earlier version; begin a new world, in the demo with --fresh");
        }
        missions = List.copyOf(missions);
    }

    /**
     * A mission.
     *
     * @param ends entries of each table of its memory
     * @param scans of the record that is not complete yet; null where it does not scan
     * @param secondScans of the record of the second table; null without one
     * @param changesUntilDevice until when its contacts were followed
     * @param ticksSetWorld of the clock that it counts by, with {@code ticksSetDevice}
     * @param mains until when each phase was followed; null where there is none
     */
    public record MissionSnapshot(
            int number,
            String state,
            String planBase64,
            long writtenAtDevice,
            Long startAtDevice,
            Long firstSampleDevice,
            Long nextWatchDevice,
            List<Long> ends,
            List<Long> scans,
            List<Long> secondScans,
            long changesUntilDevice,
            long ticksSetWorld,
            long ticksSetDevice,
            List<Long> mains,
            List<String> events,
            List<String> alarms) {}
}
