package org.pelerin.core.model;

import java.time.Duration;
import java.util.List;

/**
 * A type of logger: its limits and the figures its forecasts need.
 *
 * @param id stable short key, as {@code alder-t1}; loggers send it when they identify themselves
 * @param name as people say it
 * @param channels its inputs, in order
 * @param shortestInterval inclusive
 * @param longestInterval inclusive
 * @param intervalStep every interval is a multiple of this
 * @param memoryValues values (samples × channels) that fit
 * @param nameLength longest name it can hold, in characters
 * @param canWrap whether it can overwrite the oldest records
 * @param alarmLevels alarm levels per channel and side
 * @param capacity battery, in mAh
 * @param sleepCurrent in mA, between samples
 * @param displayCurrent in mA, mean share of display, lamp and sounder
 * @param oldestFirmware the first firmware this application can program
 */
public record LoggerModel(
        String id,
        String name,
        List<ChannelModel> channels,
        Duration shortestInterval,
        Duration longestInterval,
        Duration intervalStep,
        long memoryValues,
        int nameLength,
        boolean canWrap,
        int alarmLevels,
        double capacity,
        double sleepCurrent,
        double displayCurrent,
        Firmware oldestFirmware) {

    public LoggerModel {
        channels = List.copyOf(channels);
    }

    public boolean intervalPossible(Duration interval) {
        return interval.compareTo(shortestInterval) >= 0
                && interval.compareTo(longestInterval) <= 0
                && interval.toMillis() % intervalStep.toMillis() == 0;
    }

    /** Records that fit when {@code channels} inputs are recorded; 0 for none. */
    public long recordsThatFit(int channels) {
        return channels == 0 ? 0 : memoryValues / channels;
    }
}
