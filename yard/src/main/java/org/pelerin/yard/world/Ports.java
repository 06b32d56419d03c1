package org.pelerin.yard.world;

import java.util.List;
import java.util.Optional;
import org.pelerin.link.message.DockPort;

/** The ports behind one address: those of the dock, or the only one of a network station. */
public interface Ports {

    int total();

    /** Those with a logger that can be reached. */
    List<DockPort> occupied();

    /** Serial of the logger that can be reached at a port. */
    default Optional<String> reachableAt(int port) {
        return occupied().stream()
                .filter(p -> p.port() == port)
                .map(DockPort::serial)
                .findFirst();
    }

    default boolean reaches(String serial, int port) {
        return reachableAt(port).filter(serial::equals).isPresent();
    }
}
