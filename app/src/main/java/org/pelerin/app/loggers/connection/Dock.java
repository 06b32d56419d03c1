package org.pelerin.app.loggers.connection;

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
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.loggers.registry.LoggerUnit;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;

/** Watches the dock: what is in it is known within a second, without anybody asking. What network stations tell comes in with it. */
@Service
public class Dock {

    /** A logger that is not connected was asked for. */
    public static class NotConnectedException extends RuntimeException {
        public NotConnectedException(String serial) {
            super(serial);
        }
    }

    /** What a logger's state means for its mission was learnt. */
    public record SeenEvent(DockedLogger logger) {}

    private static final Logger LOG = LoggerFactory.getLogger(Dock.class);
    private static final Duration STORE_EVERY = Duration.ofSeconds(20);

    private final DockWatch dock;
    private final StationWatch stations;
    private final LoggerRegistry registry;
    private final ApplicationEventPublisher events;
    private final Map<String, DockedLogger> stored = new ConcurrentHashMap<>();
    private volatile DockView docked = DockView.UNREACHABLE;

    Dock(
            PelerinProperties properties,
            StationWatch stations,
            LoggerRegistry registry,
            ApplicationEventPublisher events,
            Clock clock) {
        this.dock = new DockWatch(
                new InetSocketAddress(
                        properties.dock().host(), properties.dock().port()),
                "",
                clock);
        this.stations = stations;
        this.registry = registry;
        this.events = events;
    }

    /** The dock and all that the stations tell. A logger that is in the dock counts as there. */
    public DockView view() {
        DockView here = docked;
        List<DockedLogger> all = new ArrayList<>(here.loggers());
        stations.loggers().stream().filter(l -> here.find(l.serial()).isEmpty()).forEach(all::add);
        return new DockView(here.reachable(), here.ports(), List.copyOf(all));
    }

    /** @throws NotConnectedException if it is neither in the dock nor a station that answers */
    public DockedLogger get(String serial) {
        return find(serial).orElseThrow(() -> new NotConnectedException(serial));
    }

    public Optional<DockedLogger> find(String serial) {
        return view().find(serial);
    }

    /** A link of one's own to a logger; to be closed. */
    public LoggerLink open(String serial) {
        DockedLogger logger = get(serial);
        return watch(logger).open(logger.port());
    }

    /** The logger as it is now, not a moment ago. */
    public DockedLogger look(String serial) {
        DockedLogger last = get(serial);
        DockWatch watch = watch(last);
        try (LoggerLink link = watch.open(last.port())) {
            return watch.read(last.port(), link.identify(), link);
        }
    }

    /** The serials that answer at more than one address, with these. */
    public Map<String, List<String>> claimedTwice() {
        return stations.claimedTwice();
    }

    /** @throws LinkException if two addresses claim to be it: nothing is asked of either before that is cleared up */
    private DockWatch watch(DockedLogger logger) {
        List<String> claimants = stations.claimedTwice().getOrDefault(logger.serial(), List.of());
        if (!logger.station().isEmpty() && !claimants.isEmpty()) {
            throw new LinkException(
                    Texts.of(
                            "loggers.connection.dock.answersAtDisconnectOneOf",
                            "serial",
                            logger.serial(),
                            "x",
                            Texts.and(claimants)),
                    null);
        }
        return logger.station().isEmpty()
                ? dock
                : stations.watch(logger.station()).orElseThrow(() -> new NotConnectedException(logger.serial()));
    }

    @Scheduled(fixedDelay = 700)
    public synchronized void poll() {
        docked = dock.look();
        view().loggers().forEach(this::store);
    }

    /** The reference instant that belongs to a clock read between two others. */
    public static Instant midpoint(Instant before, Instant after) {
        return before.plus(Duration.between(before, after).dividedBy(2));
    }

    private void store(DockedLogger logger) {
        DockedLogger last = stored.get(logger.serial());
        boolean changed = last == null
                || last.status().state() != logger.status().state()
                || last.status().alarmed() != logger.status().alarmed()
                || !last.status().missions().equals(logger.status().missions())
                || !last.identity().firmware().equals(logger.identity().firmware())
                || Duration.between(last.seenAt(), logger.seenAt()).abs().compareTo(STORE_EVERY) > 0;
        if (!changed) {
            return;
        }
        try {
            registry.see(
                    LoggerUnit.seen(
                            logger.serial(),
                            logger.identity().model(),
                            logger.identity().firmware().toString(),
                            logger.status().batteryPermille(),
                            logger.status().state().name(),
                            logger.status().records(),
                            logger.clockOffset(),
                            logger.seenAt()),
                    logger.status().alarmed());
            events.publishEvent(new SeenEvent(logger));
            stored.put(logger.serial(), logger);
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("What the dock shows could not be stored: {}", e.getMessage());
        } catch (RuntimeException e) {
            // one that talks nonsense keeps nobody from seeing the others; it is asked again in the next round
            LOG.warn("{} could not be read: {}", logger.serial(), e.getMessage());
        }
    }

    @PreDestroy
    void close() {
        dock.close();
    }
}
