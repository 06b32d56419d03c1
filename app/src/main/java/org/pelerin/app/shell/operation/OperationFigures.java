package org.pelerin.app.shell.operation;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.Meter;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Timer;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.springframework.stereotype.Component;

/** The figures that programs read, as people do; of this process, since its start, where nothing else is said. */
@Component
class OperationFigures {

    private static final double MEGA = 1e6;

    /** @param value with its unit */
    record Line(String title, String value) {}

    private final MeterRegistry registry;
    private final Formats show;

    OperationFigures(MeterRegistry registry, Formats show) {
        this.registry = registry;
        this.show = show;
    }

    List<Line> lines() {
        List<Line> out = new ArrayList<>();
        out.add(new Line(
                Texts.of("shell.operation.runningFor"), show.rough(Duration.ofSeconds((long) sum("process.uptime")))));
        Collection<Timer> requests = registry.find("http.server.requests").timers();
        long count = requests.stream().mapToLong(Timer::count).sum();
        double millis = requests.stream()
                .mapToDouble(t -> t.totalTime(TimeUnit.MILLISECONDS))
                .sum();
        double slowest = requests.stream()
                .mapToDouble(t -> t.max(TimeUnit.MILLISECONDS))
                .max()
                .orElse(0);
        out.add(new Line(
                Texts.of("shell.operation.requests"),
                Texts.of(
                        "shell.operation.requestsTook",
                        "count",
                        show.count(count),
                        "mean",
                        show.count(Math.round(count == 0 ? 0 : millis / count)),
                        "slowest",
                        show.count(Math.round(slowest)))));
        out.add(new Line(
                Texts.of("shell.operation.databaseConnections"),
                Texts.of(
                        "shell.operation.usedOf",
                        "used",
                        whole("hikaricp.connections.active"),
                        "most",
                        whole("hikaricp.connections.max"),
                        "waiting",
                        whole("hikaricp.connections.pending"))));
        out.add(new Line(
                Texts.of("shell.operation.memory"),
                Texts.of(
                        "shell.operation.megabytesOf",
                        "used",
                        show.count(Math.round(heap("jvm.memory.used") / MEGA)),
                        "most",
                        show.count(Math.round(Runtime.getRuntime().maxMemory() / MEGA)))));
        out.add(new Line(
                Texts.of("shell.operation.collections"),
                Texts.of(
                        "shell.operation.doneAndFailed",
                        "done",
                        whole("pelerin.collections", "done"),
                        "failed",
                        whole("pelerin.collections", "failed"))));
        out.add(new Line(Texts.of("shell.operation.ordersDue"), show.count(Math.round(sum("pelerin.work.waiting")))));
        out.add(new Line(Texts.of("shell.operation.noticesUnsent"), whole("pelerin.notices.unsent")));
        out.add(new Line(Texts.of("shell.operation.entriesOfTheAuditTrail"), whole("pelerin.audit.entries")));
        return out;
    }

    private double sum(String name) {
        return registry.find(name).meters().stream()
                .mapToDouble(OperationFigures::value)
                .sum();
    }

    private static double value(Meter m) {
        double v = m.measure().iterator().next().getValue();
        return Double.isNaN(v) ? 0 : v;
    }

    private double heap(String name) {
        return registry.find(name).tag("area", "heap").gauges().stream()
                .mapToDouble(Gauge::value)
                .sum();
    }

    private String whole(String name) {
        return show.count(Math.round(sum(name)));
    }

    private String whole(String name, String outcome) {
        return show.count(Math.round(registry.find(name).tag("outcome", outcome).counters().stream()
                .mapToDouble(c -> c.count())
                .sum()));
    }
}
