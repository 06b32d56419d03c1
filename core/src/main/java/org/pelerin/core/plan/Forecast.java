package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.OptionModel;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.Supply;

/**
 * What a plan will come to.
 *
 * @param samplesPerDay records a day
 * @param recordsThatFit records that memory holds
 * @param startsAt when the first record is expected; null if that waits for a button or a value
 * @param recordsFor how long it would record on an endless battery, until memory is full or its plan ends it; with wrap, the stretch
 *     that is kept
 * @param stopsAt end of what the last record then stands for; null with wrap or without a start
 * @param batteryLeft how long the battery lasts from {@code startsAt} (or from now)
 * @param memoryAfter how long until memory is full, whatever ends it
 * @param end what ends it first
 */
public record Forecast(
        double samplesPerDay,
        long recordsThatFit,
        Instant startsAt,
        Duration recordsFor,
        Instant stopsAt,
        Duration batteryLeft,
        Duration memoryAfter,
        Ending end) {

    private static final double HOURS_A_YEAR = 8766;
    private static final double SELF_DISCHARGE_A_YEAR = 0.02;
    private static final double MILLIS_AN_HOUR = 3_600_000;
    private static final Duration FOREVER = Duration.ofDays(36_525);

    /**
     * @param batteryState share of the capacity that is left, 0…1
     * @param surroundings expected temperature, °C
     */
    public static Forecast of(LoggerModel model, Plan plan, double batteryState, double surroundings, Instant now) {
        boolean wraps = plan.stop() instanceof StopCondition.Wrap;
        Instant startsAt = startsAt(plan.start(), now);
        long records = wraps ? plan.capacity(model) : plan.lastRecord(model, startsAt);
        Duration recordsFor = plan.interval().multipliedBy(records);
        Duration battery = batteryLeft(model, plan, batteryState, surroundings);
        return new Forecast(
                86_400_000.0 / plan.interval().toMillis(),
                plan.capacity(model),
                startsAt,
                recordsFor,
                startsAt != null && !wraps ? startsAt.plus(recordsFor) : null,
                battery,
                plan.interval().multipliedBy(plan.capacity(model)),
                end(plan, startsAt, wraps, recordsFor, battery, plan.capacity(model)));
    }

    private static Ending end(
            Plan plan, Instant startsAt, boolean wraps, Duration recordsFor, Duration battery, long capacity) {
        boolean batteryFirst = wraps || battery.compareTo(recordsFor) < 0;
        Duration after = batteryFirst ? battery : recordsFor;
        Ending.Cause cause = batteryFirst
                ? Ending.Cause.BATTERY
                : plan.asked(startsAt) <= capacity ? Ending.Cause.PLAN : Ending.Cause.MEMORY;
        return new Ending(cause, after, startsAt == null ? null : startsAt.plus(after));
    }

    /** Whether the battery is empty before anything else ends it; an endless one that overwrites its oldest records is no such case. */
    public boolean batteryShort() {
        return end.cause() == Ending.Cause.BATTERY && batteryLeft.compareTo(recordsFor) < 0;
    }

    /** Mean load in mA while it records: what it always draws and its samples. */
    public static double load(LoggerModel model, Plan plan) {
        double every = (plan.scan() == null ? plan.interval() : plan.scan()).toMillis();
        return standingLoad(model, plan) + MILLIS_AN_HOUR / every * chargePerScan(model, plan);
    }

    /** What it draws in mA between samples: sleep, options, continuous supplies and 2 % a year of self-discharge. */
    public static double standingLoad(LoggerModel model, Plan plan) {
        if (outsidePower(model, plan)) {
            return selfDischarge(model);
        }
        double options = 0;
        for (OptionModel option : model.options()) {
            options += option.choice(plan.option(option))
                    .map(OptionModel.Choice::load)
                    .orElse(0.0);
        }
        double supplies = supplies(plan).stream()
                .filter(Supply::continuous)
                .mapToDouble(Supply::milliamps)
                .sum();
        return model.power().sleep() + options + supplies + selfDischarge(model);
    }

    /** What one scan of all recorded channels costs, in mAh: the channels, and the supplies that are switched on for it. */
    public static double chargePerScan(LoggerModel model, Plan plan) {
        if (outsidePower(model, plan)) {
            return 0;
        }
        double perSample = 0;
        for (OptionModel option : model.options()) {
            perSample += option.choice(plan.option(option))
                    .map(OptionModel.Choice::chargePerSample)
                    .orElse(0.0);
        }
        double microampHours = 0;
        for (int i : plan.enabled()) {
            microampHours += model.channels().get(i).chargePerSample() + perSample;
        }
        double supplies = supplies(plan).stream()
                .filter(s -> !s.continuous())
                .mapToDouble(s -> s.milliamps() * s.warmUp().toMillis() / MILLIS_AN_HOUR)
                .sum();
        return microampHours / 1000 + supplies;
    }

    /** Load in mA of a logger without a plan. */
    public static double idleLoad(LoggerModel model) {
        return model.power().sleep() + selfDischarge(model);
    }

    /** Share of the capacity that cold leaves usable: 1 % less a kelvin below 10 °C, at least half. */
    public static double temperatureFactor(double celsius) {
        return Math.max(0.5, Math.min(1, 1 - 0.01 * (10 - celsius)));
    }

    static Set<Supply> supplies(Plan plan) {
        Set<Supply> out = new HashSet<>();
        for (int i : plan.enabled()) {
            Sensor sensor = plan.channels().get(i).sensor();
            if (sensor != null && sensor.supply() != null) {
                out.add(sensor.supply());
            }
        }
        return out;
    }

    private static boolean outsidePower(LoggerModel model, Plan plan) {
        return model.options().stream()
                .anyMatch(o -> o.choice(plan.option(o))
                        .map(OptionModel.Choice::outside)
                        .orElse(false));
    }

    private static double selfDischarge(LoggerModel model) {
        return model.power().capacity() * SELF_DISCHARGE_A_YEAR / HOURS_A_YEAR;
    }

    static Duration batteryLeft(LoggerModel model, Plan plan, double batteryState, double celsius) {
        double hours = model.power().capacity() * batteryState * temperatureFactor(celsius) / load(model, plan);
        Duration left = Duration.ofSeconds((long) (Math.min(hours, 1e9) * 3600));
        return left.compareTo(FOREVER) > 0 ? FOREVER : left;
    }

    /** When a first record is expected; null if that waits for a button or a value. */
    public static Instant startsAt(StartCondition start, Instant now) {
        if (start instanceof StartCondition.At at) {
            return at.instant();
        }
        if (start instanceof StartCondition.After after) {
            return now.plus(after.delay());
        }
        if (start instanceof StartCondition.OnInterval interval) {
            return interval.next(now);
        }
        return start instanceof StartCondition.Now ? now : null;
    }
}
