package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.LoggerModel;

/** Finds everything that speaks against a plan before it is written. */
public final class Preflight {

    private static final Duration CLOCK_TOLERANCE = Duration.ofMinutes(1);

    private final LoggerModel model;
    private final Plan plan;
    private final List<Conflict> found = new ArrayList<>();

    private Preflight(LoggerModel model, Plan plan) {
        this.model = model;
        this.plan = plan;
    }

    /** The conflicts of the settings alone. */
    public static List<Conflict> ofSettings(LoggerModel model, Plan plan, Instant now) {
        Preflight p = new Preflight(model, plan);
        p.settings(now);
        return List.copyOf(p.found);
    }

    /**
     * The conflicts of the settings with the logger in hand.
     *
     * @param collectBy when the next collection is planned, or null
     */
    public static List<Conflict> of(
            LoggerModel model, Plan plan, LoggerCondition logger, Instant now, Instant collectBy) {
        Preflight p = new Preflight(model, plan);
        p.logger(logger);
        p.settings(now);
        p.forecast(logger, now, collectBy);
        p.live(logger);
        return List.copyOf(p.found);
    }

    private void settings(Instant now) {
        if (!model.intervalPossible(plan.interval())) {
            blocks(
                    "interval",
                    "An interval of " + Durations.format(plan.interval()) + " is not possible on " + model.name(),
                    "Choose " + Durations.format(model.shortestInterval()) + " to "
                            + Durations.format(model.longestInterval()) + ", in steps of "
                            + Durations.format(model.intervalStep()));
        }
        name();
        if (plan.enabled().isEmpty()) {
            blocks("channels", "No channel is switched on", "Switch on at least one channel");
        }
        if (plan.start() instanceof StartCondition.At at && !at.instant().isAfter(now)) {
            blocks("startAt", "The start lies in the past", "Choose a later instant, or start now");
        }
        if (plan.stop() instanceof StopCondition.Wrap && !model.canWrap()) {
            blocks("stop", model.name() + " cannot overwrite its oldest records", "Let it stop when memory is full");
        }
        if (plan.stop() instanceof StopCondition.AfterSamples n && n.count() > plan.capacity(model)) {
            warns(
                    "stopAfter",
                    "Memory holds " + plan.capacity(model) + " records, fewer than the " + n.count() + " asked for",
                    "It will stop when memory is full");
        }
        channels();
    }

    private void name() {
        String name = plan.loggerName();
        if (name.isBlank()) {
            blocks("loggerName", "The logger has no name", "Give it a name that says where it goes");
        } else if (name.length() > model.nameLength()) {
            blocks(
                    "loggerName",
                    "The name has " + name.length() + " characters, the logger holds " + model.nameLength(),
                    "Shorten it by " + (name.length() - model.nameLength()));
        } else if (!name.chars().allMatch(c -> c >= 0x20 && c < 0x7f)) {
            blocks(
                    "loggerName",
                    "The logger can hold plain letters, digits and signs only",
                    "Write it without accents");
        }
    }

    private void channels() {
        Set<String> labels = new HashSet<>();
        boolean anyAlarm = false;
        for (int i : plan.enabled()) {
            ChannelSettings c = plan.channels().get(i);
            ChannelModel channel = model.channels().get(i);
            String at = "channels[" + i + "]";
            if (c.label().isBlank()) {
                blocks(at + ".label", "Channel " + (i + 1) + " is recorded but has no name", "Name it");
            } else if (!labels.add(c.label())) {
                blocks(at + ".label", "Two channels are called “" + c.label() + "”", "Give each its own name");
            }
            alarm(c.high(), channel, at + ".high", c.label());
            alarm(c.low(), channel, at + ".low", c.label());
            if (c.high() != null
                    && c.low() != null
                    && c.low().limit() >= c.high().limit()) {
                blocks(
                        at + ".low",
                        "The lower limit of “" + c.label() + "” is not below the upper one",
                        "Swap or change the limits");
            }
            anyAlarm |= c.hasAlarm();
        }
        if (!anyAlarm && !plan.enabled().isEmpty()) {
            warns("channels", "No limits are set, so the mission cannot be judged", "Set an upper or a lower limit");
        }
    }

    private void alarm(Alarm alarm, ChannelModel channel, String at, String label) {
        if (alarm == null) {
            return;
        }
        if (!channel.inRange(alarm.limit())) {
            blocks(
                    at,
                    "The limit " + plain(alarm.limit()) + " of “" + label + "” is outside the sensor's range",
                    "Choose " + plain(channel.low()) + " to " + plain(channel.high()) + " " + channel.unit());
        }
        if (alarm.delay().isZero()) {
            warns(at + "Delay", "“" + label + "” raises its alarm at once, at every opened door", "Set a delay");
        }
    }

    private void logger(LoggerCondition logger) {
        if (logger.running()) {
            blocks("", "The logger is running", "Stop it and collect what it holds");
        }
        if (logger.uncollected() > 0) {
            blocks(
                    "",
                    "The logger holds " + logger.uncollected() + " records that nobody has collected",
                    "Collect them first");
        }
        if (logger.firmware().compareTo(model.oldestFirmware()) < 0) {
            blocks(
                    "",
                    "Firmware " + logger.firmware() + " is too old for these settings",
                    "It needs " + model.oldestFirmware() + " or newer");
        }
        if (logger.clockOffset().abs().compareTo(CLOCK_TOLERANCE) > 0) {
            warns(
                    "",
                    "Its clock is " + Durations.rough(logger.clockOffset().abs())
                            + (logger.clockOffset().isNegative() ? " slow" : " fast"),
                    "It will be set when the plan is written");
        }
    }

    private void forecast(LoggerCondition logger, Instant now, Instant collectBy) {
        if (!model.intervalPossible(plan.interval()) || plan.enabled().isEmpty()) {
            return;
        }
        Forecast f = Forecast.of(model, plan, logger.battery(), 10, now);
        Instant from = f.startsAt() == null ? now : f.startsAt();
        if (collectBy != null && f.endsAt() != null && f.endsAt().isBefore(collectBy)) {
            warns(
                    "interval",
                    "Memory is full before the planned collection",
                    "Choose a longer interval or come earlier");
        }
        boolean endless = plan.stop() instanceof StopCondition.Wrap;
        if (collectBy != null && from.plus(f.batteryLeft()).isBefore(collectBy)) {
            warns("interval", "The battery is empty before the planned collection", "Fit a new battery");
        } else if (!endless && f.batteryLeft().compareTo(f.recordsFor()) < 0) {
            warns(
                    "interval",
                    "The battery is empty after " + Durations.rough(f.batteryLeft()) + ", before memory is full",
                    "Fit a new battery, or choose a longer interval");
        }
    }

    private void live(LoggerCondition logger) {
        for (int i : plan.enabled()) {
            if (i < logger.live().size() && Double.isNaN(logger.live().get(i))) {
                blocks(
                        "channels[" + i + "]",
                        "Channel " + (i + 1) + " reads open: nothing is connected, or the sensor is broken",
                        "Check the sensor, or switch the channel off");
            }
        }
    }

    private void blocks(String field, String message, String fix) {
        found.add(Conflict.blocks(field, message, fix));
    }

    private void warns(String field, String message, String fix) {
        found.add(Conflict.warns(field, message, fix));
    }

    private static String plain(double v) {
        return v == Math.rint(v) ? String.valueOf((long) v) : String.valueOf(v);
    }
}
