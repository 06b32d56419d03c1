package org.pelerin.app.connect;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.audit.AuditTrail;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The addresses at which network stations are looked for; {@link StationWatch} does the looking. */
@Service
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
    public void remove(String host, int port, String by) {
        if (mapper.delete(host, port) > 0) {
            audit.record(by, "remove station", host + ":" + port, "", "");
        }
    }

    /**
     * Has a station collected by itself from now on.
     *
     * @param every minutes between collections, 0 for never
     * @param retry minutes to the first retry
     */
    @Transactional
    public void schedule(String host, int port, int every, int retry, String by) {
        Instant next = every == 0 ? null : clock.instant();
        if (mapper.schedule(host, port, every, retry, next) > 0) {
            audit.record(
                    by,
                    "schedule station",
                    host + ":" + port,
                    "",
                    every == 0 ? "only on demand" : "every " + every + " min, retried after " + retry + " min");
        }
    }

    /** Whoever moves it on, of all processes, is the one to collect it now. */
    public boolean moveOn(Station station, Instant next, int retries) {
        return mapper.moveOn(station.id(), station.nextAt(), next, retries) == 1;
    }
}
