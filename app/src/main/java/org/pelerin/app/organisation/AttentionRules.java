package org.pelerin.app.organisation;

import java.time.Duration;
import org.pelerin.core.series.ClockTolerance;

/**
 * From when on a logger needs attention.
 *
 * @param clock how far its clock may be off
 * @param visitWithin somebody comes by within this time where its spot requires no collection
 * @param startWithin a logger that was written has to have begun within this time
 * @param calibrationAhead how long before it lapses a calibration is due
 * @param seenWithin a logger in the field that was not connected for longer is taken for lost
 */
public record AttentionRules(
        ClockTolerance clock,
        Duration visitWithin,
        Duration startWithin,
        Duration calibrationAhead,
        Duration seenWithin) {

    public static final AttentionRules DEFAULT = new AttentionRules(
            ClockTolerance.DEFAULT,
            Duration.ofDays(7),
            Duration.ofHours(24),
            Duration.ofDays(30),
            Duration.ofDays(180));
}
