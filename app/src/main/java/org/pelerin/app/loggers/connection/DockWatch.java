package org.pelerin.app.loggers.connection;

import java.net.InetSocketAddress;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.DockPort;
import org.pelerin.link.message.DockPorts;
import org.pelerin.link.message.Identity;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.RefusedException;
import org.pelerin.link.message.Status;
import org.pelerin.link.tcp.TcpDock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The loggers behind one address, the dock's or a network station's: one link a port, kept open from look to look. */
final class DockWatch implements AutoCloseable {

    private static final Logger LOG = LoggerFactory.getLogger(DockWatch.class);
    private static final Duration TIMEOUT = Duration.ofSeconds(2);

    private final String station;
    private final TcpDock dock;
    private final Clock clock;
    private final Map<Integer, LoggerLink> links = new ConcurrentHashMap<>();
    private boolean answered;

    /** @param station what its loggers are told to be at; empty for the dock */
    DockWatch(InetSocketAddress address, String station, Clock clock) {
        this.station = station;
        this.dock = new TcpDock(address, TIMEOUT);
        this.clock = clock;
    }

    /** A link of one's own; to be closed. */
    LoggerLink open(int port) {
        return dock.open(port);
    }

    synchronized DockView look() {
        DockPorts ports;
        try {
            ports = dock.ports();
        } catch (LinkException | RefusedException | MalformedMessageException e) {
            if (answered) {
                LOG.warn("{} does not answer: {}", station.isEmpty() ? "The dock" : station, e.getMessage());
            }
            answered = false;
            close();
            return DockView.UNREACHABLE;
        }
        answered = true;
        List<DockedLogger> found = new ArrayList<>();
        for (DockPort port : ports.occupied()) {
            look(port).ifPresent(found::add);
        }
        links.keySet().stream()
                .filter(port -> ports.occupied().stream().noneMatch(p -> p.port() == port))
                .forEach(this::forget);
        return new DockView(true, ports.total(), List.copyOf(found));
    }

    private Optional<DockedLogger> look(DockPort port) {
        try {
            LoggerLink link = links.computeIfAbsent(port.port(), dock::open);
            Identity identity = link.identify();
            if (ModelCatalogue.find(identity.model()).isEmpty()) {
                LOG.warn("{} is of the unknown model {}", identity.serial(), identity.model());
                return Optional.empty();
            }
            if (!identity.serial().equals(port.serial())) {
                forget(port.port());
                return Optional.empty();
            }
            return Optional.of(read(port.port(), identity, link));
        } catch (LinkException | RefusedException | MalformedMessageException e) {
            forget(port.port());
            return Optional.empty();
        }
    }

    /** What a link tells of its logger right now. */
    DockedLogger read(int port, Identity identity, LoggerLink link) {
        Instant before = clock.instant();
        Status status = link.status();
        Instant after = clock.instant();
        Duration offset = Duration.between(Dock.midpoint(before, after), status.clock());
        return new DockedLogger(station, port, identity, status, offset, after);
    }

    private void forget(int port) {
        LoggerLink link = links.remove(port);
        if (link != null) {
            link.close();
        }
    }

    @Override
    public synchronized void close() {
        links.values().forEach(LoggerLink::close);
        links.clear();
        dock.close();
    }
}
