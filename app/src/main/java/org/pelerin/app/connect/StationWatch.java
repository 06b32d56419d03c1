package org.pelerin.app.connect;

import jakarta.annotation.PreDestroy;
import java.net.InetSocketAddress;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import org.pelerin.app.platform.InParallel;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/** Watches the network stations: what each tells. A silent one holds up no other, and not the dock. */
@Service
public class StationWatch {

    private static final Logger LOG = LoggerFactory.getLogger(StationWatch.class);
    private static final int AT_ONCE = 16;
    private static final Duration STORE_EVERY = Duration.ofSeconds(20);

    /** One address with what was last seen there. */
    private record Watched(DockWatch watch, DockView view, Instant storedAt) {}

    private final StationMapper mapper;
    private final Clock clock;
    private final Map<String, Watched> watched = new ConcurrentHashMap<>();
    private final AtomicBoolean looking = new AtomicBoolean();
    private final ExecutorService round = Executors.newSingleThreadExecutor();
    private final ExecutorService lookers = Executors.newFixedThreadPool(AT_ONCE);

    StationWatch(StationMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /** What all stations tell. */
    public List<DockedLogger> loggers() {
        return watched.values().stream().flatMap(w -> w.view.loggers().stream()).toList();
    }

    public List<DockedLogger> loggers(Station station) {
        Watched w = watched.get(station.address());
        return w == null ? List.of() : w.view.loggers();
    }

    Optional<DockWatch> watch(String address) {
        return Optional.ofNullable(watched.get(address)).map(Watched::watch);
    }

    @Scheduled(fixedDelay = 1500)
    void poll() {
        if (looking.compareAndSet(false, true)) {
            round.execute(() -> {
                try {
                    look();
                } catch (DataAccessException | IllegalStateException e) {
                    LOG.warn("The stations could not be looked at: {}", e.getMessage());
                } finally {
                    looking.set(false);
                }
            });
        }
    }

    /** Looks at every station once. */
    public synchronized void look() {
        List<Station> stations = mapper.all();
        watched.entrySet().removeIf(e -> {
            boolean gone = stations.stream().noneMatch(s -> s.address().equals(e.getKey()));
            if (gone) {
                e.getValue().watch.close();
            }
            return gone;
        });
        InParallel.map(lookers, stations, this::look);
    }

    private boolean look(Station s) {
        Watched last = watched.get(s.address());
        DockWatch watch = last == null
                ? new DockWatch(new InetSocketAddress(s.host(), s.port()), s.address(), clock)
                : last.watch;
        DockView view = watch.look();
        watched.put(s.address(), new Watched(watch, view, stored(s, last, view)));
        return view.reachable();
    }

    /** Notes the contact, at once where it began or was lost and now and then in between. */
    private Instant stored(Station s, Watched last, DockView view) {
        boolean answers = view.reachable() && !view.loggers().isEmpty();
        Instant now = clock.instant();
        if (!answers) {
            String reason = view.reachable()
                    ? "its line answers, the logger behind it does not"
                    : "nothing answers at its address";
            if (!reason.equals(s.reason())) {
                mapper.silent(s.id(), reason);
            }
            return null;
        }
        boolean due = last == null
                || last.storedAt == null
                || Duration.between(last.storedAt, now).abs().compareTo(STORE_EVERY) > 0;
        if (due) {
            mapper.answered(s.id(), view.loggers().get(0).serial(), now);
        }
        return due ? now : last.storedAt;
    }

    @PreDestroy
    void close() {
        round.shutdownNow();
        lookers.shutdownNow();
        watched.values().forEach(w -> w.watch.close());
    }
}
