package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.Intervals;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.OptionModel;
import org.pelerin.core.model.StopKind;
import org.pelerin.core.sensor.ExpressionException;
import org.pelerin.core.sensor.Supply;

/** Finds everything that speaks against a plan before it is written. */
public final class Preflight {

    private static final Duration CLOCK_TOLERANCE = Duration.ofMinutes(1);

    private final LoggerModel model;
    private final Plan plan;
    private final Firmware firmware;
    private final List<Conflict> found = new ArrayList<>();

    /** @param firmware of the logger in hand, or null */
    private Preflight(LoggerModel model, Plan plan, Firmware firmware) {
        this.model = model;
        this.plan = plan;
        this.firmware = firmware;
    }

    /** The conflicts of the settings alone. */
    public static List<Conflict> ofSettings(LoggerModel model, Plan plan, Instant now) {
        return ofSettings(model, plan, null, now);
    }

    /** @param firmware that is to carry the settings out, or null where that is not known */
    public static List<Conflict> ofSettings(LoggerModel model, Plan plan, Firmware firmware, Instant now) {
        Preflight p = new Preflight(model, plan, firmware);
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
        Preflight p = new Preflight(model, plan, logger.firmware());
        p.logger(logger);
        p.settings(now);
        p.forecast(logger, now, collectBy);
        p.live(logger);
        return List.copyOf(p.found);
    }

    private void settings(Instant now) {
        interval();
        name();
        if (plan.enabled().stream().allMatch(i -> model.channels().get(i).added())) {
            blocks("channels", "No channel is switched on", "Switch on at least one channel");
        }
        start(now);
        stop(now);
        options();
        second();
        channels();
        supplies();
    }

    private void interval() {
        Intervals possible = model.interval();
        if (!possible.possible(plan.interval())) {
            blocks(
                    "interval",
                    "An interval of " + Durations.format(plan.interval()) + " is not possible on " + model.name(),
                    "Choose " + Durations.format(possible.shortest()) + " to " + Durations.format(possible.longest())
                            + ", in steps of " + Durations.format(possible.step()));
        }
        Duration fastest = plan.scan() == null ? plan.interval() : plan.scan();
        if (plan.scan() != null) {
            scan(possible);
        }
        if (fastest.compareTo(possible.advised()) < 0) {
            warns(
                    plan.scan() == null ? "interval" : "scan",
                    "Every " + Durations.format(fastest) + " wears its relays out within months",
                    "Choose " + Durations.format(possible.advised()) + " or more");
        }
    }

    private void scan(Intervals possible) {
        if (!model.scans()) {
            blocks("scan", model.name() + " cannot scan faster than it records", "Leave the scan interval empty");
        } else if (!possible.possible(plan.scan())
                || plan.interval().toMillis() % plan.scan().toMillis() != 0
                || plan.scan().compareTo(plan.interval()) >= 0) {
            blocks(
                    "scan",
                    "A scan every " + Durations.format(plan.scan()) + " does not fit into an interval of "
                            + Durations.format(plan.interval()),
                    "Choose a shorter time that divides the interval");
        }
    }

    private void second() {
        plan.second()
                .filter(every -> every.compareTo(plan.interval()) <= 0
                        || every.toMillis() % plan.interval().toMillis() != 0)
                .ifPresent(every -> blocks(
                        "options[" + Plan.SECOND + "]",
                        "A second table every " + Durations.format(every) + " does not go with records every "
                                + Durations.format(plan.interval()),
                        "Choose an interval that divides it, or another second table"));
    }

    private void start(Instant now) {
        StartCondition start = plan.start();
        if (!model.starts().contains(start.kind())) {
            blocks("start", model.name() + " cannot start " + start.kind().words(), "Choose another start");
        }
        needs("start", "start." + key(start.kind()));
        if (start instanceof StartCondition.At at && !at.instant().isAfter(now)) {
            blocks("startAt", "The start lies in the past", "Choose a later instant, or start now");
        }
        if (start instanceof StartCondition.OnThreshold t) {
            threshold(t);
        }
    }

