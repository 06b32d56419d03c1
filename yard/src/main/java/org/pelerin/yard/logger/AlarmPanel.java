package org.pelerin.yard.logger;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.LoggerEvent;

/** The alarms of a plan as the logger watches them. */
final class AlarmPanel {

    private record Watched(int channel, int level, boolean event, AlarmWatch watch) {
        void tell(long at, Consumer<LoggerEvent> bell) {
            if (at != AlarmWatch.NOT_RAISED) {
                bell.accept(new LoggerEvent(watch.side(), Instant.ofEpochMilli(at), channel, level));
            }
        }
    }

    private final List<Watched> watches = new ArrayList<>();

    static final AlarmPanel NONE = new AlarmPanel();

    private AlarmPanel() {}

    /** @param changing channels whose values hold until they change */
    static AlarmPanel of(Plan plan, List<Integer> changing) {
        AlarmPanel panel = new AlarmPanel();
        for (int channel : plan.enabled()) {
            List<AlarmLevel> levels = plan.channels().get(channel).levels();
            boolean event = changing.contains(channel);
            for (int i = 0; i < levels.size(); i++) {
                panel.watch(channel, i + 1, event, event ? Duration.ZERO : plan.interval(), levels.get(i));
            }
        }
        return panel;
    }

    private void watch(int channel, int level, boolean event, Duration stands, AlarmLevel pair) {
        if (pair.shared()) {
            watches.add(new Watched(channel, level, event, AlarmWatch.both(pair, stands)));
            return;
        }
        pair.upper().ifPresent(a -> watches.add(new Watched(channel, level, event, AlarmWatch.high(a, stands))));
        pair.lower().ifPresent(a -> watches.add(new Watched(channel, level, event, AlarmWatch.low(a, stands))));
    }

    /** @param bell told what is raised */
    void sample(int channel, long deviceMillis, double v, Consumer<LoggerEvent> bell) {
        for (Watched w : watches) {
            if (w.channel == channel) {
                w.tell(w.watch.sample(deviceMillis, v), bell);
            }
        }
    }

    /** What holds until it changes has held until now. */
    void hold(long deviceMillis, Consumer<LoggerEvent> bell) {
        for (Watched w : watches) {
            if (w.event) {
                w.tell(w.watch.holds(deviceMillis), bell);
            }
        }
    }

    boolean raised() {
        return watches.stream().anyMatch(w -> w.watch.raised());
    }

    boolean raised(LoggerEvent.Kind kind) {
        return watches.stream().anyMatch(w -> w.watch.side() == kind && w.watch.raised());
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
