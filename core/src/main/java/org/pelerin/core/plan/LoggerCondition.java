package org.pelerin.core.plan;

import java.time.Duration;
import java.util.List;
import org.pelerin.core.model.Firmware;

/**
 * What preflight needs to know of the logger in hand.
 *
 * @param firmware its version
 * @param battery share of the capacity left, 0…1
 * @param running whether it records or waits for its start
 * @param uncollected records in memory that nobody has collected
 * @param clockOffset its clock minus the reference
 * @param live last reading a channel, NaN where it reads open
 */
public record LoggerCondition(
        Firmware firmware,
        double battery,
        boolean running,
        long uncollected,
        Duration clockOffset,
        List<Double> live) {}
