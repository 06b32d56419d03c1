package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.pelerin.core.mains.PhaseCheck;
import org.pelerin.core.model.Firmware;

/**
 * What preflight needs to know of the logger in hand.
 *
 * @param firmware its version
 * @param battery share of the capacity left, 0…1
 * @param running whether it records or waits for its start
 * @param uncollected records in memory that are not home
 * @param unclosed whether it holds a mission that has not been collected to its end, even if all its records are home
 * @param clockOffset its clock minus the reference
 * @param live what each channel reads, as the plan has it; empty where that cannot be told
 * @param pinSet whether it asks for a PIN before it is changed
 * @param phases how its leads and loops sit; null where that cannot be told
 * @param calibrationDue when the calibration of a channel lapses, by index; channels that were never calibrated are not there
 */
public record LoggerCondition(
        Firmware firmware,
        double battery,
        boolean running,
        long uncollected,
        boolean unclosed,
        Duration clockOffset,
        List<Reading> live,
        boolean pinSet,
        PhaseCheck phases,
        Map<Integer, Instant> calibrationDue) {

    public LoggerCondition(
            Firmware firmware,
            double battery,
            boolean running,
            long uncollected,
            Duration clockOffset,
            List<Reading> live,
            boolean pinSet,
            PhaseCheck phases,
            Map<Integer, Instant> calibrationDue) {
        this(
                firmware,
                battery,
                running,
                uncollected,
                uncollected > 0,
                clockOffset,
                live,
                pinSet,
                phases,
                calibrationDue);
    }

    public LoggerCondition(
            Firmware firmware,
            double battery,
            boolean running,
            long uncollected,
            Duration clockOffset,
            List<Reading> live) {
        this(firmware, battery, running, uncollected, clockOffset, live, false, null, Map.of());
    }
}
