package org.pelerin.app.loggers.connection;

import jakarta.annotation.PreDestroy;
import java.net.InetSocketAddress;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.pelerin.app.platform.InParallel;
import org.pelerin.app.platform.language.Texts;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;

/**
 * Watches the network stations: what each tells. Each is looked at in its own time, so that a silent or a slow one holds up no other, and
 * not the dock; one that stays silent is looked at less and less often, every quarter of a minute in
 * the end.
 */
@Service
public class StationWatch {

    private static final Logger LOG = LoggerFactory.getLogger(StationWatch.class);
    private static final int AT_ONCE = 32;
    private static final Duration STORE_EVERY = Duration.ofSeconds(20);
    private static final Duration EVERY = Duration.ofMillis(1500);
    private static final int SLOWEST = 10;

    /**
     * One address with what was last seen there.
     *
     * @param answered whether it ever did
     * @param silent how often it did not since
     * @param dueNanos when it is looked at next
     */
    private record Watched(
            DockWatch watch, DockView view, Instant storedAt, boolean answered, int silent, long dueNanos) {

        boolean due() {
            return System.nanoTime() - dueNanos >= 0;
        }
    }

    private final StationMapper mapper;
    private final Clock clock;
    private final Map<String, Watched> watched = new ConcurrentHashMap<>();
    private final Map<String, Object> turns = new ConcurrentHashMap<>();
    private final Set<String> beingLookedAt = ConcurrentHashMap.newKeySet();
    private final ExecutorService lookers = Executors.newFixedThreadPool(AT_ONCE);
    /** For those that have not answered for long: however many they are, they keep nobody from looking at the others. */
    private final ExecutorService doubters = Executors.newFixedThreadPool(AT_ONCE);

    StationWatch(StationMapper mapper, Clock clock) {
        this.mapper = mapper;
        this.clock = clock;
    }

    /** What all stations tell; of a serial that two claim, what the first address tells. */
    public List<DockedLogger> loggers() {
        Map<String, DockedLogger> bySerial = new LinkedHashMap<>();
        new TreeMap<>(watched)
                .values().stream()
                        .flatMap(w -> w.view.loggers().stream())
                        .forEach(l -> bySerial.putIfAbsent(l.serial(), l));
        return List.copyOf(bySerial.values());
    }

    public List<DockedLogger> loggers(Station station) {
        Watched w = watched.get(station.address());
        return w == null ? List.of() : w.view.loggers();
    }

    /** The serials that answer at more than one address, with these: one of them is not who it says. */
    Map<String, List<String>> claimedTwice() {
        Map<String, List<String>> addresses = new TreeMap<>();
        watched.forEach((address, w) -> w.view.loggers()
                .forEach(l -> addresses
                        .computeIfAbsent(l.serial(), x -> new ArrayList<>())
                        .add(address)));
        addresses.values().removeIf(a -> a.size() < 2);
        addresses.values().forEach(Collections::sort);
        return addresses;
    }

    Optional<DockWatch> watch(String address) {
        return Optional.ofNullable(watched.get(address)).map(Watched::watch);
    }

    @Scheduled(fixedDelay = 1500)
    void poll() {
        try {
            List<Station> stations = mapper.all();
            forgetOthers(stations);
            for (Station s : stations) {
                Watched last = watched.get(s.address());
                if ((last == null || last.due()) && beingLookedAt.add(s.address())) {
                    (answered(s, last) ? lookers : doubters).execute(() -> {
                        try {
                            look(s);
                        } catch (RuntimeException e) {
                            LOG.warn("{} could not be looked at: {}", s.address(), e.getMessage());
                        } finally {
                            beingLookedAt.remove(s.address());
                        }
                    });
                }
            }
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("The stations could not be looked at: {}", e.getMessage());
        }
    }

    /** Whether it has answered lately, to this process or another. */
    private static boolean answered(Station s, Watched last) {
        return last == null ? s.answeredAt() != null && s.reason().isEmpty() : last.answered && last.silent < SLOWEST;
    }

    /** Looks at every station once, and waits for them. */
    public void look() {
        List<Station> stations = mapper.all();
        forgetOthers(stations);
        InParallel.map(lookers, stations, this::look);
    }

    /** Looks at one station now, as it has just been added. */
    public void look(String address) {
        mapper.all().stream().filter(s -> s.address().equals(address)).forEach(this::look);
    }

    /** Watches it no more, from now on; a reading that is under way is not waited for. */
    public void forget(Station station) {
        Watched gone = watched.remove(station.address());
        if (gone != null) {
            lookers.execute(gone.watch::close);
        }
    }

    /** What is watched no more is closed when the reading that is under way is done. */
    private void forgetOthers(List<Station> stations) {
        watched.entrySet().removeIf(e -> {
            boolean gone = stations.stream().noneMatch(s -> s.address().equals(e.getKey()));
            if (gone) {
                lookers.execute(e.getValue().watch::close);
            }
            return gone;
        });
    }

    /** One look after the other: what an earlier one saw does not replace what a later one did. */
    private boolean look(Station s) {
        synchronized (turns.computeIfAbsent(s.address(), a -> new Object())) {
            return looked(s);
        }
    }

    private boolean looked(Station s) {
        Watched last = watched.get(s.address());
        DockWatch watch = last == null
                ? new DockWatch(new InetSocketAddress(s.host(), s.port()), s.address(), clock)
                : last.watch;
        DockView view = watch.look();
        boolean answers = view.reachable() && !view.loggers().isEmpty();
        int silent = answers ? 0 : last == null ? 1 : last.silent + 1;
        boolean everAnswered = answers || last != null && last.answered;
        Duration pause = EVERY.multipliedBy(Math.min(silent, SLOWEST));
        long due = System.nanoTime() + pause.toNanos();
        watched.put(s.address(), new Watched(watch, view, stored(s, last, view), everAnswered, silent, due));
        return view.reachable();
    }

    /** Notes the contact, at once where it began or was lost and now and then in between. */
    private Instant stored(Station s, Watched last, DockView view) {
        boolean answers = view.reachable() && !view.loggers().isEmpty();
        Instant now = clock.instant();
        if (!answers) {
            String reason = view.reachable()
                    ? Texts.stored("stored.stationWatch.itsLineAnswersTheLogger")
                    : Texts.stored("stored.stationWatch.nothingAnswersAtItsAddress");
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
        lookers.shutdownNow();
        doubters.shutdownNow();
        watched.values().forEach(w -> w.watch.close());
    }
}
