package org.pelerin.yard.logger;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.LoggerEvent;

/** The alarms of a plan as the logger watches them. */
final class AlarmPanel {

    private record Watched(int channel, int level, LoggerEvent.Kind kind, AlarmWatch watch) {}

    private final List<Watched> watches = new ArrayList<>();

    static final AlarmPanel NONE = new AlarmPanel();

    private AlarmPanel() {}

    static AlarmPanel of(Plan plan) {
        AlarmPanel panel = new AlarmPanel();
        for (int channel : plan.enabled()) {
            List<AlarmLevel> levels = plan.channels().get(channel).levels();
            for (int i = 0; i < levels.size(); i++) {
                panel.watch(plan, channel, i + 1, levels.get(i));
            }
        }
        return panel;
    }

    private void watch(Plan plan, int channel, int level, AlarmLevel pair) {
        pair.upper()
                .ifPresent(a -> watches.add(
                        new Watched(channel, level, LoggerEvent.Kind.ALARM_HIGH, AlarmWatch.high(a, plan.interval()))));
        pair.lower()
                .ifPresent(a -> watches.add(
                        new Watched(channel, level, LoggerEvent.Kind.ALARM_LOW, AlarmWatch.low(a, plan.interval()))));
    }

    /** @param bell told what is raised */
    void sample(int channel, long deviceMillis, double v, Consumer<LoggerEvent> bell) {
        for (Watched w : watches) {
            long at = w.channel == channel ? w.watch.sample(deviceMillis, v) : -1;
            if (at >= 0) {
                bell.accept(new LoggerEvent(w.kind, Instant.ofEpochMilli(at), channel, w.level));
            }
        }
    }

    boolean raised() {
        return watches.stream().anyMatch(w -> w.watch.raised());
    }

    boolean raised(LoggerEvent.Kind kind) {
        return watches.stream().anyMatch(w -> w.kind == kind && w.watch.raised());
    }

    void acknowledge() {
        watches.forEach(w -> w.watch.acknowledge());
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
