package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.OptionModel;
import org.pelerin.core.sensor.Sensor;

/**
 * What a logger is told to do.
 *
 * @param model id of the logger model it is for
 * @param loggerName name written into the logger
 * @param interval time between records
 * @param scan time between scans where that is shorter than the interval: each record then holds mean, least and greatest; null
 *     otherwise
 * @param start what begins it
 * @param stop what ends it
 * @param channels one entry a channel of the model, in its order
 * @param options settings of the whole logger by key; an option that is not there has the model's preset
 */
public record Plan(
        String model,
        String loggerName,
        Duration interval,
        Duration scan,
        StartCondition start,
        StopCondition stop,
        List<ChannelSettings> channels,
        Map<String, String> options) {

    /** Key of the option that asks for a second table of records; its choices are intervals. */
    public static final String SECOND = "second";

    /** The option that says whether it may be started again after its end, and what it is then. */
    public static final String AGAIN = "again";

    public static final String AGAIN_KEPT = "kept";

    private static final String NO_SECOND = "off";

    /** Values that a channel puts into a record when it is scanned faster than it is recorded. */
    public static final int SCAN_VALUES = 3;

    public Plan {
        channels = List.copyOf(channels);
        options = Collections.unmodifiableMap(new TreeMap<>(options));
    }

    /** A plan without scans, all options as the model presets them. */
    public Plan(
            String model,
            String loggerName,
            Duration interval,
            StartCondition start,
            StopCondition stop,
            List<ChannelSettings> channels) {
        this(model, loggerName, interval, null, start, stop, channels, Map.of());
    }

    public Plan withLoggerName(String other) {
        return new Plan(model, other, interval, scan, start, stop, channels, options);
    }

    public Plan withStart(StartCondition other) {
        return new Plan(model, loggerName, interval, scan, other, stop, channels, options);
    }

    public Plan withChannels(List<ChannelSettings> others) {
        return new Plan(model, loggerName, interval, scan, start, stop, others, options);
    }

    /** Channels that are recorded, as indexes into the model's channels. */
    public List<Integer> enabled() {
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < channels.size(); i++) {
            if (channels.get(i).enabled()) {
                out.add(i);
            }
        }
        return out;
    }

    /** Values in a record: one a channel, or three where it scans. */
    public int valuesPerRecord() {
        return enabled().size() * (scan == null ? 1 : SCAN_VALUES);
    }

    /** How many records the mission can hold at once; a second table takes its share, so that both fill together. */
    public long capacity(LoggerModel m) {
        Optional<Duration> other = second();
        if (other.isEmpty() || enabled().isEmpty()) {
            return m.recordsThatFit(valuesPerRecord());
        }
        long every = other.get().toMillis();
        long share = valuesPerRecord() * every + secondValues() * interval.toMillis();
        return m.memory().values() * every / share;
    }

    /** The interval of the second table of records, where there is one. */
    public Optional<Duration> second() {
        String every = options.getOrDefault(SECOND, NO_SECOND);
        try {
            return every.equals(NO_SECOND) ? Optional.empty() : Optional.of(Duration.parse(every));
        } catch (DateTimeParseException e) {
            // not a choice of the model's; preflight says so
            return Optional.empty();
        }
    }

    /** Values in a record of the second table: mean, least and greatest of each channel. */
    public int secondValues() {
        return enabled().size() * SCAN_VALUES;
    }

    /** How many records of the second table the mission can hold at once; 0 without one. */
    public long secondCapacity(LoggerModel m) {
        return second().isEmpty() || enabled().isEmpty()
                ? 0
                : (m.memory().values() - capacity(m) * valuesPerRecord()) / secondValues();
    }

    /** The channels whose every change is recorded: its contacts, where the plan says so. */
    public List<Integer> changes(LoggerModel m) {
        if (!option(m, "contacts", "changes")) {
            return List.of();
        }
        return enabled().stream().filter(i -> input(m, i) == Input.CONTACT).toList();
    }

    private Input input(LoggerModel m, int channel) {
        Sensor sensor = channels.get(channel).sensor();
        return sensor == null ? m.channels().get(channel).own().kind() : sensor.input();
    }

    /**
     * How many records it takes until it stops on its own; {@link Long#MAX_VALUE} when it wraps.
     *
     * @param first when the first record is taken, or null if that is not known: an end at an instant then does not count
     */
    public long lastRecord(LoggerModel m, Instant first) {
        long fits = capacity(m);
        if (stop instanceof StopCondition.Wrap) {
            return Long.MAX_VALUE;
        }
        if (stop instanceof StopCondition.AfterSamples n) {
            return Math.min(n.count(), fits);
        }
        if (stop instanceof StopCondition.AfterTime t) {
            return Math.min(records(t.time()), fits);
        }
        if (stop instanceof StopCondition.At at && first != null) {
            Duration left = Duration.between(first, at.instant());
            return left.isNegative() || left.isZero() ? 1 : Math.min(records(left), fits);
        }
        return fits;
    }

    /** Records whose first lies at the beginning of a time and whose last lies within it. */
    private long records(Duration time) {
        return (time.toMillis() + interval.toMillis() - 1) / interval.toMillis();
    }

    /** The value of an option, preset or set. */
    public String option(OptionModel option) {
        return options.getOrDefault(option.key(), option.preset());
    }

    /** Whether an option that the model has is at a value. */
    public boolean option(LoggerModel m, String key, String value) {
        return m.option(key).map(this::option).filter(value::equals).isPresent();
    }

    /** The limits that its alarms stand for: a rule each. */
    public Limits limits() {
        List<Rule> rules = new ArrayList<>();
        for (ChannelSettings c : channels) {
            for (int level = 1; c.enabled() && level <= c.levels().size(); level++) {
                AlarmLevel pair = c.level(level);
                String suffix = level == 1 ? "" : " " + level;
                Severity severity = level == 1 ? Severity.MAJOR : Severity.CRITICAL;
                pair.upper()
                        .ifPresent(a ->
                                rules.add(rule(c.label(), "high" + suffix, new Bound.Above(a.limit()), a, severity)));
                pair.lower()
                        .ifPresent(a ->
                                rules.add(rule(c.label(), "low" + suffix, new Bound.Below(a.limit()), a, severity)));
            }
        }
        return new Limits("Alarms of the plan", rules);
    }

    private static Rule rule(String label, String side, Bound bound, Alarm alarm, Severity severity) {
        return new Rule(label + " " + side, label, bound, alarm.lasting(), 0, Rule.DEFAULT_BRIDGE, severity);
    }
}
