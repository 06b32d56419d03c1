package org.pelerin.app.fleet.attention;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.missions.MissionState;

/** Loggers to try rules on. */
public final class OverviewSample {

    private OverviewSample() {}

    /** One that is in the dock if it is connected, with nothing known of alarms, losses and silences. */
    public static LoggerOverview of(
            long loggerId,
            String serial,
            String model,
            Duration clockOffset,
            Instant seenAt,
            Long missionId,
            MissionState state,
            Instant writtenAt,
            Instant startsAt,
            Instant endsAt,
            boolean plannedEnd,
            Instant batteryEndsAt,
            Instant collectedAt,
            Long spotId,
            String spot,
            String site,
            Instant placedAt,
            Integer collectDays,
            Instant readAt,
            Instant calibrationDue,
            boolean retired,
            boolean connected,
            boolean alarmed,
            List<Need> needs) {
        return new LoggerOverview(
                new LoggerOverview.Device(loggerId, serial, model, clockOffset, seenAt, retired, false),
                new LoggerOverview.Run(
                        missionId, state, writtenAt, startsAt, endsAt, plannedEnd, batteryEndsAt, collectedAt, null),
                new LoggerOverview.Stay(spotId, null, spot, site, placedAt, null, "", collectDays),
                new LoggerOverview.Link(connected, connected, alarmed, null, null),
                readAt,
                calibrationDue,
                needs);
    }
}