    private void threshold(StartCondition.OnThreshold t) {
        if (t.channel() >= plan.channels().size()
                || !plan.channels().get(t.channel()).enabled()) {
            blocks("thresholdChannel", "The channel it waits for is not recorded", "Choose one that is");
            return;
        }
        measured(t.channel()).ifPresent(channel -> {
            boolean lowUsed = t.crossing() != StartCondition.Crossing.ABOVE;
            boolean highUsed = t.crossing() != StartCondition.Crossing.BELOW;
            if (lowUsed && outside(channel, t.low()) || highUsed && outside(channel, t.high())) {
                blocks("thresholdLow", "It waits for a value outside the sensor's range", "Choose " + range(channel));
            }
        });
    }

    private void stop(Instant now) {
        StopCondition stop = plan.stop();
        if (!model.stops().contains(stop.kind())) {
            blocks(
                    "stop",
                    stop.kind() == StopKind.WRAP
                            ? model.name() + " cannot overwrite its oldest records"
                            : model.name() + " cannot stop " + stop.kind().words(),
                    "Let it stop when memory is full");
        }
        needs("stop", "stop." + key(stop.kind()));
        if (stop instanceof StopCondition.AfterSamples n && n.count() > plan.capacity(model)) {
            warns(
                    "stopAfter",
                    "Memory holds " + plan.capacity(model) + " records, fewer than the " + n.count() + " asked for",
                    "It will stop when memory is full");
        }
        Instant from = plan.start() instanceof StartCondition.At at ? at.instant() : now;
        if (stop instanceof StopCondition.At at && !at.instant().isAfter(from)) {
            blocks("stopAt", "The end lies before the start", "Choose a later end");
        }
    }

    private void options() {
        plan.options().forEach((key, value) -> {
            OptionModel option = model.option(key).orElse(null);
            if (option == null) {
                blocks("options[" + key + "]", model.name() + " has no setting “" + key + "”", "Leave it out");
            } else if (!option.allows(value)) {
                blocks(
                        "options[" + key + "]",
                        "“" + option.label() + "” cannot be “" + value + "”",
                        option.number()
                                ? "Choose " + plain(option.low()) + " to " + plain(option.high()) + " " + option.unit()
                                : "Choose one of those offered");
            } else {
                option.choice(value)
                        .map(OptionModel.Choice::firmware)
                        .ifPresent(f -> tooOld("options[" + key + "]", f));
            }
        });
    }

