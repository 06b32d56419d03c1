package org.pelerin.app.loggers.connection;

import java.util.List;
import java.util.Optional;

/**
 * What is connected.
 *
 * @param reachable whether the dock itself answers
 * @param ports of the dock
 * @param loggers in the dock, then those of the network stations
 */
public record DockView(boolean reachable, int ports, List<DockedLogger> loggers) {

    static final DockView UNREACHABLE = new DockView(false, 0, List.of());

    public Optional<DockedLogger> find(String serial) {
        return loggers.stream().filter(l -> l.serial().equals(serial)).findFirst();
    }

    public int free() {
        return ports - (int) loggers.stream().filter(DockedLogger::inDock).count();
    }
}
