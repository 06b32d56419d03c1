package org.pelerin.app.fleet.dock;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Predicate;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockView;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.rights.SiteDoor;
import org.springframework.stereotype.Component;

/**
 * What the tray shows of all connected loggers: one look for every page that is open, however many they are, as old as
 * {@link #HOLDS} at the most.
 */
@Component
class Tray {

    private static final Duration HOLDS = Duration.ofMillis(700);

    /**
     * What the tray shows of one logger.
     *
     * @param home whether all that it holds is home
     * @param fresh records of its newest mission that are not
     */
    record Card(DockedLogger logger, Job job, boolean home, long fresh) {

        /** What it is doing, in plain words. */
        public String doing() {
            return home ? Texts.of("fleet.dock.tray.stoppedAndCollected") : logger.doing();
        }

        /** Whether it holds records that are not home and that nobody is collecting. */
        boolean worthCollecting() {
            return job == null && !home && logger.holdsRecords() && (fresh > 0 || !logger.running());
        }

        /** Whether it can go back to work with what it did last. */
        boolean done() {
            return job == null && home && !logger.running();
        }

        /** Whether it waits for somebody to collect it. */
        public boolean full() {
            return worthCollecting() && !logger.running();
        }
    }

    /**
     * One look at all of them.
     *
     * @param waiting collections whose logger is away
     * @param version of what is shown
     */
    record View(List<Card> cards, List<Job> waiting, DockView dock, String version, long takenNanos) {

        /** As much of it as whoever asks may see. */
        View forWhoAsks(SiteDoor door) {
            if (OwnSites.now().all()) {
                return this;
            }
            Predicate<String> held = door.held("serial");
            return new View(
                    cards.stream().filter(c -> held.test(c.logger().serial())).toList(),
                    waiting.stream().filter(j -> held.test(j.serial())).toList(),
                    dock,
                    version + "-" + Integer.toHexString(OwnSites.now().hashCode()),
                    takenNanos);
        }

        private boolean fresh() {
            return System.nanoTime() - takenNanos <= HOLDS.toNanos();
        }
    }

    private final Dock dock;
    private final SiteDoor door;
    private final CollectService collections;
    private final ReentrantLock looking = new ReentrantLock();
    private volatile View last;

    Tray(Dock dock, CollectService collections, SiteDoor door) {
        this.door = door;
        this.dock = dock;
        this.collections = collections;
    }

    /** What pages that ask again and again are shown of the loggers at the sites of whoever asks. */
    View shared() {
        return all().forWhoAsks(door);
    }

    /** One look for everybody; whoever comes while another looks is shown what was seen before. */
    private View all() {
        View known = last;
        if (known != null && (known.fresh() || !looking.tryLock())) {
            return known;
        }
        if (known == null) {
            looking.lock();
        }
        try {
            if (last == null || !last.fresh()) {
                last = look();
            }
            return last;
        } finally {
            looking.unlock();
        }
    }

    private View look() {
        List<Job> jobs = collections.allActive();
        List<Card> cards = cards(jobs);
        List<Job> waiting = jobs.stream()
                .filter(j -> cards.stream().noneMatch(c -> c.job() == j))
                .toList();
        DockView view = dock.view();
        String version =
                Integer.toHexString(List.of(cards.stream().map(Tray::shown).toList(), waiting, view.reachable())
                        .hashCode());
        return new View(cards, waiting, view, version, System.nanoTime());
    }

    /** All that are connected and at the sites of whoever asks, as they are now. */
    List<Card> cards() {
        Predicate<String> held = door.held("serial");
        return cards(collections.allActive()).stream()
                .filter(c -> held.test(c.logger().serial()))
                .toList();
    }

    private List<Card> cards(List<Job> jobs) {
        List<DockedLogger> loggers = dock.view().loggers();
        Set<String> home = collections.allHome(loggers);
        Map<String, Long> fresh = collections.notHome(loggers);
        return loggers.stream()
                .map(l -> new Card(
                        l,
                        jobs.stream()
                                .filter(j -> j.serial().equals(l.serial()))
                                .findFirst()
                                .orElse(null),
                        home.contains(l.serial()),
                        fresh.getOrDefault(l.serial(), 0L)))
                .toList();
    }

    private static Object shown(Card c) {
        return List.of(
                c.logger().serial(),
                c.logger().where(),
                c.doing(),
                c.logger().status().records(),
                c.logger().missionsHeld(),
                c.job() == null ? "" : c.job());
    }
}
