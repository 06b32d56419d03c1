package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.model.Intervals;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.OptionModel;
import org.pelerin.core.model.StartKind;
import org.pelerin.core.model.StopKind;

/** The settings of a whole plan: interval, name, start, stop, options. */
final class SettingsCheck {

    private static final String RELAY = "relay";

    private final LoggerModel model;
    private final Plan plan;
    private final ChannelCheck channels;
    private final Conflicts found;

    SettingsCheck(LoggerModel model, Plan plan, ChannelCheck channels, Conflicts found) {
        this.model = model;
        this.plan = plan;
        this.channels = channels;
        this.found = found;
    }

    void all(Instant now) {
        interval();
        name();
        if (plan.enabled().stream().allMatch(i -> model.channels().get(i).added())) {
            found.blocks(
                    "channels",
                    CoreTexts.say("core.plan.settingsCheck.noChannelIsSwitchedOn"),
                    CoreTexts.say("core.plan.settingsCheck.switchOnAtLeastOne"));
        }
        start(now);
        stop(now);
        options();
        second();
        relays();
        weighting();
        if (plan.stop() instanceof StopCondition.Wrap && plan.option(model, Plan.AGAIN, Plan.AGAIN_KEPT)) {
            found.blocks(
                    "options[" + Plan.AGAIN + "]",
                    CoreTexts.say("core.plan.settingsCheck.aLoggerThatOverwritesIts"),
                    CoreTexts.say("core.plan.settingsCheck.letItStopWhenMemory"));
        }
    }

    private void interval() {
        Intervals possible = model.interval();
        if (!possible.possible(plan.interval())) {
            found.blocks(
                    "interval",
                    CoreTexts.say(
                            "core.plan.settingsCheck.anIntervalOfIsNot",
                            "interval",
                            Durations.format(plan.interval()),
                            "name",
                            model.name()),
                    CoreTexts.say(
                            "core.plan.settingsCheck.chooseToInStepsOf",
                            "shortest",
                            Durations.format(possible.shortest()),
                            "longest",
                            Durations.format(possible.longest()),
                            "step",
                            Durations.format(possible.step())));
        }
        if (plan.scan() != null) {
            scan(possible);
        }
        Duration fastest = plan.fastest();
        Duration takes = plan.scanTime(model);
        String field = plan.scan() == null ? "interval" : "scan";
        if (takes.compareTo(fastest) > 0) {
            found.blocks(
                    field,
                    CoreTexts.say(
                            "core.plan.settingsCheck.toMeasureChannelTakesLonger",
                            "enabled",
                            plan.enabled().size(),
                            "quantity",
                            LimitText.quantity(takes.toMillis() / 1000.0, "s"),
                            "fastest",
                            Durations.format(fastest)),
                    CoreTexts.say(
                            "core.plan.settingsCheck.chooseOrMoreFewerChannels",
                            "wholeSeconds",
                            Durations.format(wholeSeconds(takes))));
        } else if (possible.wearing() && fastest.compareTo(possible.advised()) < 0) {
            found.warns(
                    field,
                    CoreTexts.say(
                            "core.plan.settingsCheck.everyWearsItsRelaysOut", "fastest", Durations.format(fastest)),
                    CoreTexts.say(
                            "core.plan.settingsCheck.chooseOrMore", "advised", Durations.format(possible.advised())));
        }
    }

    private static Duration wholeSeconds(Duration d) {
        return Duration.ofSeconds((d.toMillis() + 999) / 1000);
    }

    private void scan(Intervals possible) {
        if (!model.scans()) {
            found.blocks(
                    "scan",
                    CoreTexts.say("core.plan.settingsCheck.cannotScanFasterThanIt", "name", model.name()),
                    CoreTexts.say("core.plan.settingsCheck.leaveTheScanIntervalEmpty"));
        } else if (!possible.possible(plan.scan())
                || plan.interval().toMillis() % plan.scan().toMillis() != 0
                || plan.scan().compareTo(plan.interval()) >= 0) {
            found.blocks(
                    "scan",
                    CoreTexts.say(
                            "core.plan.settingsCheck.aScanEveryDoesNot",
                            "scan",
                            Durations.format(plan.scan()),
                            "interval",
                            Durations.format(plan.interval())),
                    CoreTexts.say("core.plan.settingsCheck.chooseAShorterTimeThat"));
        }
    }