    private void supplies() {
        double volts = model.power().supplyVolts();
        double sum = 0;
        for (Supply s : Forecast.supplies(plan)) {
            sum += s.milliamps();
            if (s.continuous() && !plan.option(model, "sleep", "outside")) {
                warns(
                        "channels",
                        "The supply “" + s.name() + "” is always on and lives on the battery",
                        "Give it a warm-up before each sample instead");
            }
            if (s.volts() > volts) {
                blocks(
                        "channels",
                        "“" + s.name() + "” needs " + plain(s.volts()) + " V; " + model.name()
                                + (volts == 0 ? " feeds no probe" : " gives " + plain(volts) + " V"),
                        "Feed the probe from outside, or choose another");
            }
        }
        if (sum > model.power().supplyMilliamps() && volts > 0) {
            blocks(
                    "channels",
                    "The probes draw " + plain(sum) + " mA, the logger gives "
                            + plain(model.power().supplyMilliamps()),
                    "Feed some of them from outside");
        }
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
            String at = "channels[" + i + "]";
            if (c.label().isBlank()) {
                blocks(at + ".label", "Channel " + (i + 1) + " is recorded but has no name", "Name it");
            } else if (!labels.add(c.label())) {
                blocks(at + ".label", "Two channels are called “" + c.label() + "”", "Give each its own name");
            }
            if (c.levels().size() > model.alarmLevels()) {
                blocks(
                        at + ".levels[0].high",
                        model.name() + " has "
                                + (model.alarmLevels() == 0
                                        ? "no alarms"
                                        : model.alarmLevels() + " alarm level" + (model.alarmLevels() == 1 ? "" : "s")
                                                + " a channel"),
                        "Set fewer limits");
            }
            Optional<MeasuredChannel> measured = measured(i);
            for (int level = 1; level <= c.levels().size() && measured.isPresent(); level++) {
                level(c, level, measured.get(), at);
            }
            anyAlarm |= c.hasAlarm();
        }
        if (!anyAlarm && !plan.enabled().isEmpty() && model.alarmLevels() > 0) {
            warns("channels", "No limits are set, so the mission cannot be judged", "Set an upper or a lower limit");
        }
    }

    private void level(ChannelSettings c, int level, MeasuredChannel channel, String at) {
        AlarmLevel pair = c.level(level);
        String field = at + ".levels[" + (level - 1) + "].";
        alarm(pair.high(), channel, field + "high", field + "lasting");
        alarm(pair.low(), channel, field + "low", field + "lasting");
        if (pair.high() != null
                && pair.low() != null
                && pair.low().limit() >= pair.high().limit()) {
            blocks(
                    field + "low",
                    "The lower limit of “" + c.label() + "” is not below the upper one",
                    "Swap or change the limits");
        }
    }

    private void alarm(Alarm alarm, MeasuredChannel channel, String at, String lastingAt) {
        if (alarm == null) {
            return;
        }
        if (outside(channel, alarm.limit())) {
            blocks(
                    at,
                    "The limit " + plain(alarm.limit()) + " of “" + channel.label() + "” is outside the sensor's range",
                    "Choose " + range(channel));
        }
        if (alarm.atOnce()) {
            warns(lastingAt, "“" + channel.label() + "” raises its alarm at once, at every opened door", "Set a delay");
        }
        if (alarm.lasting() instanceof Lasting.Allowance) {
            needs(lastingAt, "alarm.allowance");
        }
    }

    /** The channel as it is measured; a block, and nothing, where it cannot be. */
    private Optional<MeasuredChannel> measured(int i) {
        String at = "channels[" + i + "]";
        try {
            MeasuredChannel channel = MeasuredChannel.of(model, plan, i);
            ChannelSettings.Display display = plan.channels().get(i).display();
            if (display != null && (display.high() <= channel.low() || display.low() >= channel.high())) {
                warns(at + ".displayHigh", "“" + channel.label() + "” never comes into its display range", "Widen it");
            }
            return Optional.of(channel);
        } catch (ExpressionException e) {
            blocks(
                    at + ".sensor",
                    "The formula of channel " + (i + 1) + " is wrong at character " + (e.position() + 1) + ": "
                            + e.getMessage(),
                    "Mend it in the sensor library");
        } catch (IllegalArgumentException e) {
            blocks(at + ".sensor", e.getMessage(), "Choose another sensor or unit");
        }
        return Optional.empty();
    }

    private static boolean outside(MeasuredChannel channel, double v) {
        return !(v >= channel.low() && v <= channel.high());
    }

    private static String range(MeasuredChannel channel) {
        return plain(channel.low()) + " to " + plain(channel.high()) + " " + channel.unit();
    }

    /** Notes a feature for which the model needs a certain firmware; looked at once a logger is in hand. */
    private void needs(String field, String feature) {
        model.firmware().neededFor(feature).ifPresent(f -> tooOld(field, f));
    }

    private void tooOld(String field, Firmware needed) {
        if (firmware != null && firmware.compareTo(needed) < 0) {
            blocks(
                    field,
                    "Firmware " + firmware + " is too old for this setting",
                    "It needs " + needed + " or newer: update the logger, or choose another setting");
        }
    }

    private static String key(Enum<?> kind) {
        return kind.name().toLowerCase(java.util.Locale.ROOT);
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
        if (logger.firmware().compareTo(model.firmware().oldest()) < 0) {
            blocks(
                    "",
                    "Firmware " + logger.firmware() + " is too old for these settings",
                    "It needs " + model.firmware().oldest() + " or newer");
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
        if (!model.interval().possible(plan.interval()) || plan.enabled().isEmpty()) {
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
        calibration(logger, f.endsAt() != null ? f.endsAt() : collectBy != null ? collectBy : from);
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

    private void calibration(LoggerCondition logger, Instant end) {
        for (int i : plan.enabled()) {
            Instant due = logger.calibrationDue().get(i);
            if (due != null && due.isBefore(end)) {
                warns(
                        "channels[" + i + "].label",
                        "The calibration of “" + plan.channels().get(i).label() + "” lapses during the mission, on "
                                + due.atOffset(ZoneOffset.UTC).toLocalDate(),
                        "Have it calibrated, or collect before");
            }
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
