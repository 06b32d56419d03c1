package org.pelerin.app.connect;

import java.util.List;
import java.util.Optional;

/**
 * What sits in the dock.
 *
 * @param reachable whether the dock itself answers
 */
public record DockView(boolean reachable, int ports, List<DockedLogger> loggers) {

    static final DockView UNREACHABLE = new DockView(false, 0, List.of());

    public Optional<DockedLogger> find(String serial) {
        return loggers.stream().filter(l -> l.serial().equals(serial)).findFirst();
    }

    public int free() {
        return ports - loggers.size();
    }
}
