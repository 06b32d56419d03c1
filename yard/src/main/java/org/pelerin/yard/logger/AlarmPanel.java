package org.pelerin.yard.logger;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.LoggerEvent;

/** The alarms of a plan as the logger watches them. */
final class AlarmPanel {

    /** Told when an alarm is raised. */
    interface Bell {
        void ring(LoggerEvent.Kind kind, long deviceMillis);
    }

    private record Watched(int channel, LoggerEvent.Kind kind, AlarmWatch watch) {}

    private final List<Watched> watches = new ArrayList<>();

    static final AlarmPanel NONE = new AlarmPanel();

    private AlarmPanel() {}

    static AlarmPanel of(Plan plan) {
        AlarmPanel panel = new AlarmPanel();
        for (int channel : plan.enabled()) {
            ChannelSettings settings = plan.channels().get(channel);
            if (settings.high() != null) {
                panel.watches.add(new Watched(channel, LoggerEvent.Kind.ALARM_HIGH, AlarmWatch.high(settings.high())));
            }
            if (settings.low() != null) {
                panel.watches.add(new Watched(channel, LoggerEvent.Kind.ALARM_LOW, AlarmWatch.low(settings.low())));
            }
        }
        return panel;
    }

    void sample(int channel, long deviceMillis, double v, Bell bell) {
        for (Watched w : watches) {
            if (w.channel == channel && w.watch.sample(deviceMillis, v)) {
                bell.ring(w.kind, deviceMillis);
            }
        }
    }

    boolean raised() {
        return watches.stream().anyMatch(w -> w.watch.raised());
    }

    List<String> save() {
        return watches.stream().map(w -> w.watch.save()).toList();
    }

    void restore(List<String> saved) {
        for (int i = 0; i < watches.size(); i++) {
            watches.get(i).watch.restore(saved.get(i));
        }
    }
}
