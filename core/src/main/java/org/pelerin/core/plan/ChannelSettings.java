package org.pelerin.core.plan;

/**
 * What is asked of one input.
 *
 * @param enabled whether it is recorded
 * @param label its name on the chart and in reports
 * @param high the upper alarm, or null
 * @param low the lower alarm, or null
 */
public record ChannelSettings(boolean enabled, String label, Alarm high, Alarm low) {

    public boolean hasAlarm() {
        return high != null || low != null;
    }
}
