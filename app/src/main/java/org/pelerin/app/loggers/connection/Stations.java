package org.pelerin.app.loggers.connection;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The addresses at which network stations are looked for; {@link StationWatch} does the looking. */
@Service
@RetriedOnDeadlock
public class Stations {

    private final StationMapper mapper;
    private final AuditTrail audit;
    private final Clock clock;

    Stations(StationMapper mapper, AuditTrail audit, Clock clock) {
        this.mapper = mapper;
        this.audit = audit;
        this.clock = clock;
    }

    public List<Station> all() {
        return mapper.all();
    }

    /** @return whether it is new */
    @Transactional
    public boolean add(String host, int port, String by) {
        boolean added = mapper.insert(host, port, by, clock.instant()) > 0;
        if (added) {
            audit.record(by, "add station", host + ":" + port, "", "");
        }
        return added;
    }

    @Transactional
    public void remove(Station station, String by) {
        if (mapper.delete(station.id()) > 0) {
            audit.record(by, "remove station", station.address(), "", "");
        }
    }

    /**
     * Has a station collected by itself from now on.
     *
     * @param every minutes between collections, 0 for never
     * @param retry minutes to the first retry
     * @param tables names of those that are collected, with blanks between; empty for all
     */
    @Transactional
    public void schedule(Station station, int every, int retry, String tables, String by) {
        Instant next = every == 0 ? null : clock.instant();
        if (mapper.schedule(station.id(), every, retry, tables, next) > 0) {
            audit.record(
                    by,
                    "schedule station",
                    station.address(),
                    words(station.everyMin(), station.retryMin(), station.chosenTables()),
                    words(every, retry, tables));
        }
    }

    private static String words(int every, int retry, String tables) {
        return (every == 0
                        ? Texts.stored("stored.stations.onlyOnRequest")
                        : Texts.stored("stored.stations.everyMinRetriedAfterMin", "every", every, "retry", retry))
                + (tables.isEmpty() ? "" : Texts.stored("stored.stations.dataTables", "tables", tables));
    }

    /** Whoever moves it on, of all processes, is the one to collect it now. */
    public boolean moveOn(Station station, Instant next) {
        return mapper.moveOn(station.id(), station.nextAt(), next, next, 0) == 1;
    }

    /** It is tried again later; its schedule goes on counting as it did. */
    public boolean tryAgain(Station station, Instant next) {
        return mapper.moveOn(station.id(), station.nextAt(), next, station.dueAt(), station.retries() + 1) == 1;
    }
}
