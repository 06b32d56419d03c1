package org.pelerin.app.collect;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.loggers.connection.Station;
import org.pelerin.app.loggers.connection.StationWatch;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.platform.work.BackOff;
import org.pelerin.link.LinkException;
import org.pelerin.link.message.RefusedException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Collects network stations when their time has come, and leaves them running. One that does not answer is tried again after its
 * retry time, doubled each time up to its interval; what was missed comes with the next collection that succeeds.
 */
@Component
class StationSchedule {

    /** In whose name it is collected. */
    static final String WHO = "schedule";

    private static final Logger LOG = LoggerFactory.getLogger(StationSchedule.class);

    private final Stations stations;
    private final StationWatch watch;
    private final Dock dock;
    private final CollectService collections;
    private final Clock clock;

    StationSchedule(Stations stations, StationWatch watch, Dock dock, CollectService collections, Clock clock) {
        this.stations = stations;
        this.watch = watch;
        this.dock = dock;
        this.collections = collections;
        this.clock = clock;
    }

    @Scheduled(fixedDelay = 2000)
    void look() {
        try {
            Instant now = clock.instant();
            stations.all().stream()
                    .filter(s -> s.everyMin() > 0
                            && s.nextAt() != null
                            && !s.nextAt().isAfter(now))
                    .forEach(s -> collect(s, now));
        } catch (DataAccessException | TransactionException e) {
            LOG.warn("The stations' schedule cannot be looked up: {}", e.getMessage());
        }
    }

    private void collect(Station s, Instant now) {
        List<DockedLogger> loggers = seen(s);
        if (loggers.isEmpty()) {
            Instant again = now.plus(backOff(s));
            Instant next = next(s, now);
            // a retry does not pass over the next of its times
            stations.tryAgain(s, again.isAfter(next) ? next : again);
            return;
        }
        if (stations.moveOn(s, next(s, now))) {
            loggers.stream()
                    .filter(l -> l.status().mission() != 0)
                    .forEach(l -> collections.order(
                            l.serial(), true, CollectionScope.ofTables(CollectionScope.tables(s.chosenTables())), WHO));
        }
    }

    /** As they are now, not as they were a moment ago: one that was written just now has a mission. */
    private List<DockedLogger> seen(Station s) {
        try {
            return watch.loggers(s).stream().map(l -> dock.look(l.serial())).toList();
        } catch (Dock.NotConnectedException | LinkException | RefusedException e) {
            return List.of();
        }
    }

    /** The next of the times that began with its schedule, so that a late collection does not shift those that follow. */
    static Instant next(Station s, Instant now) {
        Duration every = Duration.ofMinutes(s.everyMin());
        long passed = Math.max(0, Duration.between(s.dueAt(), now).dividedBy(every));
        return s.dueAt().plus(every.multipliedBy(passed + 1));
    }

    static Duration backOff(Station s) {
        return new BackOff(Duration.ofMinutes(s.retryMin()), Duration.ofMinutes(s.everyMin())).after(s.retries());
    }
}
