package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.LoggerModel;

/**
 * What a plan will come to.
 *
 * @param samplesPerDay records a day
 * @param recordsThatFit records that memory holds
 * @param startsAt when the first record is expected; null if that waits for a button
 * @param recordsFor how long it records until memory is full or the count is reached; with wrap, the stretch that is kept
 * @param endsAt end of what the last record stands for; null with wrap or without a start
 * @param batteryLeft how long the battery lasts from {@code startsAt} (or from now)
 */
public record Forecast(
        double samplesPerDay,
        long recordsThatFit,
        Instant startsAt,
        Duration recordsFor,
        Instant endsAt,
        Duration batteryLeft) {

    private static final double HOURS_A_YEAR = 8766;
    private static final double SELF_DISCHARGE_A_YEAR = 0.02;
    private static final Duration FOREVER = Duration.ofDays(36_525);

    /**
     * @param batteryState share of the capacity that is left, 0…1
     * @param surroundings expected temperature, °C
     */
    public static Forecast of(LoggerModel model, Plan plan, double batteryState, double surroundings, Instant now) {
        long records = plan.stop() instanceof StopCondition.Wrap ? plan.capacity(model) : plan.lastRecord(model);
        Duration recordsFor = plan.interval().multipliedBy(records);
        Instant startsAt = startsAt(plan.start(), now);
        boolean ends = startsAt != null && !(plan.stop() instanceof StopCondition.Wrap);
        return new Forecast(
                86_400_000.0 / plan.interval().toMillis(),
                plan.capacity(model),
                startsAt,
                recordsFor,
                ends ? startsAt.plus(recordsFor) : null,
                batteryLeft(model, plan, batteryState, surroundings));
    }

    /** Mean load in mA: sleep, samples, display and 2 % a year of self-discharge. */
    public static double load(LoggerModel model, Plan plan) {
        double perHour = 3_600_000.0 / plan.interval().toMillis();
        double charge = 0;
        for (int i : plan.enabled()) {
            ChannelModel channel = model.channels().get(i);
            charge += channel.chargePerSample();
        }
        return idleLoad(model) + perHour * charge / 1000;
    }

    /** Load in mA of a logger that does not record. */
    public static double idleLoad(LoggerModel model) {
        return model.sleepCurrent() + model.displayCurrent() + model.capacity() * SELF_DISCHARGE_A_YEAR / HOURS_A_YEAR;
    }

    /** Share of the capacity that cold leaves usable: 1 % less a kelvin below 10 °C, at least half. */
    public static double temperatureFactor(double celsius) {
        return Math.max(0.5, Math.min(1, 1 - 0.01 * (10 - celsius)));
    }

    static Duration batteryLeft(LoggerModel model, Plan plan, double batteryState, double celsius) {
        double hours = model.capacity() * batteryState * temperatureFactor(celsius) / load(model, plan);
        Duration left = Duration.ofSeconds((long) (Math.min(hours, 1e9) * 3600));
        return left.compareTo(FOREVER) > 0 ? FOREVER : left;
    }

    private static Instant startsAt(StartCondition start, Instant now) {
        if (start instanceof StartCondition.At at) {
            return at.instant();
        }
        if (start instanceof StartCondition.After after) {
            return now.plus(after.delay());
        }
        return start instanceof StartCondition.Now ? now : null;
    }
}
