package org.pelerin.yard.logger;

import org.pelerin.core.plan.Alarm;

/** One limit as the logger watches it, sample by sample. */
final class AlarmWatch {

    private final Alarm alarm;
    private final int sign;
    private long outSince = -1;
    private boolean raised;

    private AlarmWatch(Alarm alarm, int sign) {
        this.alarm = alarm;
        this.sign = sign;
    }

    static AlarmWatch high(Alarm alarm) {
        return new AlarmWatch(alarm, 1);
    }

    static AlarmWatch low(Alarm alarm) {
        return new AlarmWatch(alarm, -1);
    }

    /** Takes a sample; returns whether it raises the alarm now. */
    boolean sample(long deviceMillis, double v) {
        if (sign * (v - alarm.limit()) <= 0) {
            outSince = -1;
            raised &= alarm.latched();
            return false;
        }
        outSince = outSince < 0 ? deviceMillis : outSince;
        boolean now = !raised && deviceMillis - outSince >= alarm.delay().toMillis();
        raised |= now;
        return now;
    }

    boolean raised() {
        return raised;
    }

    String save() {
        return outSince + ":" + raised;
    }

    void restore(String saved) {
        String[] parts = saved.split(":");
        outSince = Long.parseLong(parts[0]);
        raised = Boolean.parseBoolean(parts[1]);
    }
}
