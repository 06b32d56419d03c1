package org.pelerin.app.connect;

import jakarta.annotation.PreDestroy;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.pelerin.app.logger.LoggerRegistry;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.platform.InParallel;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
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
        OUT_OF_BAND,
        FINE
    }

    /**
     * One logger's readings.
     *
     * @param gauges of the channels that count: recorded ones, or all that are built in where there is no plan
     * @param unconnected how many inputs have nothing connected and no plan that wants it
     */
    public record Line(DockedLogger logger, Look look, List<LiveGauge> gauges, long unconnected) {

        /** Label, value and unit of each channel, for the record. */
        public String told() {
            return String.join("; ", gauges.stream().map(LiveGauge::told).toList());
        }
    }

    private static final int AT_ONCE = 16;

    private final Dock dock;
    private final LiveService live;
    private final LoggerRegistry registry;
    private final MissionService missions;
    private final ExecutorService lookers = Executors.newFixedThreadPool(AT_ONCE);

    LiveCheck(Dock dock, LiveService live, LoggerRegistry registry, MissionService missions) {
        this.dock = dock;
        this.live = live;
        this.registry = registry;
        this.missions = missions;
    }

    /** All connected loggers, those with trouble first. */
    public List<Line> all() {
        List<Line> out = InParallel.map(lookers, dock.view().loggers(), this::look);
        out.sort(Comparator.comparing(Line::look)
                .thenComparing(l -> l.logger().station())
                .thenComparing(l -> l.logger().port()));
        return out;
    }

    private Line look(DockedLogger logger) {
        try {
            List<LiveGauge> gauges = live.gauges(logger.serial());
            List<LiveGauge> counted = gauges.stream().filter(LiveGauge::counts).toList();
            Look look = counted.stream().anyMatch(LiveGauge::open)
                    ? Look.OPEN
                    : counted.stream().anyMatch(g -> g.side() != 0) ? Look.OUT_OF_BAND : Look.FINE;
            return new Line(logger, look, counted, (long) gauges.size() - counted.size());
        } catch (Dock.NotConnectedException | LinkException | RefusedException e) {
            return new Line(logger, Look.NO_ANSWER, List.of(), 0);
        }
    }

    /** Somebody has looked at the readings of these loggers and found them good. */
    @Transactional
    public void acknowledge(List<String> serials, String by) {
        for (Line line : all()) {
            String serial = line.logger().serial();
            if (serials.contains(serial) && line.look() != Look.NO_ANSWER) {
                registry.checked(serial, by, line.told());
                missions.ofLogger(serial, 1).stream()
                        .filter(m -> m.state().inField())
                        .forEach(m -> missions.checked(m, by, line.told()));
            }
        }
    }

    @PreDestroy
    void close() {
        lookers.shutdownNow();
    }
}
