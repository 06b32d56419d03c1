package org.pelerin.app.missions;

import java.time.Instant;

/** A mission as its row and those of logger, spot and site tell it. */
record MissionRow(
        long id,
        long loggerId,
        String serial,
        String model,
        Integer deviceNumber,
        MissionState state,
        String planName,
        int planVersion,
        String settings,
        Long spotId,
        String spot,
        String site,
        String zone,
        Instant writtenAt,
        String writtenBy,
        Instant startsAt,
        Instant endsAt,
        Instant batteryEndsAt,
        Instant collectedAt,
        String collectedBy,
        Instant erasedAt,
        Instant firstAt,
        Instant lastAt,
        Long expected,
        Long received,
        boolean clockCorrected,
        String verdict,
        boolean withoutLimits,
        String remark,
        SignedAs signedAs) {

    Mission mission() {
        return new Mission(
                id,
                new Mission.Device(loggerId, serial, model, deviceNumber),
                state,
                new Mission.Copy(planName, planVersion, settings),
                new Mission.Place(spotId, spot, site, zone),
                new Mission.Course(writtenAt, writtenBy, startsAt, endsAt, batteryEndsAt),
                new Mission.Records(
                        collectedAt,
                        collectedBy,
                        erasedAt,
                        firstAt,
                        lastAt,
                        expected,
                        received,
                        clockCorrected,
                        verdict,
                        withoutLimits,
                        signedAs),
                remark);
    }
}
