package org.pelerin.yard.logger;

import java.util.List;

/**
 * Everything about a simulated logger but its flash, as it is kept on disk. Times in ms; device times where so named.
 *
 * @param mission null while it has none
 * @param missionNumber of the mission it has or last had
 * @param lifetimeSamples of missions before the one it has
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
        MissionSnapshot mission) {

    /**
     * A mission.
     *
     * @param ends entries of each table of its memory
     * @param scans of the record that is not complete yet; null where it does not scan
     * @param secondScans of the record of the second table; null without one
     * @param changesUntilDevice until when its contacts were followed
     * @param mains until when each phase was followed; null where there is none
     */
    public record MissionSnapshot(
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
            List<Long> mains,
            List<String> events,
            List<String> alarms) {}
}
