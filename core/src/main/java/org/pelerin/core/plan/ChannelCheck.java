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
import org.pelerin.core.language.CoreTexts;
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
                found.blocks(
                        at + ".label",
                        CoreTexts.say("core.plan.channelCheck.channelIsRecordedButHas", "i", (i + 1)),
                        CoreTexts.say("core.plan.channelCheck.enterAName"));
            } else if (!labels.add(c.label())) {
                found.blocks(
                        at + ".label",
                        CoreTexts.say("core.plan.channelCheck.twoChannelsAreNamed", "label", c.label()),
                        CoreTexts.say("core.plan.channelCheck.giveEachItsOwnName"));
            }
            if (c.levels().size() > model.alarmLevels()) {
                found.blocks(
                        at + ".levels[0].high",
                        CoreTexts.say(
                                "core.plan.channelCheck.nameHasAlarmLevels",
                                "name",
                                model.name(),
                                "alarmLevels",
                                (model.alarmLevels() == 0
                                        ? CoreTexts.say("core.plan.channelCheck.noAlarms")
                                        : CoreTexts.say(
                                                "core.plan.channelCheck.alarmLevelPerChannel",
                                                "alarmLevels",
                                                model.alarmLevels()))),
                        CoreTexts.say("core.plan.channelCheck.setFewerLimits"));
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
                    "channels",
                    CoreTexts.say("core.plan.channelCheck.noLimitsAreSetSo"),
                    CoreTexts.say("core.plan.channelCheck.setAnUpperOrA"));
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
                            CoreTexts.say(
                                    "core.plan.channelCheck.hasTheOtherHave",
                                    "label",
                                    plan.channels().get(of.get(0)).label(),
                                    "sensor",
                                    sensor,
                                    "size",
                                    (inputs.size() - 1),
                                    "others",
                                    others),
                            CoreTexts.say("core.plan.channelCheck.useTheSameSensorUnless"));
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
        return c.sensor() == null
                ? CoreTexts.say("core.plan.channelCheck.noSensorChosen")
                : "“" + c.sensor().name() + "”";
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
                    CoreTexts.say("core.plan.channelCheck.theUpperLimitOfIs", "label", c.label()),
                    CoreTexts.say("core.plan.channelCheck.swapOrChangeTheLimits"));
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
                    CoreTexts.say("core.plan.channelCheck.widenTheBandOrSet"));
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
                    CoreTexts.say(
                            "core.plan.channelCheck.theLimitOfIsOutside",
                            "quantity",
                            LimitText.quantity(alarm.limit(), channel.unit()),
                            "label",
                            channel.label()),
                    CoreTexts.say("core.plan.channelCheck.chooseRange", "range", Conflicts.range(channel)));
        }
        if (alarm.atOnce()) {
            found.warns(
                    lastingAt,
                    CoreTexts.say("core.plan.channelCheck.raisesItsAlarmAtOnce", "label", channel.label()),
                    CoreTexts.say("core.plan.channelCheck.setADelay"));
        }
        if (alarm.lasting() instanceof Lasting.Delay d && d.delay().compareTo(plan.interval()) < 0 && !changes) {
            found.warns(
                    lastingAt,
                    CoreTexts.say(
                            "core.plan.channelCheck.alarmsAfter",
                            "label",
                            channel.label(),
                            "delay",
                            Durations.format(d.delay()),
                            "scan",
                            (plan.scan() == null
                                    ? CoreTexts.say(
                                            "core.plan.channelCheck.butIsReadOnlyEvery",
                                            "interval",
                                            Durations.format(plan.interval()))
                                    : CoreTexts.say(
                                            "core.plan.channelCheck.andComparesItsRecordsOne",
                                            "interval",
                                            Durations.format(plan.interval())))),
                    CoreTexts.say("core.plan.channelCheck.setALongerDelayOr"));
        }
        if (alarm.lasting() instanceof Lasting.Allowance) {
            found.needs(lastingAt, "alarm.allowance", CoreTexts.say("core.plan.channelCheck.aTotalTimeOutsideLimits"));
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
                        CoreTexts.say("core.plan.channelCheck.neverComesIntoItsDisplay", "label", channel.label()),
                        CoreTexts.say("core.plan.channelCheck.widenIt"));
            }
            return Optional.of(channel);
        } catch (ExpressionException e) {
            found.blocks(
                    at + ".sensor",
                    CoreTexts.say(
                            "core.plan.channelCheck.theFormulaOfChannelIs",
                            "i",
                            (i + 1),
                            "position",
                            (e.position() + 1),
                            "reason",
                            e.getMessage()),
                    CoreTexts.say("core.plan.channelCheck.correctItInTheSensor"));
        } catch (IllegalArgumentException e) {
            found.blocks(
                    at + ".sensor", e.getMessage(), CoreTexts.say("core.plan.channelCheck.chooseAnotherSensorOrUnit"));
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
                        CoreTexts.say("core.plan.channelCheck.theSupplyIsAlwaysOn", "name", s.name()),
                        CoreTexts.say("core.plan.channelCheck.useAWarmUpBefore"));
            }
            if (s.volts() > volts) {
                found.blocks(
                        "channels",
                        CoreTexts.say(
                                "core.plan.channelCheck.nameNeedsPlainVName2",
                                "name",
                                s.name(),
                                "plain",
                                Conflicts.plain(s.volts()),
                                "name2",
                                model.name(),
                                "volts",
                                (volts == 0
                                        ? CoreTexts.say("core.plan.channelCheck.suppliesNoProbe")
                                        : CoreTexts.say(
                                                "core.plan.channelCheck.suppliesPlainV",
                                                "plain",
                                                Conflicts.plain(volts)))),
                        CoreTexts.say("core.plan.channelCheck.supplyTheProbeExternallyOr"));
            }
        }
        if (sum > model.power().supplyMilliamps() && volts > 0) {
            found.blocks(
                    "channels",
                    CoreTexts.say(
                            "core.plan.channelCheck.theProbesDrawMA",
                            "plain",
                            Conflicts.plain(sum),
                            "plain2",
                            Conflicts.plain(model.power().supplyMilliamps())),
                    CoreTexts.say("core.plan.channelCheck.supplySomeOfThemExternally"));
        }
    }
}
