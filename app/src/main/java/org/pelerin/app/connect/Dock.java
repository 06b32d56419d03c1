package org.pelerin.app.connect;

import jakarta.annotation.PreDestroy;
import java.net.InetSocketAddress;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.pelerin.app.logger.LoggerRegistry;
import org.pelerin.app.logger.LoggerUnit;
import org.pelerin.app.platform.PelerinProperties;
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
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;

/** Watches the dock: what is in it is known within a second, without anybody asking. */
@Service
public class Dock {

    /** A logger that is not in the dock was asked for. */
    public static class NotConnectedException extends RuntimeException {
        public NotConnectedException(String serial) {
            super(serial);
        }
    }

    /** What a logger's state means for its mission was learnt. */
    public record SeenEvent(DockedLogger logger) {}

    private static final Logger LOG = LoggerFactory.getLogger(Dock.class);
    private static final Duration TIMEOUT = Duration.ofSeconds(2);
    private static final Duration STORE_EVERY = Duration.ofSeconds(20);

    private final InetSocketAddress address;
    private final TcpDock dock;
    private final LoggerRegistry registry;
    private final ApplicationEventPublisher events;
    private final Clock clock;
    private final Map<Integer, LoggerLink> links = new ConcurrentHashMap<>();
    private final Map<String, DockedLogger> stored = new ConcurrentHashMap<>();
    private volatile DockView view = DockView.UNREACHABLE;

    Dock(PelerinProperties properties, LoggerRegistry registry, ApplicationEventPublisher events, Clock clock) {
        this.address = new InetSocketAddress(
                properties.dock().host(), properties.dock().port());
        this.dock = new TcpDock(address, TIMEOUT);
        this.registry = registry;
        this.events = events;
        this.clock = clock;
    }

    public DockView view() {
        return view;
    }

    /** @throws NotConnectedException if it is not in the dock */
    public DockedLogger get(String serial) {
        return find(serial).orElseThrow(() -> new NotConnectedException(serial));
    }

    public Optional<DockedLogger> find(String serial) {
        return view.find(serial);
    }

    /** A link of one's own to a logger; to be closed. */
    public LoggerLink open(String serial) {
        return dock.open(get(serial).port());
    }

    /** The logger as it is now, not a moment ago. */
    public DockedLogger look(String serial) {
        DockedLogger last = get(serial);
        try (LoggerLink link = dock.open(last.port())) {
            return read(last.port(), link.identify(), link);
        }
    }

    @Scheduled(fixedDelay = 700)
    public synchronized void poll() {
        DockPorts ports;
        try {
            ports = dock.ports();
        } catch (LinkException | RefusedException | MalformedMessageException e) {
            if (view.reachable()) {
                LOG.warn("The dock does not answer: {}", e.getMessage());
            }
            view = DockView.UNREACHABLE;
            forgetLinks();
            return;
        }
        List<DockedLogger> found = new ArrayList<>();
        for (DockPort port : ports.occupied()) {
            look(port).ifPresent(found::add);
        }
        links.keySet().removeIf(port -> ports.occupied().stream().noneMatch(p -> p.port() == port) && close(port));
        view = new DockView(true, ports.total(), List.copyOf(found));
        found.forEach(this::store);
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
                close(port.port());
                links.remove(port.port());
                return Optional.empty();
            }
            return Optional.of(read(port.port(), identity, link));
        } catch (LinkException | RefusedException | MalformedMessageException e) {
            close(port.port());
            links.remove(port.port());
            return Optional.empty();
        }
    }

    private DockedLogger read(int port, Identity identity, LoggerLink link) {
        Instant before = clock.instant();
        Status status = link.status();
        Instant after = clock.instant();
        Duration offset = Duration.between(midpoint(before, after), status.clock());
        return new DockedLogger(port, identity, status, offset, after);
    }

    /** The reference instant that belongs to a clock read between two others. */
    public static Instant midpoint(Instant before, Instant after) {
        return before.plus(Duration.between(before, after).dividedBy(2));
    }

    private void store(DockedLogger logger) {
        DockedLogger last = stored.get(logger.serial());
        boolean changed = last == null
                || last.status().state() != logger.status().state()
                || last.status().mission() != logger.status().mission()
                || !last.identity().firmware().equals(logger.identity().firmware())
                || Duration.between(last.seenAt(), logger.seenAt()).abs().compareTo(STORE_EVERY) > 0;
        if (!changed) {
            return;
        }
        try {
            registry.see(LoggerUnit.seen(
                    logger.serial(),
                    logger.identity().model(),
                    logger.identity().firmware().toString(),
                    logger.status().batteryPermille(),
                    logger.status().state().name(),
                    logger.status().records(),
                    logger.clockOffset(),
                    logger.seenAt()));
            events.publishEvent(new SeenEvent(logger));
            stored.put(logger.serial(), logger);
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("What the dock shows could not be stored: {}", e.getMessage());
        }
    }

    private boolean close(int port) {
        LoggerLink link = links.get(port);
        if (link != null) {
            link.close();
        }
        return true;
    }

    @PreDestroy
    void forgetLinks() {
        links.values().forEach(LoggerLink::close);
        links.clear();
        dock.close();
    }
}
