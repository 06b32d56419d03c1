package org.pelerin.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Sensor;

/**
 * What is asked of one channel.
 *
 * @param enabled whether it is recorded
 * @param label its name on the chart and in reports
 * @param sensor what is connected, or null for the channel's own
 * @param unit in which it is shown and its limits are given; empty for the sensor's own
 * @param correction what its calibration adds, in the sensor's own unit
 * @param cutOff values smaller than this either way become 0, in the sensor's own unit; 0 for none
 * @param fault what becomes of a sample whose sensor is open
 * @param decimals shown; null for as many as make sense
 * @param display the range that its chart and gauge show, or null
 * @param levels its alarms, level 1 first; trailing levels that set nothing are not there
 */
public record ChannelSettings(
        boolean enabled,
        String label,
        Sensor sensor,
        String unit,
        Correction correction,
        double cutOff,
        FaultDirection fault,
        Integer decimals,
        Display display,
        List<AlarmLevel> levels) {

    /** Characters of a label; what a scanned record adds to it is kept beside. */
    public static final int LONGEST_LABEL = 80;

    /** A range of values to show. */
    public record Display(double low, double high) {
        public Display {
            if (!(low < high)) {
                throw new IllegalArgumentException(
                        CoreTexts.say("core.plan.channelSettings.theDisplayRangeIsEmpty", "low", low, "high", high));
            }
        }
    }

    public ChannelSettings {
        Objects.requireNonNull(correction);
        Objects.requireNonNull(fault);
        if (label.length() > LONGEST_LABEL || unit.length() > Sensor.LONGEST_UNIT) {
            throw new IllegalArgumentException(CoreTexts.say(
                    "core.plan.channelSettings.aChannelNameHasAt",
                    "longestLabel",
                    LONGEST_LABEL,
                    "longestUnit",
                    Sensor.LONGEST_UNIT));
        }
        if (!(cutOff >= 0)) {
            throw new IllegalArgumentException(
                    CoreTexts.say("core.plan.channelSettings.aLowCutOffIs", "cutOff", cutOff));
        }
        if (decimals != null && (decimals < 0 || decimals > 6)) {
            throw new IllegalArgumentException(
                    CoreTexts.say("core.plan.channelSettings.aChannelShows0To", "decimals", decimals));
        }
        List<AlarmLevel> set = new ArrayList<>(levels);
        while (!set.isEmpty() && !set.get(set.size() - 1).any()) {
            set.remove(set.size() - 1);
        }
        levels = List.copyOf(set);
    }

    /** A channel with its own sensor and one level of alarms; either may be null. */
    public ChannelSettings(boolean enabled, String label, Alarm high, Alarm low) {
        this(
                enabled,
                label,
                null,
                "",
                Correction.NONE,
                0,
                FaultDirection.MISSING,
                null,
                null,
                List.of(new AlarmLevel(high, low)));
    }

    public boolean hasAlarm() {
        return !levels.isEmpty();
    }

    public AlarmLevel level(int level) {
        return level <= levels.size() ? levels.get(level - 1) : AlarmLevel.NONE;
    }

    /** The upper alarm of level 1, or null. */
    public Alarm high() {
        return level(1).high();
    }

    /** The lower alarm of level 1, or null. */
    public Alarm low() {
        return level(1).low();
    }

    public ChannelSettings withCorrection(Correction other) {
        return new ChannelSettings(enabled, label, sensor, unit, other, cutOff, fault, decimals, display, levels);
    }

    public ChannelSettings withLevels(List<AlarmLevel> others) {
        return new ChannelSettings(enabled, label, sensor, unit, correction, cutOff, fault, decimals, display, others);
    }
}
