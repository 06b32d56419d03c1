package org.pelerin.core.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Objects;
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
import org.pelerin.core.sensor.Supply;

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
        Objects.requireNonNull(model);
        Objects.requireNonNull(loggerName);
        Objects.requireNonNull(interval);
        Objects.requireNonNull(start);
        Objects.requireNonNull(stop);
        channels = List.copyOf(channels);
        options.values().forEach(Objects::requireNonNull);
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
        return stop instanceof StopCondition.Wrap ? Long.MAX_VALUE : Math.min(asked(first), capacity(m));
    }

    /** Whether its own end comes before memory is full. */
    public boolean endsByItself(LoggerModel m, Instant first) {
        return !(stop instanceof StopCondition.Wrap) && asked(first) <= capacity(m);
    }

    /** How many records its end asks for, however many fit; {@link Long#MAX_VALUE} where it asks for none. */
    long asked(Instant first) {
        if (stop instanceof StopCondition.AfterSamples n) {
            return n.count();
        }
        if (stop instanceof StopCondition.AfterTime t) {
            return records(t.time());
        }
        if (stop instanceof StopCondition.At at && first != null) {
            Duration left = Duration.between(first, at.instant());
            return left.isNegative() || left.isZero() ? 1 : records(left);
        }
        return Long.MAX_VALUE;
    }

    /** Records whose first lies at the beginning of a time and whose last lies within it. */
    private long records(Duration time) {
        return (time.toMillis() + interval.toMillis() - 1) / interval.toMillis();
    }

    /**
     * What one scan of all its channels takes: the longest warm-up of a probe, then one channel after the other; zero where the model
     * measures at once.
     */
    public Duration scanTime(LoggerModel m) {
        long each = m.options().stream()
                .map(o -> o.choice(option(o)))
                .flatMap(Optional::stream)
                .mapToLong(OptionModel.Choice::millis)
                .sum();
        Duration warmUp = Forecast.supplies(this).stream()
                .filter(s -> !s.continuous())
                .map(Supply::warmUp)
                .max(Duration::compareTo)
                .orElse(Duration.ZERO);
        return warmUp.plusMillis(each * enabled().size());
    }

    /** Time between scans: those of its records, or faster ones. */
    public Duration fastest() {
        return scan == null ? interval : scan;
    }

    /** The value of an option, preset or set. */
    public String option(OptionModel option) {
        return options.getOrDefault(option.key(), option.preset());
    }

    /** Whether an option that the model has is at a value. */
    public boolean option(LoggerModel m, String key, String value) {
        return m.option(key).map(this::option).filter(value::equals).isPresent();
    }

    /** The limits that its alarms stand for: a rule each, and one for both sides of an allowance that they share. */
    public Limits limits() {
        List<Rule> rules = new ArrayList<>();
        for (ChannelSettings c : channels) {
            for (int level = 1; c.enabled() && level <= c.levels().size(); level++) {
                int at = level;
                AlarmLevel pair = c.level(level);
                if (pair.shared()) {
                    Bound both =
                            new Bound.Outside(pair.low().limit(), pair.high().limit());
                    rules.add(rule(c, level, true, both, pair.high()));
                    continue;
                }
                pair.upper().ifPresent(a -> rules.add(rule(c, at, true, new Bound.Above(a.limit()), a)));
                pair.lower().ifPresent(a -> rules.add(rule(c, at, false, new Bound.Below(a.limit()), a)));
            }
        }
        return new Limits("Alarms of the plan", rules);
    }

    /** Id of the rule that an alarm stands for. */
    public static String ruleId(ChannelSettings channel, int level, boolean upper) {
        String side = channel.level(level).shared() ? " limits" : upper ? " high" : " low";
        return channel.label() + side + (level == 1 ? "" : " " + level);
    }

    private static Rule rule(ChannelSettings channel, int level, boolean upper, Bound bound, Alarm alarm) {
        Severity severity = level == 1 ? Severity.MAJOR : Severity.CRITICAL;
        String id = ruleId(channel, level, upper);
        return Rule.of(id, channel.label(), bound, alarm.lasting())
                .withSeverity(severity)
                .latched(alarm.latched());
    }

    /** Symbol of the unit in which a channel is shown and its limits are given. */
    public String unit(LoggerModel m, int channel) {
        ChannelSettings c = channels.get(channel);
        if (!c.unit().isEmpty()) {
            return c.unit();
        }
        if (c.sensor() != null) {
            return c.sensor().unit();
        }
        return channel < m.channels().size() ? m.channels().get(channel).own().unit() : "";
    }
}