    private void second() {
        plan.second()
                .filter(every -> every.compareTo(plan.interval()) <= 0
                        || every.toMillis() % plan.interval().toMillis() != 0)
                .ifPresent(every -> found.blocks(
                        "options[" + Plan.SECOND + "]",
                        CoreTexts.say(
                                "core.plan.settingsCheck.aSecondTableEveryDoes",
                                "every",
                                Durations.format(every),
                                "interval",
                                Durations.format(plan.interval())),
                        CoreTexts.say("core.plan.settingsCheck.chooseAnIntervalThatDivides")));
    }

    private void start(Instant now) {
        StartCondition start = plan.start();
        if (!model.starts().contains(start.kind())) {
            found.blocks(
                    "start",
                    CoreTexts.say(
                            "core.plan.settingsCheck.cannotStart",
                            "name",
                            model.name(),
                            "kind",
                            start.kind().words()),
                    CoreTexts.say("core.plan.settingsCheck.chooseAnotherStartCondition"));
        }
        found.needs(
                "start",
                "start." + key(start.kind()),
                CoreTexts.say(
                        "core.plan.settingsCheck.startKind",
                        "kind",
                        start.kind().words()));
        if (start instanceof StartCondition.At at && !at.instant().isAfter(now)) {
            found.blocks(
                    "startAt",
                    CoreTexts.say("core.plan.settingsCheck.theStartLiesInThe"),
                    CoreTexts.say("core.plan.settingsCheck.chooseALaterInstantOr"));
        }
        if (start instanceof StartCondition.OnThreshold t) {
            threshold(t);
        }
        if (start.kind() == StartKind.BUTTON && plan.option(model, "field", "look")) {
            found.warns(
                    "options[field]",
                    CoreTexts.say("core.plan.settingsCheck.itWaitsForItsButton"),
                    CoreTexts.say("core.plan.settingsCheck.allowTheStartInThe"));
        }
    }

    private void threshold(StartCondition.OnThreshold t) {
        if (t.channel() >= plan.channels().size()
                || !plan.channels().get(t.channel()).enabled()) {
            found.blocks(
                    "thresholdChannel",
                    CoreTexts.say("core.plan.settingsCheck.theChannelItWatchesIs"),
                    CoreTexts.say("core.plan.settingsCheck.chooseARecordedChannel"));
            return;
        }
        channels.read(t.channel()).ifPresent(channel -> {
            boolean lowUsed = t.crossing() != StartCondition.Crossing.ABOVE;
            boolean highUsed = t.crossing() != StartCondition.Crossing.BELOW;
            if (lowUsed) {
                threshold("thresholdLow", t.low(), channel);
            }
            if (highUsed) {
                threshold("thresholdHigh", t.high(), channel);
            }
        });
    }

    private void threshold(String field, double value, MeasuredChannel channel) {
        if (Conflicts.outside(channel, value)) {
            found.blocks(
                    field,
                    CoreTexts.say(
                            "core.plan.settingsCheck.itWaitsForOutsideThe",
                            "quantity",
                            LimitText.quantity(value, channel.unit())),
                    CoreTexts.say("core.plan.settingsCheck.chooseRange", "range", Conflicts.range(channel)));
        }
    }

    private void stop(Instant now) {
        StopCondition stop = plan.stop();
        if (!model.stops().contains(stop.kind())) {
            found.blocks(
                    "stop",
                    stop.kind() == StopKind.WRAP
                            ? CoreTexts.say(
                                    "core.plan.settingsCheck.cannotOverwriteItsOldestRecords", "name", model.name())
                            : CoreTexts.say(
                                    "core.plan.settingsCheck.cannotStop",
                                    "name",
                                    model.name(),
                                    "kind",
                                    stop.kind().words()),
                    CoreTexts.say("core.plan.settingsCheck.letItStopWhenMemory2"));
        }
        found.needs(
                "stop",
                "stop." + key(stop.kind()),
                CoreTexts.say(
                        "core.plan.settingsCheck.endKind", "kind", stop.kind().words()));
        if (stop instanceof StopCondition.AfterSamples n && n.count() > plan.capacity(model)) {
            found.warns(
                    "stopAfter",
                    CoreTexts.say(
                            "core.plan.settingsCheck.memoryHoldsRecordsFewerThan",
                            "capacity",
                            plan.capacity(model),
                            "count",
                            n.count()),
                    CoreTexts.say("core.plan.settingsCheck.itWillStopWhenMemory"));
        }
        Instant from = plan.start() instanceof StartCondition.At at ? at.instant() : now;
        if (stop instanceof StopCondition.At at && !at.instant().isAfter(from)) {
            found.blocks(
                    "stopAt",
                    CoreTexts.say("core.plan.settingsCheck.theEndLiesBeforeThe"),
                    CoreTexts.say("core.plan.settingsCheck.chooseALaterEnd"));
        }
    }

