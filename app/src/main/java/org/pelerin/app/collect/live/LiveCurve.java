package org.pelerin.app.collect.live;

import java.time.Duration;
import java.util.List;

/**
 * What was kept so far of one channel.
 *
 * @param every time between readings
 * @param values in order, NaN where one was missed
 */
public record LiveCurve(String channel, String unit, Duration every, List<Double> values) {}
