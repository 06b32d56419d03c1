package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
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
            found.blocks("channels", "No channel is switched on", "Switch on at least one channel");
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
                    "A logger that overwrites its oldest records keeps one mission only",
                    "Let it stop when memory is full, or choose that a start after its end does nothing");
        }
    }

    private void interval() {
        Intervals possible = model.interval();
        if (!possible.possible(plan.interval())) {
            found.blocks(
                    "interval",
                    "An interval of " + Durations.format(plan.interval()) + " is not possible on " + model.name(),
                    "Choose " + Durations.format(possible.shortest()) + " to " + Durations.format(possible.longest())
                            + ", in steps of " + Durations.format(possible.step()));
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
                    "To measure " + plan.enabled().size() + " channel"
                            + (plan.enabled().size() == 1 ? "" : "s")
                            + " takes " + LimitText.quantity(takes.toMillis() / 1000.0, "s") + ", longer than the "
                            + Durations.format(fastest) + " from one scan to the next",
                    "Choose " + Durations.format(wholeSeconds(takes))
                            + " or more, fewer channels, or less time for each");
        } else if (possible.wearing() && fastest.compareTo(possible.advised()) < 0) {
            found.warns(
                    field,
                    "Every " + Durations.format(fastest) + " wears its relays out within months",
                    "Choose " + Durations.format(possible.advised()) + " or more");
        }
    }

    private static Duration wholeSeconds(Duration d) {
        return Duration.ofSeconds((d.toMillis() + 999) / 1000);
    }

    private void scan(Intervals possible) {
        if (!model.scans()) {
            found.blocks("scan", model.name() + " cannot scan faster than it records", "Leave the scan interval empty");
        } else if (!possible.possible(plan.scan())
                || plan.interval().toMillis() % plan.scan().toMillis() != 0
                || plan.scan().compareTo(plan.interval()) >= 0) {
            found.blocks(
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
                .ifPresent(every -> found.blocks(
                        "options[" + Plan.SECOND + "]",
                        "A second table every " + Durations.format(every) + " does not go with records every "
                                + Durations.format(plan.interval()),
                        "Choose an interval that divides it, or another second table"));
    }

    private void start(Instant now) {
        StartCondition start = plan.start();
        if (!model.starts().contains(start.kind())) {
            found.blocks("start", model.name() + " cannot start " + start.kind().words(), "Choose another start");
        }
        found.needs(
                "start", "start." + key(start.kind()), "Start " + start.kind().words());
        if (start instanceof StartCondition.At at && !at.instant().isAfter(now)) {
            found.blocks("startAt", "The start lies in the past", "Choose a later instant, or start now");
        }
        if (start instanceof StartCondition.OnThreshold t) {
            threshold(t);
        }
        if (start.kind() == StartKind.BUTTON && plan.option(model, "field", "look")) {
            found.warns(
                    "options[field]",
                    "It waits for its button, and its plan lets nobody press it: only a link could start it",
                    "Allow the start in the field, or choose another start");
        }
    }

    private void threshold(StartCondition.OnThreshold t) {
        if (t.channel() >= plan.channels().size()
                || !plan.channels().get(t.channel()).enabled()) {
            found.blocks("thresholdChannel", "The channel it waits for is not recorded", "Choose one that is");
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
                    "It waits for " + LimitText.quantity(value, channel.unit()) + ", outside the sensor's range",
                    "Choose " + Conflicts.range(channel));
        }
    }

    private void stop(Instant now) {
        StopCondition stop = plan.stop();
        if (!model.stops().contains(stop.kind())) {
            found.blocks(
                    "stop",
                    stop.kind() == StopKind.WRAP
                            ? model.name() + " cannot overwrite its oldest records"
                            : model.name() + " cannot stop " + stop.kind().words(),
                    "Let it stop when memory is full");
        }
        found.needs("stop", "stop." + key(stop.kind()), "End " + stop.kind().words());
        if (stop instanceof StopCondition.AfterSamples n && n.count() > plan.capacity(model)) {
            found.warns(
                    "stopAfter",
                    "Memory holds " + plan.capacity(model) + " records, fewer than the " + n.count() + " asked for",
                    "It will stop when memory is full");
        }
        Instant from = plan.start() instanceof StartCondition.At at ? at.instant() : now;
        if (stop instanceof StopCondition.At at && !at.instant().isAfter(from)) {
            found.blocks("stopAt", "The end lies before the start", "Choose a later end");
        }
    }

    private void options() {
        plan.options().forEach((key, value) -> {
            OptionModel option = model.option(key).orElse(null);
            if (option == null) {
                found.blocks("options[" + key + "]", model.name() + " has no setting “" + key + "”", "Leave it out");
            } else if (!option.allows(value)) {
                found.blocks(
                        "options[" + key + "]",
                        "“" + option.label() + "” cannot be “" + value + "”",
                        option.number()
                                ? "Choose " + Conflicts.plain(option.low()) + " to " + Conflicts.plain(option.high())
                                        + " " + option.unit()
                                : "Choose one of those offered");
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
                        "“" + o.label() + "” "
                                + o.choice(waits).map(OptionModel.Choice::label).orElse(waits)
                                + ", and there is no "
                                + (waits.equals("any") ? "" : waits.equals("high") ? "upper " : "lower ")
                                + "limit that could raise one",
                        "Set the limit, or let the relay never close");
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
                    "A noise dose is of A-weighted levels, and this records "
                            + model.option("weighting").map(plan::option).orElse("") + "-weighted ones",
                    "Choose A, or no dose");
        }
        if (dose.startsWith("osha") && !plan.option(model, "response", "slow")) {
            found.warns(
                    "options[response]",
                    "A dose by this scheme is of slow response, and this records fast",
                    "Choose slow");
        }
    }

    private void name() {
        String name = plan.loggerName();
        if (name.isBlank()) {
            found.blocks("loggerName", "The logger has no name", "Give it a name that says where it goes");
        } else if (name.length() > model.nameLength()) {
            found.blocks(
                    "loggerName",
                    "The name has " + name.length() + " characters, the logger holds " + model.nameLength(),
                    "Shorten it by " + (name.length() - model.nameLength()));
        } else if (!name.chars().allMatch(c -> c >= 0x20 && c < 0x7f)) {
            found.blocks(
                    "loggerName",
                    "The logger can hold plain letters, digits and signs only",
                    "Write it without accents");
        }
    }

    private static String key(Enum<?> kind) {
        return kind.name().toLowerCase(java.util.Locale.ROOT);
    }
}
