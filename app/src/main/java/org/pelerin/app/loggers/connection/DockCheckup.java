package org.pelerin.app.loggers.connection;

import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.binder.MeterBinder;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.operation.Checkup;
import org.pelerin.app.platform.operation.Condition;
import org.pelerin.app.platform.operation.Figure;
import org.springframework.stereotype.Component;

/** Whether the dock answers, and how many stations do not. */
@Component
class DockCheckup implements Checkup, MeterBinder {

    private final Dock dock;
    private final StationMapper stations;

    DockCheckup(Dock dock, StationMapper stations) {
        this.dock = dock;
        this.stations = stations;
    }

    @Override
    public String name() {
        return "dock";
    }

    @Override
    public boolean pressing() {
        return false;
    }

    @Override
    public Condition look() {
        String title = Texts.of("loggers.connection.dockCheckup.dockAndStations");
        if (!dock.view().reachable()) {
            return Condition.attention(
                    title,
                    Texts.of("loggers.connection.dockCheckup.theDockDoesNotAnswer"),
                    Texts.of("loggers.connection.dockCheckup.checkItsServiceAndPort"));
        }
        long silent = silent();
        return silent > 0
                ? Condition.attention(
                        title,
                        Texts.of("loggers.connection.dockCheckup.stationsDoNotAnswer", "n", silent),
                        Texts.of("loggers.connection.dockCheckup.openTheStations"))
                : Condition.sound(title, Texts.of("loggers.connection.dockCheckup.allAnswer"));
    }

    /** By what the process that watches them has stored. */
    private long silent() {
        return stations.all().stream().filter(s -> !s.reason().isEmpty()).count();
    }

    @Override
    public void bindTo(MeterRegistry registry) {
        Figure.gauge(registry, "pelerin.stations.silent", this::silent);
    }
}
