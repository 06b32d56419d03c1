package org.pelerin.app.deployment.prepare.check;

import jakarta.annotation.PreDestroy;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.InParallel;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.core.unit.ShownUnits;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Every channel of every connected logger at one glance, and somebody's word that they were looked at. */
@Service
@RetriedOnDeadlock
public class LiveCheck {

    /** How a logger's readings look, worst first. */
    public enum Look {
        NO_ANSWER,
        OPEN,
        /** Its leads or loops sit wrong. */
        PHASES,
        OUT_OF_BAND,
        FINE;

        public boolean silent() {
            return this == NO_ANSWER;
        }
    }

    /**
     * One logger's readings.
     *
     * @param gauges of the channels that count: recorded ones, or all that are built in where there is no plan
     * @param findings on its leads and loops, for those that can tell
     * @param spareOpen how many inputs that no plan uses read open
     * @param spareSignal how many inputs that no plan uses have a signal
     */
    public record Line(
            DockedLogger logger,
            Look look,
            List<LiveGauge> gauges,
            List<String> findings,
            long spareOpen,
            long spareSignal) {

        /** Those that want a look. */
        public List<LiveGauge> troubled() {
            return gauges.stream().filter(LiveGauge::troubled).toList();
        }

        /** Those that read as they should. */
        public List<LiveGauge> fine() {
            return gauges.stream().filter(g -> !g.troubled()).toList();
        }

        /** Label, value and unit of each channel, for the record. */
        public String told() {
            return String.join(
                    "; ",
                    Stream.concat(gauges.stream().map(LiveGauge::told), findings.stream())
                            .toList());
        }
    }

    private static final Logger LOG = LoggerFactory.getLogger(LiveCheck.class);
    private static final int AT_ONCE = 16;

    private final Dock dock;
    private final LiveService live;
    private final PhaseLook phases;
    private final LoggerRegistry registry;
    private final MissionQueries missions;
    private final MissionLifecycle lifecycle;
    private final ExecutorService lookers = Executors.newFixedThreadPool(AT_ONCE);

    LiveCheck(
            Dock dock,
            LiveService live,
            PhaseLook phases,
            LoggerRegistry registry,
            MissionQueries missions,
            MissionLifecycle lifecycle) {
        this.lifecycle = lifecycle;
        this.dock = dock;
        this.live = live;
        this.phases = phases;
        this.registry = registry;
        this.missions = missions;
    }

    /** All connected loggers, those with trouble first. */
    public List<Line> all(ShownUnits inUnits) {
        List<Line> out = InParallel.map(lookers, dock.view().loggers(), l -> look(l, inUnits));
        out.sort(Comparator.comparing(Line::look)
                .thenComparing(l -> l.logger().station())
                .thenComparing(l -> l.logger().port()));
        return out;
    }

    private Line look(DockedLogger logger, ShownUnits inUnits) {
        try {
            List<LiveGauge> gauges = live.read(logger.serial(), inUnits).gauges();
            List<LiveGauge> counted = gauges.stream().filter(LiveGauge::counts).toList();
            List<LiveGauge> spare = gauges.stream().filter(g -> !g.counts()).toList();
            List<String> findings = findings(logger);
            Look look = counted.stream().anyMatch(LiveGauge::open)
                    ? Look.OPEN
                    : !findings.isEmpty()
                            ? Look.PHASES
                            : counted.stream().anyMatch(g -> g.side() != 0) ? Look.OUT_OF_BAND : Look.FINE;
            long open = spare.stream().filter(LiveGauge::open).count();
            return new Line(logger, look, counted, findings, open, spare.size() - open);
        } catch (RuntimeException e) {
            // whatever is wrong with one of them, the others are read
            LOG.info("{} could not be read: {}", logger.serial(), e.getMessage());
            return new Line(logger, Look.NO_ANSWER, List.of(), List.of(), 0, 0);
        }
    }

    /** Nothing where the model cannot tell, or where no voltage is on yet. */
    private List<String> findings(DockedLogger logger) {
        if (!PhaseLook.offered(logger.model())) {
            return List.of();
        }
        PhaseLook.View view = phases.look(logger.serial());
        return view.check() == null || !view.connected()
                ? List.of()
                : view.check().findings();
    }

    /**
     * Somebody has looked at the readings of these loggers and found them good.
     *
     * @param told what the person saw of each, by serial: noted is what was looked at, not what is read since
     */
    @Transactional
    public void acknowledge(Map<String, String> told, String by) {
        told.forEach((serial, readings) -> {
            registry.checked(serial, by, readings);
            missions.ofLogger(serial, 1).stream()
                    .filter(m -> m.state().inField())
                    .forEach(m -> lifecycle.checked(m, by, readings));
        });
    }

    @PreDestroy
    void close() {
        lookers.shutdownNow();
    }
}
