package org.pelerin.core.plan;

import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.OptionModel;
import org.pelerin.core.sensor.ExpressionException;
import org.pelerin.core.sensor.Supply;

/** The channels of a plan: what each measures, its limits, and what its probes draw. */
final class ChannelCheck {

    private static final double SIGMAS = 6;

    /** Channels of one kind from which on one that differs is told. */
    private static final int FEWEST_ALIKE = 4;

    private final LoggerModel model;
    private final Plan plan;
    private final Conflicts found;

    ChannelCheck(LoggerModel model, Plan plan, Conflicts found) {
        this.model = model;
        this.plan = plan;
        this.found = found;
    }

    void all() {
        Set<String> labels = new HashSet<>();
        boolean anyAlarm = false;
        for (int i : plan.enabled()) {
            ChannelSettings c = plan.channels().get(i);
            String at = "channels[" + i + "]";
            if (c.label().isBlank()) {
                found.blocks(at + ".label", "Channel " + (i + 1) + " is recorded but has no name", "Name it");
            } else if (!labels.add(c.label())) {
                found.blocks(at + ".label", "Two channels are called “" + c.label() + "”", "Give each its own name");
            }
            if (c.levels().size() > model.alarmLevels()) {
                found.blocks(
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
                level(c, level, measured.get(), plan.changes(model).contains(i), at);
            }
            anyAlarm |= c.hasAlarm();
        }
        odd();
        if (!anyAlarm && !plan.enabled().isEmpty() && model.alarmLevels() > 0) {
            found.warns(
                    "channels", "No limits are set, so the mission cannot be judged", "Set an upper or a lower limit");
        }
    }

    /** One sensor among many alike: the one that was forgotten, or meant. */
    private void odd() {
        Map<List<Object>, List<Integer>> alike = plan.enabled().stream()
                .filter(i -> !model.channels().get(i).added())
                .collect(Collectors.groupingBy(this::input, LinkedHashMap::new, Collectors.toList()));
        for (List<Integer> inputs : alike.values()) {
            Map<String, List<Integer>> bySensor = inputs.stream()
                    .collect(Collectors.groupingBy(
                            i -> sensorName(plan.channels().get(i)), LinkedHashMap::new, Collectors.toList()));
            if (inputs.size() < FEWEST_ALIKE || bySensor.size() != 2) {
                continue;
            }
            bySensor.forEach((sensor, of) -> {
                if (of.size() == 1) {
                    String others = bySensor.keySet().stream()
                            .filter(s -> !s.equals(sensor))
                            .findFirst()
                            .orElseThrow();
                    found.warns(
                            "channels[" + of.get(0) + "].sensor",
                            "“" + plan.channels().get(of.get(0)).label() + "” has " + sensor + ", the other "
                                    + (inputs.size() - 1) + " have " + others,
                            "Give it the same sensor, unless that is meant");
                }
            });
        }
    }

    /** Inputs of one kind are those that measure the same quantity in the same range. */
    private List<Object> input(int i) {
        ChannelModel m = model.channels().get(i);
        return List.of(m.own(), m.choosable());
    }

    private static String sensorName(ChannelSettings c) {
        return c.sensor() == null ? "no sensor chosen" : "“" + c.sensor().name() + "”";
    }

    private void level(ChannelSettings c, int level, MeasuredChannel channel, boolean changes, String at) {
        AlarmLevel pair = c.level(level);
        String field = at + ".levels[" + (level - 1) + "].";
        alarm(pair.high(), channel, changes, field + "high", field + "lasting");
        alarm(pair.low(), channel, changes, field + "low", field + "lasting");
        if (pair.high() != null
                && pair.low() != null
                && pair.low().limit() >= pair.high().limit()) {
            found.blocks(
                    field + "high",
                    "The upper limit of “" + c.label() + "” is not above the lower one",
                    "Swap or change the limits");
        }
        noise(pair, channel, field);
    }

    /** An alarm without delay on a band that the channel's own noise, six standard deviations, fills. */
    private void noise(AlarmLevel pair, MeasuredChannel channel, String field) {
        if (pair.high() == null
                || pair.low() == null
                || !pair.high().atOnce() && !pair.low().atOnce()) {
            return;
        }
        double band = pair.high().limit() - pair.low().limit();
        double noise = channel.noise((pair.high().limit() + pair.low().limit()) / 2) * noiseFactor();
        if (band > 0 && SIGMAS * noise > band) {
            found.warns(
                    field + "lasting",
                    String.format(
                            Locale.ROOT,
                            "“%s” is noisier, ±%.2g %s, than the band of its limits, %.2g %s: it alarms by itself",
                            channel.label(),
                            SIGMAS / 2 * noise,
                            channel.unit(),
                            band,
                            channel.unit()),
                    "Widen the band, or set a delay");
        }
    }

    private double noiseFactor() {
        return model.options().stream()
                .map(o -> o.choice(plan.option(o)))
                .flatMap(Optional::stream)
                .mapToDouble(OptionModel.Choice::noise)
                .reduce(1, (a, b) -> a * b);
    }

    private void alarm(Alarm alarm, MeasuredChannel channel, boolean changes, String at, String lastingAt) {
        if (alarm == null) {
            return;
        }
        if (Conflicts.outside(channel, alarm.limit())) {
            found.blocks(
                    at,
                    "The limit " + LimitText.quantity(alarm.limit(), channel.unit()) + " of “" + channel.label()
                            + "” is outside the sensor's range",
                    "Choose " + Conflicts.range(channel));
        }
        if (alarm.atOnce()) {
            found.warns(
                    lastingAt,
                    "“" + channel.label() + "” raises its alarm at once, at every opened door",
                    "Set a delay");
        }
        if (alarm.lasting() instanceof Lasting.Delay d && d.delay().compareTo(plan.interval()) < 0 && !changes) {
            found.warns(
                    lastingAt,
                    "“" + channel.label() + "” alarms after " + Durations.format(d.delay())
                            + (plan.scan() == null
                                    ? ", and is read only every " + Durations.format(plan.interval())
                                            + ": a single reading out of limits raises it"
                                    : ", and compares its records, one every " + Durations.format(plan.interval())
                                            + ", not its scans: a single record out of limits raises it"),
                    "Set a longer delay, or a shorter interval");
        }
        if (alarm.lasting() instanceof Lasting.Allowance) {
            found.needs(lastingAt, "alarm.allowance", "A time out of limits in all");
        }
    }

    /** The channel as it is measured; nothing where it cannot be, without a word. */
    Optional<MeasuredChannel> read(int i) {
        try {
            return Optional.of(MeasuredChannel.of(model, plan, i));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /** The channel as it is measured; a block, and nothing, where it cannot be. */
    Optional<MeasuredChannel> measured(int i) {
        String at = "channels[" + i + "]";
        try {
            MeasuredChannel channel = MeasuredChannel.of(model, plan, i);
            ChannelSettings.Display display = plan.channels().get(i).display();
            if (display != null && (display.high() <= channel.low() || display.low() >= channel.high())) {
                found.warns(
                        at + ".displayHigh",
                        "“" + channel.label() + "” never comes into its display range",
                        "Widen it");
            }
            return Optional.of(channel);
        } catch (ExpressionException e) {
            found.blocks(
                    at + ".sensor",
                    "The formula of channel " + (i + 1) + " is wrong at character " + (e.position() + 1) + ": "
                            + e.getMessage(),
                    "Mend it in the sensor library");
        } catch (IllegalArgumentException e) {
            found.blocks(at + ".sensor", e.getMessage(), "Choose another sensor or unit");
        }
        return Optional.empty();
    }

    void supplies() {
        double volts = model.power().supplyVolts();
        double sum = 0;
        for (Supply s : Forecast.supplies(plan)) {
            sum += s.milliamps();
            if (s.continuous() && !plan.option(model, "sleep", "outside")) {
                found.warns(
                        "channels",
                        "The supply “" + s.name() + "” is always on and lives on the battery",
                        "Give it a warm-up before each sample instead");
            }
            if (s.volts() > volts) {
                found.blocks(
                        "channels",
                        "“" + s.name() + "” needs " + Conflicts.plain(s.volts()) + " V; " + model.name()
                                + (volts == 0 ? " feeds no probe" : " gives " + Conflicts.plain(volts) + " V"),
                        "Feed the probe from outside, or choose another");
            }
        }
        if (sum > model.power().supplyMilliamps() && volts > 0) {
            found.blocks(
                    "channels",
                    "The probes draw " + Conflicts.plain(sum) + " mA, the logger gives "
                            + Conflicts.plain(model.power().supplyMilliamps()),
                    "Feed some of them from outside");
        }
    }
}
