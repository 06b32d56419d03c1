package org.pelerin.core.plan;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.model.LoggerModel;

/**
 * What a logger is told to do.
 *
 * @param model id of the logger model it is for
 * @param loggerName name written into the logger
 * @param interval time between records
 * @param start what begins it
 * @param stop what ends it
 * @param channels one entry an input of the model, in its order
 */
public record Plan(
        String model,
        String loggerName,
        Duration interval,
        StartCondition start,
        StopCondition stop,
        List<ChannelSettings> channels) {

    public Plan {
        channels = List.copyOf(channels);
    }

    public Plan withLoggerName(String other) {
        return new Plan(model, other, interval, start, stop, channels);
    }

    public Plan withStart(StartCondition other) {
        return new Plan(model, loggerName, interval, other, stop, channels);
    }

    /** Inputs that are recorded, as indexes into the model's channels. */
    public List<Integer> enabled() {
        List<Integer> out = new ArrayList<>();
        for (int i = 0; i < channels.size(); i++) {
            if (channels.get(i).enabled()) {
                out.add(i);
            }
        }
        return out;
    }

    /** How many records the mission can hold at once. */
    public long capacity(LoggerModel m) {
        return m.recordsThatFit(enabled().size());
    }

    /** How many records it takes until it stops on its own; {@link Long#MAX_VALUE} when it wraps. */
    public long lastRecord(LoggerModel m) {
        if (stop instanceof StopCondition.Wrap) {
            return Long.MAX_VALUE;
        }
        long fits = capacity(m);
        return stop instanceof StopCondition.AfterSamples n ? Math.min(n.count(), fits) : fits;
    }

    /** The limits that its alarms stand for: a rule each, with the alarm's delay. */
    public Limits limits() {
        List<Rule> rules = new ArrayList<>();
        for (ChannelSettings c : channels) {
            if (c.enabled() && c.high() != null) {
                rules.add(rule(c.label(), "high", new Bound.Above(c.high().limit()), c.high()));
            }
            if (c.enabled() && c.low() != null) {
                rules.add(rule(c.label(), "low", new Bound.Below(c.low().limit()), c.low()));
            }
        }
        return new Limits("Alarms of the plan", rules);
    }

    private static Rule rule(String label, String side, Bound bound, Alarm alarm) {
        Lasting lasting = alarm.delay().isZero() ? Lasting.ANY : Lasting.delay(alarm.delay());
        return Rule.of(label + " " + side, label, bound, lasting);
    }
}