    private void options() {
        plan.options().forEach((key, value) -> {
            OptionModel option = model.option(key).orElse(null);
            if (option == null) {
                found.blocks(
                        "options[" + key + "]",
                        CoreTexts.say("core.plan.settingsCheck.hasNoSetting", "name", model.name(), "key", key),
                        CoreTexts.say("core.plan.settingsCheck.leaveItOut"));
            } else if (!option.allows(value)) {
                found.blocks(
                        "options[" + key + "]",
                        CoreTexts.say("core.plan.settingsCheck.cannotBe", "label", option.label(), "value", value),
                        option.number()
                                ? CoreTexts.say(
                                        "core.plan.settingsCheck.chooseTo",
                                        "plain",
                                        Conflicts.plain(option.low()),
                                        "plain2",
                                        Conflicts.plain(option.high()),
                                        "unit",
                                        option.unit())
                                : CoreTexts.say("core.plan.settingsCheck.chooseOneOfThoseOffered"));
            } else {
                option.choice(value)
                        .map(OptionModel.Choice::firmware)
                        .ifPresent(f -> found.tooOld("options[" + key + "]", f, option.label()));
            }
        });
    }

    /** A relay that waits for an alarm that no limit raises. */
    private void relays() {
        boolean high = plan.enabled().stream()
                .anyMatch(i -> plan.channels().get(i).levels().stream().anyMatch(l -> l.high() != null));
        boolean low = plan.enabled().stream()
                .anyMatch(i -> plan.channels().get(i).levels().stream().anyMatch(l -> l.low() != null));
        for (OptionModel o : model.options()) {
            if (!o.key().startsWith(RELAY)) {
                continue;
            }
            String waits = plan.option(o);
            boolean never = waits.equals("high") && !high
                    || waits.equals("low") && !low
                    || waits.equals("any") && !high && !low;
            if (never) {
                found.warns(
                        "options[" + o.key() + "]",
                        CoreTexts.say(
                                "core.plan.settingsCheck.andThereIsNoLimit",
                                "label",
                                o.label(),
                                "choice",
                                o.choice(waits).map(OptionModel.Choice::label).orElse(waits),
                                "side",
                                waits),
                        CoreTexts.say("core.plan.settingsCheck.setTheLimitOrLet"));
            }
        }
    }

    /** Noise doses are of A-weighted levels (ISO 9612, 29 CFR 1910.95); the latter of slow response. */
    private void weighting() {
        String dose = model.option("dose").map(plan::option).orElse("none");
        if (dose.equals("none")) {
            return;
        }
        if (!plan.option(model, "weighting", "A")) {
            found.warns(
                    "options[weighting]",
                    CoreTexts.say(
                            "core.plan.settingsCheck.aNoiseDoseNeedsA",
                            "option",
                            model.option("weighting").map(plan::option).orElse("")),
                    CoreTexts.say("core.plan.settingsCheck.chooseAOrNoDose"));
        }
        if (dose.startsWith("osha") && !plan.option(model, "response", "slow")) {
            found.warns(
                    "options[response]",
                    CoreTexts.say("core.plan.settingsCheck.aDoseByThisScheme"),
                    CoreTexts.say("core.plan.settingsCheck.chooseSlow"));
        }
    }

    private void name() {
        String name = plan.loggerName();
        if (name.isBlank()) {
            found.blocks(
                    "loggerName",
                    CoreTexts.say("core.plan.settingsCheck.theLoggerHasNoName"),
                    CoreTexts.say("core.plan.settingsCheck.enterANameThatSays"));
        } else if (name.length() > model.nameLength()) {
            found.blocks(
                    "loggerName",
                    CoreTexts.say(
                            "core.plan.settingsCheck.theNameHasCharactersThe",
                            "name",
                            name.length(),
                            "nameLength",
                            model.nameLength()),
                    CoreTexts.say(
                            "core.plan.settingsCheck.shortenItBy", "nameLength", (name.length() - model.nameLength())));
        } else if (!name.chars().allMatch(c -> c >= 0x20 && c < 0x7f)) {
            found.blocks(
                    "loggerName",
                    CoreTexts.say("core.plan.settingsCheck.theLoggerCanHoldPlain"),
                    CoreTexts.say("core.plan.settingsCheck.writeItWithoutAccents"));
        }
    }

    private static String key(Enum<?> kind) {
        return kind.name().toLowerCase(java.util.Locale.ROOT);
    }
}
