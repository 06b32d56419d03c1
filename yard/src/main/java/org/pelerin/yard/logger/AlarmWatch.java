package org.pelerin.yard.logger;

import java.time.Duration;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.stats.Band;
import org.pelerin.link.message.LoggerEvent;

/** One limit as the logger watches it, sample by sample. It rings once a run, and stays raised if it is latched. */
final class AlarmWatch {

    static final long NOT_RAISED = -1;

    private final Lasting lasting;
    private final boolean latched;
    private final Band band;
    private final long interval;
    private long outSince = -1;
    private long lastOut;
    private long samples;
    private long sum;
    private boolean rang;
    private boolean raised;
    private boolean above;

    private AlarmWatch(Lasting lasting, boolean latched, Band band, Duration interval) {
        this.lasting = lasting;
        this.latched = latched;
        this.band = band;
        this.interval = interval.toMillis();
        this.above = !Double.isInfinite(band.high());
    }

    /** @param interval that a sample stands for; zero where a value holds until the next one */
    static AlarmWatch high(Alarm alarm, Duration interval) {
        return new AlarmWatch(
                alarm.lasting(), alarm.latched(), new Band(Double.NEGATIVE_INFINITY, alarm.limit()), interval);
    }

    /** @param interval that a sample stands for; zero where a value holds until the next one */
    static AlarmWatch low(Alarm alarm, Duration interval) {
        return new AlarmWatch(
                alarm.lasting(), alarm.latched(), new Band(alarm.limit(), Double.POSITIVE_INFINITY), interval);
    }

    /** Both sides of a pair, which use up one allowance. */
    static AlarmWatch both(AlarmLevel pair, Duration interval) {
        return new AlarmWatch(
                pair.high().lasting(),
                pair.high().latched() || pair.low().latched(),
                new Band(pair.low().limit(), pair.high().limit()),
                interval);
    }

    /**
     * Takes a sample; a fault leaves everything as it is.
     *
     * @return when the alarm is raised, if this sample, standing until the next one, raises it; {@link #NOT_RAISED} otherwise
     */
    long sample(long deviceMillis, double v) {
        if (Double.isNaN(v)) {
            return NOT_RAISED;
        }
        boolean allowance = lasting instanceof Lasting.Allowance;
        int side = band.side(v);
        if (side == 0) {
            outSince = -1;
            samples = 0;
            rang &= allowance;
            raised &= latched || allowance;
            return NOT_RAISED;
        }
        above = side > 0;
        sum += outSince < 0 ? interval : deviceMillis + interval - lastOut;
        lastOut = deviceMillis + interval;
        outSince = outSince < 0 ? deviceMillis : outSince;
        samples++;
        return ring(deviceMillis);
    }

    /** The last value has held until now; returns as {@link #sample}. */
    long holds(long deviceMillis) {
        if (outSince < 0 || deviceMillis <= lastOut) {
            return NOT_RAISED;
        }
        sum += deviceMillis - lastOut;
        lastOut = deviceMillis;
        return ring(deviceMillis);
    }

    private long ring(long deviceMillis) {
        long at = rang ? NOT_RAISED : raisedAt(deviceMillis);
        rang |= at >= 0;
        raised |= at >= 0;
        return at;
    }

    private long raisedAt(long deviceMillis) {
        if (lasting instanceof Lasting.Samples n) {
            return samples >= n.count() ? deviceMillis : NOT_RAISED;
        }
        if (lasting instanceof Lasting.Allowance a) {
            long over = sum - a.sum().toMillis();
            return over > 0 ? lastOut - over : NOT_RAISED;
        }
        long delay = lasting instanceof Lasting.Delay d ? d.delay().toMillis() : 0;
        return deviceMillis + interval - outSince > delay ? outSince + delay : NOT_RAISED;
    }

    /** On which side the last value out lay. */
    LoggerEvent.Kind side() {
        return above ? LoggerEvent.Kind.ALARM_HIGH : LoggerEvent.Kind.ALARM_LOW;
    }

    boolean raised() {
        return raised;
    }

    /** Switches the lamp off, if the cause has gone. */
    void acknowledge() {
        raised &= outSince >= 0;
    }

    String save() {
        return outSince + ":" + lastOut + ":" + samples + ":" + sum + ":" + rang + ":" + raised + ":" + above;
    }

    void restore(String saved) {
        String[] parts = saved.split(":");
        outSince = Long.parseLong(parts[0]);
        lastOut = Long.parseLong(parts[1]);
        samples = Long.parseLong(parts[2]);
        sum = Long.parseLong(parts[3]);
        rang = Boolean.parseBoolean(parts[4]);
        raised = Boolean.parseBoolean(parts[5]);
        above = Boolean.parseBoolean(parts[6]);
    }
}
