package org.pelerin.yard.logger;

import java.util.List;

/** Everything about a simulated logger but its flash, as it is kept on disk. Times in ms; device times where so named. */
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
        String state,
        String planBase64,
        int mission,
        long writtenAtDevice,
        Long startAtDevice,
        Long firstSampleDevice,
        Long nextWatchDevice,
        String pin,
        long endRecord,
        List<String> events,
        List<String> alarms,
        long lifetimeMissions,
        long lifetimeSamples) {}
