package org.pelerin.yard.logger;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.mains.DisturbanceWatch;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.DisturbancePage;
import org.threeten.extra.Interval;

/**
 * Looks at every half period of the mains, on the logger's clock. So that months can be lived in seconds it asks only for those
 * stretches in which the surroundings have something to show; in between, every value is taken as quiet.
 */
final class MainsWatch {

    /** Half periods looked at around an unquiet stretch, beyond those that are kept. */
    private static final int SETTLING = 20;

    private static final int NANOS_A_MILLI = 1_000_000;

    private final List<Phase> phases = new ArrayList<>();
    private final long half;
    private final Duration around;

    private final class Phase {
        private final int channel;
        private final DisturbanceWatch watch;
        private long until;

        Phase(int channel, DisturbanceWatch watch) {
            this.channel = channel;
            this.watch = watch;
        }

        void runUntil(long device, DriftingClock clock, Probe probe, Consumer<Disturbance> found) {
            for (Interval unquiet : probe.unquiet(clock.world(until).minus(around), clock.world(device))) {
                long begin = Math.max(until, clock.device(unquiet.getStart().minus(around)));
                long end = Math.min(device, clock.device(unquiet.getEnd().plus(around)));
                for (long n = -Math.floorDiv(-begin * NANOS_A_MILLI, half); n * half < end * NANOS_A_MILLI; n++) {
                    Instant at = Instant.ofEpochMilli(n * half / NANOS_A_MILLI);
                    double v = probe.halfPeriod(channel, clock.world(at.toEpochMilli()));
                    if (!Double.isNaN(v)) {
                        watch.value(v, at, found);
                    }
                }
                until = Math.max(until, end);
            }
            until = Math.max(until, device);
        }

        /** Where it has to begin again after a break, so that nothing that was open is lost. */
        long resumeAt() {
            return watch.openSince()
                    .map(start -> start.minus(around).toEpochMilli())
                    .orElse(until);
        }
    }

    private MainsWatch(Duration half, int keep) {
        this.half = half.toNanos();
        this.around = half.multipliedBy(keep + SETTLING);
    }

    /** @param from on the logger's clock, in ms */
    static MainsWatch of(LoggerModel model, Plan plan, long from) {
        Duration half = Duration.ofNanos(Math.round(5e8 / number(model, plan, "mains")));
        int keep = plan.option(model, "capture", "none") ? 0 : 2 * (int) number(model, plan, "capture");
        MainsWatch out = new MainsWatch(half, keep);
        DisturbanceWatch.Thresholds voltage = DisturbanceWatch.Thresholds.voltage(
                number(model, plan, "nominal"), number(model, plan, "dip"), number(model, plan, "swell"));
        DisturbanceWatch.Thresholds current = DisturbanceWatch.Thresholds.current(number(model, plan, "inrush"));
        for (int channel : plan.enabled()) {
            String unit = model.channels().get(channel).own().unit();
            if (unit.equals("V") || unit.equals("A")) {
                DisturbanceWatch.Thresholds thresholds = unit.equals("V") ? voltage : current;
                out.phases.add(out
                .new Phase(
                        channel, new DisturbanceWatch(channel, thresholds, half, keep, DisturbancePage.MOST_VALUES)));
            }
        }
        out.phases.forEach(p -> p.until = from);
        return out;
    }

    private static double number(LoggerModel model, Plan plan, String key) {
        return Double.parseDouble(plan.option(model.option(key).orElseThrow()));
    }

    /** Whether a model looks at half periods at all. */
    static boolean has(LoggerModel model) {
        return model.memory().disturbances() > 0;
    }

    /** Lives until an instant of the logger's clock. */
    void runUntil(long device, DriftingClock clock, Probe probe, Consumer<Disturbance> found) {
        phases.forEach(p -> p.runUntil(device, clock, probe, found));
    }

    List<Long> save() {
        return phases.stream().map(Phase::resumeAt).toList();
    }

    void restore(List<Long> saved) {
        for (int p = 0; p < phases.size(); p++) {
            phases.get(p).until = saved.get(p);
        }
    }
}
